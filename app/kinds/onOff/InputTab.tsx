import type { Channel } from '../../../core/build/index.ts'
import { taskOf, usualInput, type OnOffStatus } from '../../../core/onOff/index.ts'
import { aboveZero } from '../../parts/checks.ts'
import { QuantityInput } from '../../parts/QuantityInput.tsx'
import { SwitchedInput } from '../../parts/switched/SwitchedInput.tsx'
import { useBuild } from '../../store/useBuild.ts'

/** How the pin of a switch is read. */
export function InputTab({ channel, status }: { channel: Channel; status: OnOffStatus }) {
  const { edit } = useBuild()
  const usual = usualInput(status.onOff)
  const input = status.onOff.input ?? usual
  const set = (patch: object) =>
    edit({ kind: 'editOnOffInput', args: { id: channel.id, patch, usual } })
  return (
    <SwitchedInput
      input={input}
      task={taskOf(input)}
      set={set}
      delay={{ name: 'delay, ms', text: (s) => (1000 * s).toFixed(3) }}
    >
      <QuantityInput
        label="At most"
        unit="Hz"
        value={input.edgesHz}
        width={140}
        hideUnderstood
        check={aboveZero}
        onCommit={({ value }) => set({ edgesHz: value })}
      />
    </SwitchedInput>
  )
}
