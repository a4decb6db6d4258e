import { Button, Switch } from '@mantine/core'
import { measured, type Input, type Patch, type Pull } from '../../../../core/build/index.ts'
import { SideBySide, Fields } from '../../../parts/Fields.tsx'
import { QuantityInput } from '../../../parts/QuantityInput.tsx'
import { StatedChip } from '../../../parts/StatedChip.tsx'
import { ohms } from '../../../parts/units.ts'
import { useBuild } from '../../../store/useBuild.ts'
import { aboveZero } from '../../../parts/checks.ts'
import css from './PullUp.module.css'

const KIND: Record<Pull['kind'], string> = {
  fixed: 'fixed in the device',
  switchable: 'switchable',
  fitted: 'fitted outside',
}

/** One pull-up of an input: its ohms, how good they are, and the rail it goes to. */
export function PullUpPanel({ input, pull }: { input: Input; pull: Pull }) {
  const { edit } = useBuild()
  const set = (patch: Patch<Pull>): string | null =>
    edit({ kind: 'editPullUp', args: { input: input.id, pull: pull.id, patch } })
  const takeOut = (): string | null =>
    edit({ kind: 'removePullUp', args: { input: input.id, pull: pull.id } })
  return (
    <Fields name={`Pull-up ${pull.name || ohms(pull.ohm.value)}`}>
      <SideBySide>
        <div className={css.name}>
          <b>{pull.name || 'pull-up'}</b>
          <div className="pale small">{KIND[pull.kind]}</div>
        </div>
      </SideBySide>
      <div>
        <QuantityInput
          label="Ohms"
          unit="Ω"
          value={pull.ohm.value}
          width={130}
          check={aboveZero}
          onCommit={({ value }) => set({ ohm: measured(value) })}
          tolerance={{ now: pull.tolerance, take: (t) => set({ tolerance: t }) }}
        />
        <StatedChip basis={pull.ohm.basis} />
      </div>
      <QuantityInput
        label="Tolerance"
        unit="%"
        value={pull.tolerance * 100}
        width={110}
        check={(v) => (v >= 0 && v <= 50 ? null : '0 to 50 %')}
        onCommit={({ value }) => set({ tolerance: value / 100 })}
      />
      <QuantityInput
        label="To"
        unit="V"
        value={pull.toReference ? input.referenceV.value : pull.railV.value}
        width={110}
        disabled={pull.toReference}
        check={aboveZero}
        onCommit={({ value }) => set({ railV: measured(value) })}
      />
      <SideBySide>
        {pull.kind === 'switchable' && (
          <Switch
            label="on"
            checked={pull.on}
            onChange={(e) => set({ on: e.currentTarget.checked })}
          />
        )}
        {pull.kind === 'fitted' && (
          <Button variant="default" h={36} onClick={takeOut}>
            Take out
          </Button>
        )}
        {input.bits !== null && (
          <Switch
            mt={6}
            label="to the reference"
            checked={pull.toReference}
            onChange={(e) => set({ toReference: e.currentTarget.checked })}
          />
        )}
      </SideBySide>
    </Fields>
  )
}
