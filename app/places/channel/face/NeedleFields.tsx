import type { Face } from '../../../../core/build/index.ts'
import { aboveZero } from '../../../parts/checks.ts'
import { Fields } from '../../../parts/Fields.tsx'
import { QuantityInput } from '../../../parts/QuantityInput.tsx'
import { differenceUnit, useQuantity } from '../../../parts/units.ts'
import type { FaceProps } from '../FaceStage.tsx'
import { NeedleScale } from '../NeedleScale.tsx'
import { truthUnit } from '../stageInfo.ts'

type Props = FaceProps & { needle: NonNullable<Face['needle']>; truth: number }

/** A moving needle: its sweep and marks, and where it stands now. */
export function NeedleFields({ status, face, set, shown, needle, truth }: Props) {
  const unit = truthUnit(status.assembled.sensor.family)
  const q = useQuantity(unit)
  const apart = (from: number) => (v: number) => (v !== from ? null : 'The two ends are the same.')
  return (
    <>
      <Fields>
        <QuantityInput
          label="Sweep"
          unit="°"
          value={needle.sweepDegrees}
          step={5}
          width={120}
          hideUnderstood
          check={(v) => (v > 0 && v <= 360 ? null : 'Up to 360°')}
          onCommit={({ value }) => set({ needle: { sweepDegrees: value } })}
        />
        <QuantityInput
          label="First mark"
          unit={unit}
          value={needle.low}
          width={140}
          hideUnderstood
          check={apart(needle.high)}
          onCommit={({ value }) => set({ needle: { low: value } })}
        />
        <QuantityInput
          label="Last mark"
          unit={unit}
          value={needle.high}
          width={140}
          hideUnderstood
          check={apart(needle.low)}
          onCommit={({ value }) => set({ needle: { high: value } })}
        />
        <QuantityInput
          label="A mark every"
          unit={differenceUnit(unit)}
          value={needle.markStep}
          width={140}
          hideUnderstood
          check={aboveZero}
          onCommit={({ value }) => set({ needle: { markStep: value } })}
        />
      </Fields>
      {shown !== null && (
        <NeedleScale needle={needle} value={shown} truth={truth} warning={face.warning} q={q} />
      )}
    </>
  )
}
