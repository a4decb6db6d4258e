import { counted } from '../../../../core/quantity/index.ts'
import { Button, Group, Textarea } from '@mantine/core'
import { notifications } from '@mantine/notifications'
import { useState } from 'react'
import type { Element, Measurement } from '../../../../core/build/index.ts'
import { type AnyFamily, familyOf, type PointMethod } from '../../../../core/curve/index.ts'
import { readPairs, type PastedPair } from '../../../../core/table/index.ts'
import { inWords } from '../../../store/problem.ts'
import { useBuild } from '../../../store/useBuild.ts'
import { newId } from '../../../store/id.ts'
import { useQuantity } from '../../../parts/units.ts'
import { signalCheck, truthCheck } from './check.ts'
import { Wrong } from '../../../parts/Wrong.tsx'

/** Lines a box of text can hold and still answer; more are held beside it. */
const MOST_LINES = 200

/** The recipe that asks for no more than the truth itself. */
const plainMethod = (family: AnyFamily): PointMethod | undefined =>
  family.methods.findLast(
    (m) =>
      m.asks.length > 0 &&
      m.asks.every((a) => !Array.isArray(a) && (a.role === 'truth' || a.otherwise !== undefined)) &&
      m.asks.some((a) => !Array.isArray(a) && a.role === 'truth'),
  )

/** Gives the page a moment before the next piece of work. */
const breath = (): Promise<void> => new Promise((done) => setTimeout(done))

/**
 * Many points at once, out of a note or a spreadsheet: truth and signal, a line each. One change,
 * taken back as one.
 */
export function PastePoints({ element }: { element: Element }) {
  const { edit } = useBuild()
  const family = familyOf(element.family)
  const q = useQuantity(family.truthUnit)
  const [text, setText] = useState('')
  /** so many lines that a box of text would stand still over them */
  const [held, setHeld] = useState<string | null>(null)
  const [problem, setProblem] = useState<string | null>(null)
  const method = plainMethod(family)
  if (!method) return null
  const put = (next: string | null): void => {
    setHeld(next)
    setText('')
    setProblem(null)
  }
  const take = async (): Promise<void> => {
    try {
      const pairs = readPairs(held ?? text, {
        firstUnit: q.unit,
        secondUnit: family.signalUnit,
        first: truthCheck(family, q),
        second: signalCheck(family.drive(element.settings), family.signalUnit),
        names: [family.quantity, 'signal'],
      })
      await breath()
      const units = { truth: q.unit, signal: family.signalUnit }
      const measurements = pointsFrom(pairs, element.id, method.id, units)
      await breath()
      const refused = edit({ kind: 'addMeasurements', args: { measurements } })
      setProblem(refused)
      if (refused) return
      notifications.show({ message: `${pairs.length} points taken.` })
      put(null)
    } catch (error) {
      setProblem(inWords(error, 'Taking these points'))
    }
  }
  const label = `${family.quantity} in ${q.unit}, then the signal in ${family.signalUnit}; a line each`
  return (
    <details className="apart">
      <summary>Paste many points</summary>
      {held === null ? (
        <Textarea
          label={label}
          value={text}
          onPaste={(e) => {
            const pasted = e.clipboardData.getData('text')
            if (pasted.split('\n').length <= MOST_LINES) return
            e.preventDefault()
            put(pasted)
          }}
          onChange={(e) => {
            setText(e.currentTarget.value)
            setProblem(null)
          }}
          error={problem}
          rows={4}
          styles={{ input: { fontFamily: 'var(--mantine-font-family-monospace)' } }}
        />
      ) : (
        <Held text={held} problem={problem} />
      )}
      <Group mt="xs">
        <Button
          variant="default"
          disabled={held === null && text.trim() === ''}
          onClick={() => void take()}
        >
          Take them
        </Button>
        {held !== null && (
          <Button variant="default" onClick={() => put(null)}>
            Put them away
          </Button>
        )}
      </Group>
    </details>
  )
}

/** Very many pasted lines: how many, and the first and last of them. */
function Held({ text, problem }: { text: string; problem: string | null }) {
  const lines = text.trim().split('\n')
  return (
    <>
      <p role="status">
        <b>{counted(lines.length)} lines</b> are held, from <span className="mono">{lines[0]}</span>{' '}
        to <span className="mono">{lines.at(-1)}</span>.
      </p>
      <Wrong>{problem}</Wrong>
    </>
  )
}

function pointsFrom(
  pairs: readonly PastedPair[],
  element: string,
  method: string,
  units: { truth: string; signal: string },
): Measurement[] {
  const at = new Date().toISOString()
  return pairs.map((p) => ({
    id: newId(),
    at,
    by: '',
    about: { kind: 'point', element },
    method,
    note: 'pasted',
    struck: null,
    readings: [
      {
        role: 'signal',
        typed: p.secondTyped,
        unit: units.signal,
        value: p.second,
        instrument: null,
      },
      { role: 'truth', typed: p.firstTyped, unit: units.truth, value: p.first, instrument: null },
    ],
  }))
}
