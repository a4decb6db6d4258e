import { Button, NativeSelect } from '@mantine/core'
import { useMemo, useState } from 'react'
import { elementOf } from '../../../core/build/index.ts'
import { shieldCosts, shieldEnds, wantedFor, type ShieldCost } from '../../../core/earths/index.ts'
import { orElse } from '../../../core/error.ts'
import { findFamily } from '../../../core/curve/index.ts'
import {
  NOISE_SOURCES,
  noiseOfRoute,
  type Beside as Neighbour,
  type Cable,
  type NoiseSource,
} from '../../../core/ground/index.ts'
import { aboveZero } from '../../parts/checks.ts'
import { num, words } from '../../parts/columns.ts'
import { Beside, Fields } from '../../parts/Fields.tsx'
import { QuantityInput } from '../../parts/QuantityInput.tsx'
import { Sheet } from '../../parts/Sheet.tsx'
import { useQuantity } from '../../parts/units.ts'
import type { TabProps } from './Earths.tsx'
import { millivolts } from './Picture.tsx'

/** Which end of a shield to ground, what each signal wants, and two ways through the vehicle against each other. */
export default function Shields({ earths }: TabProps) {
  return (
    <div className="stage">
      <div>
        <Ends earths={earths} />
        <Wants earths={earths} />
      </div>
      <Routes />
    </div>
  )
}

const END: Record<ShieldCost['end'], string> = {
  unit: 'at the unit’s sensor ground alone',
  far: 'at the far end alone',
  both: 'at both ends',
}

/** Each end of a shield, solved in these grounds. */
function Ends({ earths: { build, solved, slopes, state, picture } }: Pick<TabProps, 'earths'>) {
  const ends = shieldEnds(build)
  const [far, setFar] = useState(ends?.far ?? '')
  const [lengthM, setLengthM] = useState(1.5)
  const costs = useMemo(
    () =>
      solved && slopes && state && ends && far !== ''
        ? orElse(
            () => shieldCosts(solved, slopes, state, { sensors: ends.sensors, far, lengthM }),
            [],
          )
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
            <td className="num">{c.ampere.toFixed(2)}</td>
            <td>
              {c.end === 'unit' ? (
                <b>Nothing: recommended.</b>
              ) : c.end === 'far' ? (
                `It stands ${millivolts(stands)} mV off what it is to shield, and passes on every change of that.`
              ) : (
                <Worst worst={c.worst} />
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

const CABLE: Record<Cable, string> = {
  single: 'neither',
  twisted: 'twisted pair',
  shielded: 'shielded',
  'shielded-pair': 'twisted pair, shielded',
}

/** What each signal of the build wants. */
function Wants({ earths: { build } }: Pick<TabProps, 'earths'>) {
  const kinds = new Map<string, { cable: Cable; why: string; names: string[] }>()
  for (const c of build.channels) {
    const signal = findFamily(elementOf(build, c.elements[0]!).family)?.signal ?? 'voltage'
    const wanted = wantedFor(signal, false)
    const known = kinds.get(signal) ?? { ...wanted, names: [] }
    kinds.set(signal, { ...known, names: [...known.names, c.name] })
  }
  return (
    <>
      <h2 className="apart">What each signal wants</h2>
      <Sheet
        label="What each signal wants"
        columns={[words('Channels'), words('Cable'), words('Why')]}
        rows={[...kinds].map(([key, k]) => ({
          key,
          cells: [k.names.join('; '), <b key="c">{CABLE[k.cable]}</b>, k.why],
        }))}
      />
    </>
  )
}

const SOURCES = (Object.keys(NOISE_SOURCES) as NoiseSource[]).map((s) => ({ value: s, label: s }))
type Way = Neighbour & { id: number }
const START: [Way[], Way[]] = [
  [{ id: 1, source: 'coil primary', lengthM: 0.4, apartM: 0.02 }],
  [{ id: 2, source: 'battery cable', lengthM: 1.2, apartM: 0.1 }],
]

/** Two ways for one signal, ranked by an estimate that says it is one. */
function Routes() {
  const [ways, setWays] = useState(START)
  const [cable, setCable] = useState<Cable>('single')
  const [ohm, setOhm] = useState(2200)
  const noise = ways.map((way) => noiseOfRoute(way, { ohm, cable }))
  const better = noise[0]! <= noise[1]! ? 0 : 1
  const set = (which: number, way: Way[]): void =>
    setWays(([a, b]) => (which === 0 ? [way, b] : [a, way]))
  return (
    <div>
      <h2>Two ways through the vehicle</h2>
      <Fields>
        <NativeSelect
          label="The signal is wired"
          value={cable}
          data={Object.entries(CABLE).map(([value, label]) => ({ value, label }))}
          onChange={(e) => setCable(e.currentTarget.value as Cable)}
        />
        <QuantityInput
          label="It sees"
          unit="Ω"
          value={ohm}
          width={120}
          check={aboveZero}
          onCommit={({ value }) => setOhm(value)}
        />
      </Fields>
      {ways.map((way, i) => (
        <section key={i} aria-label={`Way ${i + 1}`}>
          <h3 className="apart tight">
            Way {i + 1}: about {millivolts(noise[i]!).replace('+', '')} mV
            {i === better && noise[0] !== noise[1] ? ', the better' : ''}
          </h3>
          {way.map((n) => (
            <NeighbourFields
              key={n.id}
              way={n}
              onChange={(patch) =>
                set(
                  i,
                  way.map((x) => (x.id === n.id ? { ...x, ...patch } : x)),
                )
              }
              onRemove={() =>
                set(
                  i,
                  way.filter((x) => x.id !== n.id),
                )
              }
            />
          ))}
          <Button
            variant="subtle"
            onClick={() =>
              set(i, [
                ...way,
                { id: Math.max(0, ...ways.flat().map((x) => x.id)) + 1, ...NEW_NEIGHBOUR },
              ])
            }
          >
            Past one more thing
          </Button>
        </section>
      ))}
      <p className="pale small">
        An estimate by two parallel wires and typical edges, peak volts before any filter: it ranks
        ways, and is no measurement. Twice the distance is worth more than any shield.
      </p>
    </div>
  )
}

const NEW_NEIGHBOUR: Neighbour = { source: 'injector', lengthM: 0.3, apartM: 0.05 }

function NeighbourFields({
  way,
  onChange,
  onRemove,
}: {
  way: Way
  onChange: (patch: Partial<Neighbour>) => void
  onRemove: () => void
}) {
  return (
    <Fields>
      <NativeSelect
        label="Beside"
        value={way.source}
        data={SOURCES}
        onChange={(e) => onChange({ source: e.currentTarget.value as NoiseSource })}
      />
      <QuantityInput
        label="for"
        unit="m"
        value={way.lengthM}
        width={100}
        hideUnderstood
        check={aboveZero}
        onCommit={({ value }) => onChange({ lengthM: value })}
      />
      <QuantityInput
        label="at"
        unit="m"
        value={way.apartM}
        width={100}
        hideUnderstood
        check={aboveZero}
        onCommit={({ value }) => onChange({ apartM: value })}
      />
      <Beside>
        <Button variant="subtle" color="gray" onClick={onRemove}>
          Remove
        </Button>
      </Beside>
    </Fields>
  )
}
