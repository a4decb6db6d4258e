import { fixed } from '../../../core/quantity/index.ts'
import { Button } from '@mantine/core'
import { useState } from 'react'
import { refusal } from '../../../core/error.ts'
import { pinsOf, waysToTry, type Pins, type PinTry } from '../../../core/trigger/index.ts'
import { num, words } from '../../parts/columns.ts'
import { SideBySide, Fields } from '../../parts/Fields.tsx'
import { Fold } from '../../parts/Fold.tsx'
import { QuantityInput } from '../../parts/QuantityInput.tsx'
import { Sheet } from '../../parts/Sheet.tsx'
import { Wrong } from '../../parts/Wrong.tsx'

const PINS = ['A', 'B', 'C'] as const

/** The pins of a switching sensor whose papers are lost, by tries that cannot hurt it. */
export function FindPins() {
  return (
    <Fold name="Which pin is which" says="three wires, no papers: six safe tries">
      <ol>
        <li>Sensor off the vehicle. Call its pins A, B, C.</li>
        <li>
          5 V from the bench supply through a resistor of 1 kΩ: at the most 5 mA can flow, whichever
          way it is wired.
        </li>
        <li>The third pin goes to the 5 V by 10 kΩ; the meter reads it against minus.</li>
        <li>
          Type the volts across the 1 kΩ, then the third pin with steel at the face, and without.
        </li>
      </ol>
      <Tries />
    </Fold>
  )
}

function Tries() {
  const [tries, setTries] = useState<PinTry[]>([])
  const { pins, problem } = found(tries)
  const next = waysToTry(PINS)[tries.length]
  return (
    <>
      {!pins && next && (
        <OneTry key={next.join('')} way={next} onTried={(t) => setTries([...tries, t])} />
      )}
      <Wrong>{problem}</Wrong>
      {pins && (
        <p className="large" role="status">
          Supply <b>{pins.supply}</b>, ground <b>{pins.ground}</b>, signal <b>{pins.signal}</b>.
        </p>
      )}
      {!pins && !next && !problem && (
        <Wrong>
          No way makes it switch: hold the steel nearer, or it needs more than 5 V, or it is dead.
        </Wrong>
      )}
      {tries.length > 0 && (
        <>
          <Sheet
            label="Tries at the pins"
            columns={[words('5 V on, minus on'), num('across 1 kΩ'), num('with'), num('without')]}
            rows={tries.map((t) => ({
              key: `${t.plus}${t.minus}`,
              cells: [
                `${t.plus}, ${t.minus}`,
                ...[t.acrossV, t.withV, t.withoutV].map((v) => fixed(v, 2)),
              ],
            }))}
          />
          <Button variant="subtle" color="gray" onClick={() => setTries([])}>
            From the beginning
          </Button>
        </>
      )}
    </>
  )
}

function OneTry({ way, onTried }: { way: [string, string]; onTried: (t: PinTry) => void }) {
  const [read, setRead] = useState<Partial<PinTry>>({})
  const [plus, minus] = way
  const { acrossV, withV, withoutV } = read
  const done = acrossV !== undefined && withV !== undefined && withoutV !== undefined
  const box = (label: string, key: 'acrossV' | 'withV' | 'withoutV') => (
    <QuantityInput
      label={label}
      unit="V"
      width={120}
      hideUnderstood
      check={(v) => (v >= -6 && v <= 6 ? null : 'Not with 5 V.')}
      onTyped={(t) => setRead((r) => ({ ...r, [key]: t?.value }))}
    />
  )
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault()
        if (done) onTried({ plus, minus, acrossV, withV, withoutV })
      }}
      noValidate
    >
      <p>
        Now <b>5 V on {plus}</b>, <b>minus on {minus}</b>:
      </p>
      <Fields name="A try">
        {box('Across the 1 kΩ', 'acrossV')}
        {box('Third, with steel', 'withV')}
        {box('without', 'withoutV')}
        <SideBySide>
          <Button type="submit" variant="default">
            Next
          </Button>
        </SideBySide>
      </Fields>
    </form>
  )
}

function found(tries: readonly PinTry[]): { pins: Pins | null; problem: string | null } {
  try {
    return { pins: pinsOf(PINS, tries), problem: null }
  } catch (error) {
    return { pins: null, problem: refusal(error).message }
  }
}
