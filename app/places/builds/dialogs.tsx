import { Button, Group, Modal, TextInput } from '@mantine/core'
import { isNotEmpty, useForm } from '@mantine/form'
import dayjs from 'dayjs'
import { describeDifferences, type Build } from '../../../core/build/index.ts'
import type { Listed, Met } from '../../store/builds.ts'

/** The name of a new build, or another for one that is here. */
export function NameBuild({
  start,
  title,
  onName,
  onClose,
}: {
  start: string
  title: string
  onName: (name: string) => void
  onClose: () => void
}) {
  const form = useForm({
    initialValues: { name: start },
    validate: { name: isNotEmpty('Give it a name, such as the car’s.') },
    clearInputErrorOnChange: true,
  })
  return (
    <Modal
      opened
      onClose={onClose}
      title={<b>{title}</b>}
      closeButtonProps={{ 'aria-label': 'Close', size: 44 }}
    >
      <form onSubmit={form.onSubmit(({ name }) => onName(name.trim().slice(0, 200)))} noValidate>
        <TextInput label="Name" {...form.getInputProps('name')} data-autofocus />
        <Group justify="flex-end" mt="md">
          <Button type="submit">{title === 'Rename' ? 'Rename' : 'Start'}</Button>
        </Group>
      </form>
    </Modal>
  )
}

/** An imported build meets the one that is here. */
export function Meeting({
  theirs,
  met,
  onKeepBoth,
  onReplace,
  onClose,
}: {
  theirs: Build
  met: Met
  onKeepBoth: () => void
  onReplace: () => void
  onClose: () => void
}) {
  const differences = met.build ? describeDifferences(met.build, theirs) : []
  return (
    <Modal
      opened
      onClose={onClose}
      title={<b>{met.deletedAt ? 'This build was deleted here' : 'This build is here already'}</b>}
      size="lg"
      closeButtonProps={{ 'aria-label': 'Close', size: 44 }}
    >
      <p>
        The file holds {theirs.name}, change {theirs.revision}; {met.name} is here at change{' '}
        {met.revision}
        {met.deletedAt ? `, deleted ${dayjs(met.deletedAt).format('D MMM YYYY, HH:mm')}` : ''}.
      </p>
      {met.problem ? (
        <p className="doubt">The one here cannot be compared. {met.problem}</p>
      ) : differences.length === 0 ? (
        <p>They do not differ.</p>
      ) : (
        <ul aria-label="Differences" className="differences">
          {differences.slice(0, 40).map((d) => (
            <li key={d.text}>{d.text}</li>
          ))}
          {differences.length > 40 && <li>and {differences.length - 40} more</li>}
        </ul>
      )}
      <p className="pale">
        Replacing puts the one here among the deleted builds, whole: it can be put back.
      </p>
      <Group justify="flex-end" mt="md">
        <Button variant="default" onClick={onReplace}>
          Replace the one here
        </Button>
        <Button onClick={onKeepBoth}>Keep both</Button>
      </Group>
    </Modal>
  )
}

/** The one thing that cannot be undone is asked for twice. */
export function ClearForGood({
  build,
  onClear,
  onClose,
}: {
  build: Listed
  onClear: () => void
  onClose: () => void
}) {
  return (
    <Modal
      opened
      onClose={onClose}
      title={<b>Clear {build.name} for good</b>}
      closeButtonProps={{ 'aria-label': 'Close', size: 44 }}
    >
      <p>
        Its {build.channels} {build.channels === 1 ? 'channel' : 'channels'} and everything measured
        for them go, and cannot be brought back. Restore it and export it first, if in doubt.
      </p>
      <Group justify="flex-end" mt="md">
        <Button variant="default" onClick={onClose}>
          Keep it
        </Button>
        <Button color="red" onClick={onClear}>
          Clear it for good
        </Button>
      </Group>
    </Modal>
  )
}
