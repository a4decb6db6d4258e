import { NativeSelect } from '@mantine/core'
import { useMemo } from 'react'
import type { Face } from '../../../../core/build/index.ts'
import { lampAt, linearSpread, walkBackward, type Chain } from '../../../../core/chain/index.ts'
import { orElse } from '../../../../core/error.ts'
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
      {shown !== null && status.chain && (
        <Consequence {...{ warning, shown, q }} chain={status.chain} />
      )}
    </>
  )
}

function Consequence({
  chain,
  warning,
  shown,
  q,
}: {
  chain: Chain
  warning: Warning
  shown: number
  q: Quantity
}) {
  const { when, at, hysteresis } = warning
  // at which truth it comes on, and within what
  const comesOn = useMemo(
    () =>
      orElse(() => {
        const [truth] = walkBackward(chain, 'shown', at)
        return truth === undefined ? null : { truth, band: linearSpread(chain, truth).band }
      }, null),
    [chain, at],
  )
  return (
    <>
      <p className="pale">
        On {when} {q.text(at)} as shown
        {comesOn && (
          <>
            , when the truth is {q.bare(comesOn.truth)} {q.pm(comesOn.band)} {q.unit}
          </>
        )}
        ; off again at {q.text(when === 'above' ? at - hysteresis : at + hysteresis)}. At{' '}
        {q.text(shown)}, as now, it {LAMP[lampAt(warning, shown)]}.
      </p>
      {comesOn && hysteresis < comesOn.band && (
        <p className="doubt">
          The band is wider than the {q.pm(hysteresis).slice(1)} {q.unit} it goes back by: it may
          come on {q.pm(comesOn.band).slice(1)} {q.unit} early or late, whatever it is set to.
        </p>
      )}
    </>
  )
}

const LAMP = { on: 'is on', off: 'is off', 'stays as it was': 'stays as it was' }
