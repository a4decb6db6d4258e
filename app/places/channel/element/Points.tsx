import { K95 } from '../../../../core/constants.ts'
import { significant, counted } from '../../../../core/quantity/index.ts'
import { Button } from '@mantine/core'
import { useMemo } from 'react'
import { pointsOf, type Measurement } from '../../../../core/build/index.ts'
import { type Sensor, type TakenPoint } from '../../../../core/chain/index.ts'
import { familyOf, type AnyFamily } from '../../../../core/curve/index.ts'
import { useBuild } from '../../../store/useBuild.ts'
import type { Mark } from '../../../parts/columns.ts'
import { LongTable, type LongColumn } from '../../../parts/LongTable.tsx'
import { useQuantity, type Quantity } from '../../../parts/units.ts'

/** Rows of a page: as many as a hand takes in an afternoon. */
const A_PAGE = 24

type Row = {
  id: string
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
  const columns = useMemo(() => columnsFor(family, q), [family, q])
  if (all.length === 0) return <p className="pale">Nothing measured yet: {family.firstSteps[0]}</p>
  return (
    <div className="scroll-x apart">
      <LongTable
        label="Measured points"
        rows={rows}
        columns={columns}
        perPage={A_PAGE}
        mark={markOf}
        note={`${counted(all.length)} points, those that do not fit first.`}
      />
    </div>
  )
}

const markOf = ({ measurement, suspect, unusable }: Row): Mark | undefined => {
  if (measurement.struck) return 'is-struck'
  return suspect || unusable ? 'is-suspect' : undefined
}

/** How it was taken, what it came to, as typed, and how far the fit misses it. */
const columnsFor = (family: AnyFamily, q: Quantity): LongColumn<Row>[] => [
  { id: 'how', name: 'How', cell: (row) => <How row={row} family={family} /> },
  {
    ...{ id: 'truth', name: q.unit, num: true },
    cell: ({ point }) => (point ? q.bare(point.truth, 2) : '–'),
    by: ({ point }) => point?.truth,
  },
  {
    ...{ id: 'sigma', name: '±', num: true },
    cell: (row) => (row.point ? q.pm(K95 * sigmaOf(row), 2).slice(1) : ''),
  },
  { id: 'typed', name: 'typed', num: true, cell: (row) => signalOf(row)?.typed },
  {
    ...{ id: 'signal', name: family.signalUnit, num: true },
    cell: (row) => {
      const signal = signalOf(row)
      return signal ? significant(signal.value, 5) : ''
    },
    by: (row) => signalOf(row)?.value,
  },
  {
    ...{ id: 'miss', name: 'miss', num: true },
    cell: ({ residual }) => (residual === undefined ? '' : q.off(residual, 2)),
    by: ({ residual }) => residual,
  },
  {
    id: 'strike',
    name: <span className="visually-hidden">Strike</span>,
    cell: (row) => (
      <div className="to-right">
        <StrikeOrRestore row={row} at={row.point ? q.text(row.point.truth) : 'this place'} />
      </div>
    ),
  },
]

const signalOf = ({ measurement }: Row) => measurement.readings.find((r) => r.role === 'signal')

function How({ row, family }: { row: Row; family: AnyFamily }) {
  const { measurement: m, suspect, unusable } = row
  return (
    <>
      {family.methods.find((x) => x.id === m.method)?.name ?? m.method}
      {suspect && <b className="wrong"> does not fit</b>}
      {unusable && <b className="wrong"> cannot be used: {unusable}</b>}
    </>
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
      id: measurement.id,
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
