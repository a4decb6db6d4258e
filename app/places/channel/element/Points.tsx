import { Button } from '@mantine/core'
import { useMemo } from 'react'
import { pointsOf, type Measurement } from '../../../../core/build/index.ts'
import { K95, type Sensor, type TakenPoint } from '../../../../core/chain/index.ts'
import { familyOf } from '../../../../core/curve/index.ts'
import { useBuild } from '../../../store/useBuild.ts'
import { Paged } from '../../../parts/Paged.tsx'
import { useQuantity } from '../../../parts/units.ts'
import { num, unseen, words } from '../../../parts/columns.ts'
import { Sheet } from '../../../parts/Sheet.tsx'

/** Rows of a page: as many as a hand takes in an afternoon. */
const A_PAGE = 24

type Row = {
  measurement: Measurement
  point: TakenPoint | undefined
  residual: number | undefined
  suspect: boolean
  unusable: string | undefined
}

/** What was measured, as typed and as understood, with each point's miss; struck ones stay to be seen. */
export function Points({ sensor }: { sensor: Sensor }) {
  const { build } = useBuild()
  const all = pointsOf(build, sensor.element.id)
  const family = familyOf(sensor.family)
  const q = useQuantity(family.truthUnit)
  const rows = useMemo(() => rowsOf(all, sensor), [all, sensor])
  if (all.length === 0) return <p className="pale">Nothing measured yet: {family.firstSteps[0]}</p>
  return (
    <div className="scroll-x apart">
      <Paged
        items={rows}
        perPage={A_PAGE}
        note={`${all.length.toLocaleString('en')} points, those that do not fit first.`}
      >
        {(shown) => (
          <Sheet
            label="Measured points"
            columns={[
              words('How'),
              num(q.unit),
              ...['±', 'typed', family.signalUnit, 'miss'].map(num),
              unseen('Strike'),
            ]}
          >
            {shown.map((row) => (
              <PointRow key={row.measurement.id} row={row} family={sensor.family} />
            ))}
          </Sheet>
        )}
      </Paged>
    </div>
  )
}

/** A row for each point in the order they were taken; where there are pages of them, those to look at stand first. */
function rowsOf(all: readonly Measurement[], sensor: Sensor): Row[] {
  const index = new Map(sensor.points.map((p, i) => [p.measurement.id, i]))
  const unusable = new Map(sensor.unusable.map((u) => [u.measurement, u.why]))
  const suspects = new Set(sensor.suspects)
  const rows = all.map((measurement): Row => {
    const i = index.get(measurement.id)
    return {
      measurement,
      point: i === undefined ? undefined : sensor.points[i],
      residual: i === undefined ? undefined : sensor.fit?.residuals[i],
      suspect: i !== undefined && suspects.has(i),
      unusable: unusable.get(measurement.id),
    }
  })
  if (rows.length <= A_PAGE) return rows
  const wrong = (r: Row): boolean => r.suspect || r.unusable !== undefined
  return [...rows.filter(wrong), ...rows.filter((r) => !wrong(r))]
}

function PointRow({ row, family: id }: { row: Row; family: string }) {
  const family = familyOf(id)
  const q = useQuantity(family.truthUnit)
  const { measurement: m, point, residual, suspect, unusable } = row
  const signal = m.readings.find((r) => r.role === 'signal')
  return (
    <tr className={m.struck ? 'is-struck' : suspect || unusable ? 'is-suspect' : undefined}>
      <td>
        {family.methods.find((x) => x.id === m.method)?.name ?? m.method}
        {suspect && <b className="wrong"> does not fit</b>}
        {unusable && <b className="wrong"> cannot be used: {unusable}</b>}
      </td>
      <td className="num">{point ? q.bare(point.truth, 2) : '–'}</td>
      <td className="num">{point ? q.pm(K95 * sigmaOf(row), 2).slice(1) : ''}</td>
      <td className="num">{signal?.typed}</td>
      <td className="num">{signal ? String(Number(signal.value.toPrecision(5))) : ''}</td>
      <td className="num">{residual === undefined ? '' : q.off(residual, 2)}</td>
      <td className="to-right">
        <StrikeOrRestore row={row} at={point ? q.text(point.truth) : 'this place'} />
      </td>
    </tr>
  )
}

/** A point is struck with its reason, and comes back as it was. */
function StrikeOrRestore({ row, at }: { row: Row; at: string }) {
  const { edit } = useBuild()
  const { measurement, suspect, unusable } = row
  const { id } = measurement
  if (measurement.struck)
    return (
      <Button
        variant="subtle"
        h={36}
        px={8}
        onClick={() => edit({ kind: 'restoreMeasurement', args: { id } })}
      >
        Restore
      </Button>
    )
  const why = unusable ?? (suspect ? 'does not fit the others' : '')
  return (
    <Button
      variant="subtle"
      color="gray"
      h={36}
      px={8}
      aria-label={`Strike the point at ${at}`}
      onClick={() =>
        edit({ kind: 'strikeMeasurement', args: { id, at: new Date().toISOString(), why } })
      }
    >
      Strike
    </Button>
  )
}

/** 1σ of a point's truth, what it shares with others included. */
function sigmaOf({ point }: Row): number {
  const shared = (point?.common ?? []).filter((c) => c.of === 'truth').map((c) => c.sigma)
  return Math.hypot(point?.truthUncertainty ?? 0, ...shared)
}
