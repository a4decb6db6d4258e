import { NativeSelect, Switch } from '@mantine/core'
import { useMemo } from 'react'
import type { Face, Patch } from '../../../core/build/index.ts'
import { settleS, walkForward } from '../../../core/chain/index.ts'
import { orElse } from '../../../core/error.ts'
import { fixed, unitsLike } from '../../../core/quantity/index.ts'
import { notNegative } from '../../parts/checks.ts'
import { Fields } from '../../parts/Fields.tsx'
import { QuantityInput } from '../../parts/QuantityInput.tsx'
import { TextField } from '../../parts/TextField.tsx'
import { useBuild } from '../../store/useBuild.ts'
import { NeedleFields } from './face/NeedleFields.tsx'
import { ReadersTable } from './face/ReadersTable.tsx'
import { WarningFields } from './face/WarningFields.tsx'
import { useRestTruth } from './restTruth.ts'
import { truthUnit } from './stageInfo.ts'
import type { StageProps } from './tabs.tsx'

/**
 * How the device shows the value: digits or a needle, its damping, its warning; and every reader of
 * this sensor side by side.
 */
export default function FaceStage({ status }: StageProps) {
  const { edit } = useBuild()
  const truth = useRestTruth()
  const { read, needs } = status.assembled
  const { face } = read
  const set = (patch: Patch<Face>): string | null =>
    edit({ kind: 'editRead', args: { id: read.id, patch: { face: patch } } })
  const shown = useMemo(() => {
    return orElse(() => (status.chain ? walkForward(status.chain, truth).shown : null), null)
  }, [status.chain, truth])
  const part = { status, face, set, shown }
  return (
    <div className="stage">
      <div>
        <h2>Face</h2>
        <Digits {...part} />
        <Switch
          mt="xs"
          label="a moving needle"
          checked={face.needle !== null}
          onChange={(e) =>
            set({ needle: e.currentTarget.checked ? usualNeedle(needs.range) : null })
          }
        />
        {face.needle && <NeedleFields {...part} needle={face.needle} truth={truth} />}
        <Switch
          mt="xs"
          label="a warning"
          checked={face.warning !== null}
          onChange={(e) =>
            set({
              warning: e.currentTarget.checked
                ? { when: 'above', at: needs.best[1], hysteresis: needs.accuracy }
                : null,
            })
          }
        />
        {face.warning && <WarningFields {...part} warning={face.warning} />}
      </div>
      <ReadersTable status={status} truth={truth} />
    </div>
  )
}

export type FaceProps = StageProps & {
  face: Face
  set: (patch: Patch<Face>) => string | null
  /** what it shows now; null where nothing is known of it */
  shown: number | null
}

function Digits({ status, face, set }: FaceProps) {
  const { build } = useBuild()
  const { sensor, shows: device } = status.assembled
  const units = unitsLike(truthUnit(sensor.family), build.vehicle.ethanol)
  return (
    <>
      <Fields>
        <TextField
          label={`Name on ${device.name}`}
          value={face.name}
          onCommit={(name) => set({ name })}
        />
        <NativeSelect
          label="Shows"
          value={face.unit ?? ''}
          onChange={(e) => set({ unit: e.currentTarget.value || null })}
          data={[{ value: '', label: 'as its table' }, ...units]}
          w={160}
        />
        <NativeSelect
          label="Decimals shown"
          value={String(face.decimals)}
          onChange={(e) => set({ decimals: Number(e.currentTarget.value) })}
          data={['0', '1', '2', '3']}
          w={130}
        />
        <QuantityInput
          label="Damping"
          unit="s"
          value={face.dampingS}
          step={0.5}
          width={130}
          hideUnderstood
          check={notNegative}
          onCommit={({ value }) => set({ dampingS: value })}
        />
      </Fields>
      <p className="pale tight">
        The last digit hides up to {fixed(0.5 * 10 ** -face.decimals, face.decimals + 1)}; it is in
        the ribbon at the last scale.
        {face.dampingS > 0 &&
          ` A step shows to nine tenths after ${fixed(settleS(face.dampingS), 1)} s.`}
      </p>
    </>
  )
}

const usualNeedle = (range: readonly [number, number]): NonNullable<Face['needle']> => ({
  sweepDegrees: 90,
  low: range[0],
  high: range[1],
  markStep: niceStep(range),
})

const niceStep = ([low, high]: readonly [number, number]): number => {
  const raw = (high - low) / 8,
    power = 10 ** Math.floor(Math.log10(raw))
  return power * [1, 2, 5, 10].find((m) => m * power >= raw * 0.999)!
}
