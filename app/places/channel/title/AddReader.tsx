import { Button, Group, Modal, TextInput } from '@mantine/core'
import { useForm } from '@mantine/form'
import { useNavigate } from 'react-router'
import { elementOf, withInput, type Channel } from '../../../../core/build/index.ts'
import { findFamily, type SignalKind } from '../../../../core/curve/index.ts'
import {
  draftFor,
  draftInput,
  EMPTY_DRAFT,
  InputFields,
  type InputDraft,
} from '../../../parts/InputFields.tsx'
import { newDevice, newInput, newRead } from '../../../store/make.ts'
import { useBuild } from '../../../store/useBuild.ts'
import { Wrong } from '../../../parts/Wrong.tsx'

/** A needle gauge is what most often shares a sender. */
const startWith = (signal: SignalKind): InputDraft =>
  signal === 'resistance'
    ? { ...EMPTY_DRAFT, kind: 'needle', railV: 12, pullOhm: 180 }
    : draftFor(signal)

/** One more device on the same sensor: an old gauge, a display. */
export function AddReader({
  channel,
  element,
  onClose,
}: {
  channel: Channel
  element: string
  onClose: () => void
}) {
  const { build, edit } = useBuild()
  const navigate = useNavigate()
  const family = findFamily(elementOf(build, channel.elements[0]!).family)
  const signal = family?.signal ?? 'resistance'
  const form = useForm<{ name: string; draft: InputDraft }>({
    initialValues: { name: '', draft: startWith(signal) },
  })
  const add = ({ name, draft }: { name: string; draft: InputDraft }): void => {
    const made = newInput(draftInput(draft, signal), {
      unit: family?.truthUnit ?? '°C',
      range: channel.needs.range,
    })
    const [usual, kind] =
      draft.kind === 'needle' ? (['Gauge', 'gauge'] as const) : (['Display', 'display'] as const)
    const device = withInput(newDevice(name.trim() || usual, kind), made)
    const read = newRead(element, made.input.id)
    const refused = edit({
      kind: 'addRead',
      args: { channel: channel.id, read, devices: [device] },
    })
    if (refused) return form.setErrors({ whole: refused })
    onClose()
    void navigate(`/build/${build.id}/channel/${channel.id}/${read.id}?stage=input`)
  }
  return (
    <Modal
      opened
      onClose={onClose}
      title={<b>One more device on this sensor</b>}
      size="lg"
      closeButtonProps={{ 'aria-label': 'Close', size: 44 }}
    >
      <form onSubmit={form.onSubmit(add)} noValidate>
        <TextInput
          label="Device"
          placeholder="Oil gauge"
          {...form.getInputProps('name')}
          data-autofocus
        />
        <InputFields
          draft={form.values.draft}
          signal={signal}
          onChange={(draft) => form.setFieldValue('draft', draft)}
        />
        <p className="pale">
          Whatever it feeds into the sensor, the other devices read too: the scales show by how
          much.
        </p>
        <Wrong>{form.errors.whole}</Wrong>
        <Group justify="flex-end">
          <Button type="submit">Add the reader</Button>
        </Group>
      </form>
    </Modal>
  )
}
