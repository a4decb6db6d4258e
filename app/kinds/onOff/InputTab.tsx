import { fixed } from '../../../core/quantity/index.ts'
import { pathOf, type Channel } from '../../../core/build/index.ts'
import { taskOf, usualSwitched, type OnOffStatus } from '../../../core/onOff/index.ts'
import { aboveZero } from '../../parts/checks.ts'
import { QuantityInput } from '../../parts/QuantityInput.tsx'
import { SwitchedInput } from '../../parts/switched/SwitchedInput.tsx'
import { useBuild } from '../../store/useBuild.ts'

/** How the pin of a switch is read. */
export function SwitchInputTab({ channel, status }: { channel: Channel; status: OnOffStatus }) {
  const { build, edit } = useBuild()
  const { input, pin, sends } = pathOf(build, channel.reads[0]!.id)
  const usual = usualSwitched(status.onOff)
  const switched = status.onOff.switched ?? usual
  const set = (patch: object) =>
    edit({ kind: 'editSwitchedOnOff', args: { id: channel.id, patch, usual } })
  return (
    <SwitchedInput
      {...{ switched, input, pin }}
      device={sends}
      task={taskOf(switched, input)}
      set={set}
      delay={{ name: 'delay, ms', text: (s) => fixed(1000 * s, 3) }}
    >
      <QuantityInput
        label="At most"
        unit="Hz"
        value={switched.edgesHz}
        width={140}
        hideUnderstood
        check={aboveZero}
        onCommit={({ value }) => set({ edgesHz: value })}
      />
    </SwitchedInput>
  )
}
