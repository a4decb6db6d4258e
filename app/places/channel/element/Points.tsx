import { Button } from '@mantine/core'
import { pointsOf } from '../../../../core/build/index.ts'
import type { Sensor } from '../../../../core/chain/index.ts'
import { familyOf } from '../../../../core/curve/registry.ts'
import { useBuild } from '../../../store/useBuild.ts'
import { useQuantity } from '../../../parts/units.ts'

/** What was measured, as typed and as understood, with each point's miss; struck ones stay to be seen. */
export function Points({ sensor }: { sensor: Sensor }) {
  const { build, edit } = useBuild()
  const all = pointsOf(build, sensor.element.id)
  const family = familyOf(sensor.family)
  const q = useQuantity(family.truthUnit)
  if (all.length === 0) return <p className="pale">Nothing measured yet: {family.firstSteps[0]}</p>
  return (
    <div className="scroll-x" style={{ marginTop: 10 }}>
      <table className="sheet-table" aria-label="Measured points">
        <thead>
          <tr>
            <th>How</th>
            <th className="num">{q.unit}</th>
            <th className="num">±</th>
            <th className="num">typed</th>
            <th className="num">{family.signalUnit}</th>
            <th className="num">miss</th>
            <th>
              <span className="visually-hidden">Strike</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {all.map((m) => {
            const index = sensor.points.findIndex((p) => p.measurement.id === m.id)
            const point = sensor.points[index]
            const signal = m.readings.find((r) => r.role === 'signal')
            const suspect = sensor.suspects.includes(index)
            const residual = index >= 0 ? sensor.fit?.residuals[index] : undefined
            const sigma = point
              ? Math.hypot(
                  point.truthUncertainty ?? 0,
                  ...(point.common ?? []).filter((c) => c.of === 'truth').map((c) => c.sigma),
                )
              : 0
            return (
              <tr
                key={m.id}
                className={m.struck ? 'is-struck' : suspect ? 'is-suspect' : undefined}
              >
                <td>
                  {family.methods.find((x) => x.id === m.method)?.name ?? m.method}
                  {suspect && <b className="wrong"> does not fit</b>}
                </td>
                <td className="num">{point ? q.bare(point.truth, 2) : '–'}</td>
                <td className="num">{point ? q.pm(1.96 * sigma, 2).slice(1) : ''}</td>
                <td className="num">{signal?.typed}</td>
                <td className="num">{signal ? String(Number(signal.value.toPrecision(5))) : ''}</td>
                <td className="num">{residual === undefined ? '' : q.off(residual, 2)}</td>
                <td style={{ textAlign: 'right' }}>
                  {m.struck ? (
                    <Button
                      variant="subtle"
                      h={36}
                      px={8}
                      onClick={() => edit({ kind: 'restoreMeasurement', args: { id: m.id } })}
                    >
                      Restore
                    </Button>
                  ) : (
                    <Button
                      variant="subtle"
                      color="gray"
                      h={36}
                      px={8}
                      aria-label={`Strike the point at ${point ? q.text(point.truth) : 'this place'}`}
                      onClick={() =>
                        edit({
                          kind: 'strikeMeasurement',
                          args: {
                            id: m.id,
                            at: new Date().toISOString(),
                            why: suspect ? 'does not fit the others' : '',
                          },
                        })
                      }
                    >
                      Strike
                    </Button>
                  )}
                </td>
              </tr>
            )
          })}
        </tbody>
      </table>
    </div>
  )
}
