import { useMemo } from 'react'
import { readOf } from '../../../../core/build/index.ts'
import { faceText, readerChains, readersAt, stageBy } from '../../../../core/chain/index.ts'
import type { ReaderAt, Readers } from '../../../../core/chain/index.ts'
import { useQuantity, type Quantity } from '../../../parts/units.ts'
import { useBuild } from '../../../store/useBuild.ts'
import { ReadersPicture } from '../ReadersPicture.tsx'
import { truthUnit } from '../stageInfo.ts'
import type { StageProps } from '../tabs.tsx'
import { num, words } from '../../../parts/columns.ts'
import { Sheet } from '../../../parts/Sheet.tsx'

/** Every reader of a sensor at one truth: what each shows, how far off, and where they part. */
export function ReadersTable({ status, truth }: StageProps & { truth: number }) {
  const { build } = useBuild()
  const { channel, element, needs, sensor } = status.assembled
  const unit = truthUnit(sensor.family)
  const q = useQuantity(unit)
  const chains = useMemo(
    () => readerChains(build, channel.id, element.id),
    [build, channel.id, element.id],
  )
  const readers = useMemo(
    () => readersAt(chains, truth, needs.accuracy),
    [chains, truth, needs.accuracy],
  )
  return (
    <div>
      <h2>Every reader of this sensor at {q.text(truth)}</h2>
      <ReadersPicture readers={readers} truth={truth} accuracy={needs.accuracy} q={q} />
      <Sheet
        apart
        label="Readers"
        columns={[words('Reader'), num('shows'), num(`off, ${q.unit}`), num('±')]}
      >
        {readers.readers.map((r) => (
          <Row key={r.read} reader={r} unit={unit} q={q} />
        ))}
      </Sheet>
      <p className="pale">{partsText(readers, q)}</p>
    </div>
  )
}

function Row({ reader, unit, q }: { reader: ReaderAt; unit: string; q: Quantity }) {
  const { build } = useBuild()
  return (
    <tr>
      <td>
        {reader.device} pin {reader.pin}
      </td>
      {reader.shown === null ? (
        <td colSpan={3}>{reader.problem}</td>
      ) : (
        <>
          <td className="num">
            {faceText(readOf(build, reader.read).read.face, reader.shown, unit)}
          </td>
          <td className="num">{q.off(reader.off)}</td>
          <td className="num">{q.pm(reader.half).slice(1)}</td>
        </>
      )}
    </tr>
  )
}

function partsText({ readers, partsAt, apart }: Readers, q: Quantity): string {
  if (readers.length < 2) return 'One reader only. Add another at the top to see where they part.'
  return partsAt
    ? `They part ${stageBy(partsAt.stage).where}, by ${q.pm(partsAt.by).slice(1)} ${q.unit} ` +
        `there; shown, they are ${q.pm(apart).slice(1)} apart.`
    : `They stay together: ${q.pm(apart).slice(1)} ${q.unit} apart at most.`
}
