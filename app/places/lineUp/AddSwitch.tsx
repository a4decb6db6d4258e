import { Button, Group, Modal, NativeSelect, SimpleGrid, TextInput } from '@mantine/core'
import { useForm } from '@mantine/form'
import { useNavigate } from 'react-router'
import { onOffChannel } from '../../../core/build/index.ts'
import { memberOf, MEMBERS } from '../../../core/onOff/index.ts'
import { Wrong } from '../../parts/Wrong.tsx'
import { newId } from '../../store/id.ts'
import { newSwitchedInput } from '../../store/make.ts'
import { useBuild } from '../../store/useBuild.ts'
import { ReadBy } from './ReadBy.tsx'
import { NEW, placeOf } from './placeOfInput.ts'

/** A channel that says on or off: its name, what kind of switch, and the pin. Where it switches is said on its page. */
export default function AddSwitch({ onClose }: { onClose: () => void }) {
  const { build, edit } = useBuild()
  const navigate = useNavigate()
  const form = useForm({
    initialValues: {
      ...{ name: '', member: MEMBERS[0]!.id, pin: '' },
      ...{ device: build.devices[0]?.id ?? NEW, deviceName: '' },
    },
    validate: { name: (v) => (v.trim() ? null : 'Give it a name.') },
  })
  const add = form.onSubmit(({ name, member: id, pin, device, deviceName }) => {
    const member = memberOf(id)
    const made = newSwitchedInput(pin)
    const { channel, element } = onOffChannel(newId, {
      ...{ name: name.trim(), member, input: made.input.id },
    })
    const place = placeOf(build, { device, deviceName }, made)
    const refused = edit({ kind: 'addChannel', args: { channel, elements: [element], ...place } })
    if (refused) return form.setErrors({ whole: refused })
    onClose()
    void navigate(`/build/${build.id}/channel/${channel.id}/${channel.reads[0]!.id}`)
  })
  return (
    <Modal
      opened
      onClose={onClose}
      title={<b>Add a switch</b>}
      size="lg"
      closeButtonProps={{ 'aria-label': 'Close', size: 44 }}
    >
      <form onSubmit={add}>
        <SimpleGrid cols={{ base: 1, sm: 2 }}>
          <TextInput
            label="Name"
            placeholder="Fan switch, radiator"
            {...form.getInputProps('name')}
            data-autofocus
          />
          <NativeSelect
            label="Kind"
            {...form.getInputProps('member')}
            data={MEMBERS.map((m) => ({ value: m.id, label: m.name }))}
          />
          <ReadBy device={form.values.device} inputProps={form.getInputProps} />
          <TextInput label="Pin" placeholder="such as 12" {...form.getInputProps('pin')} />
        </SimpleGrid>
        <Wrong>{form.errors.whole}</Wrong>
        <Group justify="flex-end" mt="md">
          <Button variant="default" onClick={onClose}>
            Leave it
          </Button>
          <Button type="submit">Add the switch</Button>
        </Group>
      </form>
    </Modal>
  )
}
