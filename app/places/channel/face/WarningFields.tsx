import { NativeSelect } from '@mantine/core'
import type { Face } from '../../../../core/build/index.ts'
import { notNegative } from '../../../parts/checks.ts'
import { Fields } from '../../../parts/Fields.tsx'
import { QuantityInput } from '../../../parts/QuantityInput.tsx'
import { differenceUnit, useQuantity, type Quantity } from '../../../parts/units.ts'
import type { FaceProps } from '../FaceStage.tsx'
import { truthUnit } from '../stageInfo.ts'

type Warning = NonNullable<Face['warning']>

/** A warning lamp: when it comes on, how far back it goes off, and whether the reading is good enough for that. */
export function WarningFields({ status, set, shown, warning }: FaceProps & { warning: Warning }) {
  const unit = truthUnit(status.assembled.sensor.family)
  const q = useQuantity(unit)
  return (
    <>
      <Fields>
        <NativeSelect
          label="On"
          value={warning.when}
          onChange={(e) => set({ warning: { when: e.currentTarget.value as Warning['when'] } })}
          data={['above', 'below']}
          w={110}
        />
        <QuantityInput
          label="at"
          unit={unit}
          value={warning.at}
          width={140}
          hideUnderstood
          onCommit={({ value }) => set({ warning: { at: value } })}
        />
        <QuantityInput
          label="off again by"
          unit={differenceUnit(unit)}
          value={warning.hysteresis}
          width={140}
          hideUnderstood
          check={notNegative}
          onCommit={({ value }) => set({ warning: { hysteresis: value } })}
        />
      </Fields>
      {shown !== null && status.worst && (
        <Consequence warning={warning} band={status.worst.band} q={q} />
      )}
    </>
  )
}

function Consequence({ warning, band, q }: { warning: Warning; band: number; q: Quantity }) {
  const { when, at, hysteresis } = warning
  if (hysteresis < band)
    return (
      <p className="doubt">
        The band is {q.pm(band)}: with {q.pm(hysteresis).slice(1)} of hysteresis the lamp may come
        on {q.pm(band).slice(1)} {q.unit} early or late, whatever it is set to.
      </p>
    )
  return (
    <p className="pale">
      On {when} {q.text(at)} as shown, off again at{' '}
      {q.text(when === 'above' ? at - hysteresis : at + hysteresis)}.
    </p>
  )
}
