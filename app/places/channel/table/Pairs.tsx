import type { DeviceTable } from '../../../../core/build/index.ts'
import { convertFromCore, fixed } from '../../../../core/quantity/index.ts'
import { ohms, useQuantity } from '../../../parts/units.ts'
import { useWork } from '../../../workers/useWork.ts'
import { truthUnit } from '../stageInfo.ts'
import type { StageProps } from '../tabs.tsx'
import { decimalsOf } from './decimals.ts'
import { Wrong } from '../../../parts/Wrong.tsx'

/** For a device that takes three pairs, or the coefficients through them. */
export function Pairs({ status, spec }: { status: StageProps['status']; spec: DeviceTable }) {
  const q = useQuantity(truthUnit(status.assembled.sensor.family))
  const chain = status.chain!
  const { value, error } = useWork((core) => core.pairs(chain.spec, spec), [chain, spec])
  if (error) return <Wrong>{error}</Wrong>
  if (!value) return <p className="pale">Trying pairs…</p>
  return (
    <>
      <table className="sheet-table apart" aria-label="Pairs to enter">
        {spec.form === 'pairs' ? (
          <>
            <thead>
              <tr>
                <th className="num">{spec.valueUnit}</th>
                <th className="num">Ω</th>
              </tr>
            </thead>
            <tbody>
              {value.pairs.map((p) => (
                <tr key={p.truth}>
                  <td className="num">
                    {fixed(convertFromCore(p.truth, spec.valueUnit), decimalsOf(spec.valueStep))}
                  </td>
                  <td className="num">{ohms(p.signal)}</td>
                </tr>
              ))}
            </tbody>
          </>
        ) : (
          <tbody>
            {value.curve.coefficients.map((c, i) => (
              <tr key={i}>
                <td>{'ABC'[i]}</td>
                <td className="num">{c.toExponential(8)}</td>
              </tr>
            ))}
          </tbody>
        )}
      </table>
      <p role="status">
        The curve {status.assembled.device.name} makes of them errs by{' '}
        {q.pm(value.worstError, 3).slice(1)} {q.unit} at most, at {q.text(value.worstAt, 0)}.
      </p>
    </>
  )
}
