import { Button, Group, Modal, TextInput } from '@mantine/core'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { elementOf, type Channel } from '../../../../core/build/index.ts'
import { findFamily } from '../../../../core/curve/index.ts'
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
  const [name, setName] = useState('')
  const [problem, setProblem] = useState<string | null>(null)
  const [draft, setDraft] = useState<InputDraft>(() =>
    signal === 'resistance'
      ? { ...EMPTY_DRAFT, kind: 'needle', railV: 12, pullOhm: 180 }
      : draftFor(signal),
  )
  const add = (): void => {
    const input = newInput(draftInput(draft, signal), {
      unit: family?.truthUnit ?? '°C',
      range: channel.needs.range,
    })
    const device = {
      ...newDevice(
        name.trim() || (draft.kind === 'needle' ? 'Gauge' : 'Display'),
        draft.kind === 'needle' ? ('gauge' as const) : ('display' as const),
      ),
      inputs: [input],
    }
    const read = newRead(element, input.id)
    const refused = edit({
      kind: 'addRead',
      args: { channel: channel.id, read, devices: [device] },
    })
    if (refused) return setProblem(refused)
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
      <form
        onSubmit={(e) => {
          e.preventDefault()
          add()
        }}
      >
        <TextInput
          label="Device"
          placeholder="Oil gauge"
          value={name}
          onChange={(e) => setName(e.currentTarget.value)}
          data-autofocus
        />
        <InputFields draft={draft} signal={signal} onChange={setDraft} />
        <p className="pale">
          Whatever it feeds into the sensor, the other devices read too: the scales show by how
          much.
        </p>
        <Wrong>{problem}</Wrong>
        <Group justify="flex-end">
          <Button type="submit">Add the reader</Button>
        </Group>
      </form>
    </Modal>
  )
}
