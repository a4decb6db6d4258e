import { Button } from '@mantine/core'
import { useState } from 'react'
import type { Trigger } from '../../../core/build/index.ts'
import { kindOfPickup, type PickupKind } from '../../../core/trigger/index.ts'
import { Beside, Fields } from '../../parts/Fields.tsx'
import { TextField } from '../../parts/TextField.tsx'
import { useBuild } from '../../store/useBuild.ts'
import { ohmsTyped } from './ohmsTyped.ts'

const PAIRS = [
  ['1', '2'],
  ['1', '3'],
  ['2', '3'],
] as const

/** Two wires or three, a coil or a switch: told by a meter, plug off. */
export function WhichPickup({ trigger }: { trigger: Trigger }) {
  const { edit } = useBuild()
  const [typed, setTyped] = useState<Record<string, string>>({})
  const pairs = PAIRS.flatMap(([a, b]) => {
    const ohm = ohmsTyped(typed[`${a}${b}`])
    const exchangedOhm = ohmsTyped(typed[`${b}${a}`]) ?? ohm
    return ohm === null || exchangedOhm === null ? [] : [{ a, b, ohm, exchangedOhm }]
  })
  const found = kindOfPickup(pairs)
  const set = (key: string) => (text: string) => {
    if (text.trim() !== '' && ohmsTyped(text) === null) return 'Such as 860, 1k2 or open.'
    setTyped((t) => ({ ...t, [key]: text }))
    return null
  }
  return (
    <>
      <h2>Coil or switch</h2>
      <p className="pale">
        Plug off, meter on ohms. Each pair of leads, then with the probes exchanged; type open where
        the meter shows none. With two leads only the first pair.
      </p>
      <Fields name="Ohms between leads">
        {PAIRS.flatMap(([a, b]) => [
          [a, b],
          [b, a],
        ]).map(([a, b]) => (
          <TextField
            key={`${a}${b}`}
            label={`Red ${a}, black ${b}`}
            value={typed[`${a}${b}`] ?? ''}
            onCommit={set(`${a}${b}`)}
            width={120}
          />
        ))}
        {(found.kind === 'vr' || found.kind === 'hall') && found.kind !== trigger.pickup && (
          <Beside>
            <Button
              variant="default"
              onClick={() =>
                edit({
                  kind: 'editTrigger',
                  args: { id: trigger.id, patch: { pickup: found.kind as Trigger['pickup'] } },
                })
              }
            >
              Keep it so
            </Button>
          </Beside>
        )}
      </Fields>
      <p role="status">{said(found)}</p>
    </>
  )
}

function said(found: PickupKind): string {
  if (found.kind === 'vr')
    return `A coil between ${found.coil.join(' and ')}: it makes its own volts.${found.shield ? ` Lead ${found.shield} is its shield.` : ''}`
  if (found.kind === 'hall') return 'A sensor that switches: it wants a supply and a pull-up.'
  return {
    'too-few': 'Type what the meter shows.',
    open: 'Open everywhere: a broken coil, or the meter is on the wrong range.',
    short: 'Almost nothing between two leads: a short, or a shield that touches.',
    'one-sided': 'Another reading each way: a semiconductor, and no coil. Is there a third lead?',
  }[found.why]
}
