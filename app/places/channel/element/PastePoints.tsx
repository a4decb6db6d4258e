import { Button, Textarea } from '@mantine/core'
import { notifications } from '@mantine/notifications'
import { useState } from 'react'
import type { Element, Measurement } from '../../../../core/build/index.ts'
import { familyOf } from '../../../../core/curve/registry.ts'
import { readPairs } from '../../../../core/table/index.ts'
import { inWords } from '../../../store/problem.ts'
import { useBuild } from '../../../store/useBuild.ts'
import { newId } from '../../../store/id.ts'
import { useQuantity } from '../../../parts/units.ts'
import { signalCheck, truthCheck } from './check.ts'

/** Many points at once, out of a note or a spreadsheet: truth and signal, a line each. */
export function PastePoints({ element }: { element: Element }) {
  const { edit } = useBuild()
  const family = familyOf(element.family)
  const q = useQuantity(family.truthUnit)
  const [text, setText] = useState('')
  const [problem, setProblem] = useState<string | null>(null)
  // the recipe that asks for no more than the truth itself
  const method = family.methods.findLast(
    (m) =>
      m.asks.length > 0 &&
      m.asks.every((a) => !Array.isArray(a) && (a.role === 'truth' || a.otherwise !== undefined)) &&
      m.asks.some((a) => !Array.isArray(a) && a.role === 'truth'),
  )
  if (!method) return null
  const take = (): void => {
    try {
      const pairs = readPairs(text, {
        firstUnit: q.unit,
        secondUnit: family.signalUnit,
        first: truthCheck(family, q),
        second: signalCheck(family.drive(element.settings), family.signalUnit),
        names: [family.quantity, 'signal'],
      })
      const at = new Date().toISOString()
      const measurements = pairs.map((p): Measurement => ({
        id: newId(),
        at,
        by: '',
        about: { kind: 'point', element: element.id },
        method: method.id,
        note: 'pasted',
        struck: null,
        readings: [
          {
            role: 'signal',
            typed: p.secondTyped,
            unit: family.signalUnit,
            value: p.second,
            instrument: null,
          },
          { role: 'truth', typed: p.firstTyped, unit: q.unit, value: p.first, instrument: null },
        ],
      }))
      const refused = edit({ kind: 'addMeasurements', args: { measurements } })
      setProblem(refused)
      if (refused) return
      notifications.show({ message: `${pairs.length} points taken.` })
      setText('')
    } catch (error) {
      setProblem(inWords(error, 'Taking these points'))
    }
  }
  return (
    <details style={{ marginTop: 8 }}>
      <summary style={{ minHeight: 44, cursor: 'pointer', paddingTop: 10 }}>
        Paste many points
      </summary>
      <Textarea
        label={`${family.quantity} in ${q.unit}, then the signal in ${family.signalUnit}; a line each`}
        value={text}
        onChange={(e) => {
          setText(e.currentTarget.value)
          setProblem(null)
        }}
        error={problem}
        autosize
        minRows={3}
        maxRows={8}
        styles={{ input: { fontFamily: 'var(--mantine-font-family-monospace)' } }}
      />
      <Button mt="xs" variant="default" disabled={text.trim() === ''} onClick={take}>
        Take them
      </Button>
    </details>
  )
}
