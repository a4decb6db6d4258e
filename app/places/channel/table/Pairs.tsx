import type { DeviceTable } from '../../../../core/build/index.ts'
import { convertFromCore, fixed, scientific } from '../../../../core/quantity/index.ts'
import { ohms, useQuantity } from '../../../parts/units.ts'
import { useWork } from '../../../workers/useWork.ts'
import { truthUnit } from '../stageInfo.ts'
import type { StageProps } from '../tabs.tsx'
import { decimalsOfStep } from './decimals.ts'
import { Wrong } from '../../../parts/Wrong.tsx'
import { num, words } from '../../../parts/columns.ts'
import { Sheet } from '../../../parts/Sheet.tsx'

/** For a device that takes three pairs, or the coefficients through them. */
export function Pairs({ status, spec }: { status: StageProps['status']; spec: DeviceTable }) {
  const q = useQuantity(truthUnit(status.assembled.sensor.family))
  const chain = status.chain!
  const { value, error } = useWork((core) => core.pairs(chain.spec, spec), [chain, spec])
  if (error) return <Wrong>{error}</Wrong>
  if (!value) return <p className="pale">Trying pairs…</p>
  return (
    <>
      {spec.form === 'pairs' ? (
        <Sheet
          apart
          label="Pairs to enter"
          columns={[num(spec.valueUnit), num('Ω')]}
          rows={value.pairs.map((p) => ({
            key: p.truth,
            cells: [
              fixed(convertFromCore(p.truth, spec.valueUnit), decimalsOfStep(spec.valueStep)),
              ohms(p.signal),
            ],
          }))}
        />
      ) : (
        <Sheet
          apart
          label="Pairs to enter"
          columns={[words(), num()]}
          rows={value.curve.coefficients.map((c, i) => ({
            key: i,
            cells: ['ABC'[i], scientific(c, 8)],
          }))}
        />
      )}
      <p role="status">
        The curve {status.assembled.sends.name} makes of them errs by{' '}
        {q.pm(value.worstError, 3).slice(1)} {q.unit} at most, at {q.text(value.worstAt, 0)}.
      </p>
    </>
  )
}
