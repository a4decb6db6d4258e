import { Button, NativeSelect } from '@mantine/core'
import { useState } from 'react'
import {
  edgeMargin,
  NOISE_SOURCES,
  noiseOfRoute,
  type Beside as Neighbour,
  type Cable,
  type Comparator,
  type NoiseSource,
} from '../../../core/ground/index.ts'
import { aboveZero } from '../../parts/checks.ts'
import { SideBySide, Fields } from '../../parts/Fields.tsx'
import { QuantityInput } from '../../parts/QuantityInput.tsx'
import { millivolts } from './Picture.tsx'
import { CABLE } from './words.ts'

const SOURCES = (Object.keys(NOISE_SOURCES) as NoiseSource[]).map((s) => ({ value: s, label: s }))
type Way = Neighbour & { id: number }
const START: [Way[], Way[]] = [
  [{ id: 1, source: 'coil primary', lengthM: 0.4, apartM: 0.02 }],
  [{ id: 2, source: 'battery cable', lengthM: 1.2, apartM: 0.1 }],
]

/** Two ways for one signal, ranked by an estimate that says it is one. */
export function Routes({ comparator }: { comparator: Comparator | null }) {
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
          {comparator && <Edges comparator={comparator} noiseV={noise[i]!} />}
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
      <SideBySide>
        <Button variant="subtle" color="gray" onClick={onRemove}>
          Remove
        </Button>
      </SideBySide>
    </Fields>
  )
}

/** What noise leaves of a trigger's margin. */
function Edges({ comparator, noiseV }: { comparator: Comparator; noiseV: number }) {
  const { falseV, missedV } = edgeMargin(comparator, { noiseV, liftV: 0 })
  const left = (v: number): string => millivolts(v).replace('+', '')
  if (falseV < 0 || missedV < 0)
    return (
      <p className="wrong tight">
        A trigger’s wire this way: {falseV < 0 ? 'edges where there is none' : 'teeth are missed'}.
      </p>
    )
  return (
    <p className="tight">
      A trigger’s wire this way: {left(falseV)} mV left before a false edge, {left(missedV)} mV
      before a missed one.
    </p>
  )
}
