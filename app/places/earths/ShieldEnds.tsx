import { fixed } from '../../../core/quantity/index.ts'
import { NativeSelect } from '@mantine/core'
import { useMemo, useState } from 'react'
import { shieldCosts, shieldEnds, type ShieldCost } from '../../../core/earths/index.ts'
import { orElse } from '../../../core/error.ts'
import { edgeMargin, type Comparator } from '../../../core/ground/index.ts'
import { aboveZero } from '../../parts/checks.ts'
import { num, words } from '../../parts/columns.ts'
import { Fields } from '../../parts/Fields.tsx'
import { QuantityInput } from '../../parts/QuantityInput.tsx'
import { Sheet } from '../../parts/Sheet.tsx'
import { useQuantity } from '../../parts/units.ts'
import type { EarthsTabProps } from './Earths.tsx'
import { millivolts } from './Picture.tsx'

const END: Record<ShieldCost['end'], string> = {
  unit: 'at the unit’s sensor ground alone',
  far: 'at the far end alone',
  both: 'at both ends',
}

/** Each end of a shield, solved in these grounds. */
export function ShieldEnds({
  earths: { build, solved, slopes, state, picture },
  comparator,
}: Pick<EarthsTabProps, 'earths'> & {
  /** what a trigger of this build is read by; null where there is none */
  comparator: Comparator | null
}) {
  const ends = shieldEnds(build)
  const [far, setFar] = useState(ends?.far ?? '')
  const [lengthM, setLengthM] = useState(1.5)
  const costs = useMemo(
    () =>
      solved && slopes && state && ends && far !== ''
        ? orElse(() => shieldCosts(solved, slopes, state, { ...ends, far, lengthM }), [])
        : [],
    [solved, slopes, state, ends, far, lengthM],
  )
  if (!ends)
    return (
      <p className="pale">
        Add a post that is the sensor ground of a device, and an engine block or a body.
      </p>
    )
  const stands = (picture.volt[far] ?? 0) - (picture.volt[ends.sensors] ?? 0)
  return (
    <>
      <h2>Which end of a shield</h2>
      <Fields>
        <NativeSelect
          label="Its far end is at"
          value={far}
          data={build.posts
            .filter((p) => p.id !== ends.sensors)
            .map((p) => ({ value: p.id, label: p.name }))}
          onChange={(e) => setFar(e.currentTarget.value)}
        />
        <QuantityInput
          label="Length"
          unit="m"
          value={lengthM}
          width={120}
          check={aboveZero}
          onCommit={({ value }) => setLengthM(value)}
        />
      </Fields>
      <Sheet
        label="Ends of a shield"
        columns={[words('Grounded'), num('A in it'), words('what it costs')]}
      >
        {costs.map((c) => (
          <tr key={c.end}>
            <td>{END[c.end]}</td>
            <td className="num">{fixed(c.ampere, 2)}</td>
            <td>
              {c.end === 'unit' ? (
                <b>Nothing: recommended.</b>
              ) : c.end === 'far' ? (
                `It stands ${millivolts(stands)} mV off what it is to shield, and passes on every change of that.`
              ) : (
                <>
                  <Worst worst={c.worst} />
                  {comparator && <Edges comparator={comparator} liftV={c.liftV} />}
                </>
              )}
            </td>
          </tr>
        ))}
      </Sheet>
    </>
  )
}

function Worst({ worst }: Pick<ShieldCost, 'worst'>) {
  const q = useQuantity(worst?.cost.unit ?? 'V', worst?.cost.need)
  if (!worst) return <>It is one more way for ground current, and moves no reader here.</>
  return (
    <span className={worst.share > 1 ? 'wrong' : undefined}>
      Ground current runs into the sensor ground: {worst.cost.name} · {worst.cost.device} moves by{' '}
      {q.off(worst.off, 1)} {q.unit}.
    </span>
  )
}

/** What a lift of the sensor ground leaves of a trigger's margin. */
function Edges({ comparator, liftV }: { comparator: Comparator; liftV: number }) {
  const [before, after] = [0, liftV].map((v) => edgeMargin(comparator, { noiseV: 0, liftV: v }))
  const unsigned = (v: number): string => millivolts(Math.abs(v)).replace('+', '')
  return (
    <span className={after!.leastV < 0 ? 'wrong' : undefined}>
      {' '}
      The trigger’s threshold moves by {unsigned(liftV)} mV:{' '}
      {after!.leastV < 0
        ? 'its edges are wrong.'
        : `${unsigned(after!.leastV)} of ${unsigned(before!.leastV)} mV of margin are left.`}
    </span>
  )
}
