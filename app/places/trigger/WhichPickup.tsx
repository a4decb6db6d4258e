import { Button } from '@mantine/core'
import type { Trigger } from '../../../core/build/index.ts'
import { kindOfPickup, type PickupKind } from '../../../core/trigger/index.ts'
import { SideBySide, Fields } from '../../parts/Fields.tsx'
import { TextField } from '../../parts/TextField.tsx'
import { ohms } from '../../parts/units.ts'
import { newId } from '../../store/id.ts'
import { useBuild } from '../../store/useBuild.ts'
import { ohmsFromText } from './ohmsTyped.ts'

const PAIRS = [
  ['1', '2'],
  ['1', '3'],
  ['2', '3'],
] as const

/** Two wires or three, a coil or a switch: told by a meter, plug off. */
export function WhichPickup({ trigger }: { trigger: Trigger }) {
  const { edit } = useBuild()
  const read = (red: string, black: string) =>
    trigger.leads.find((l) => l.red === red && l.black === black)
  const ohmOf = (red: string, black: string): number | undefined => {
    const lead = read(red, black)
    return lead && (lead.ohm ?? Infinity)
  }
  const pairs = PAIRS.flatMap(([a, b]) => {
    const ohm = ohmOf(a, b)
    return ohm === undefined ? [] : [{ a, b, ohm, exchangedOhm: ohmOf(b, a) ?? ohm }]
  })
  const found = kindOfPickup(pairs)
  const set = (red: string, black: string) => (text: string) => {
    const { id } = trigger
    const there = read(red, black)
    if (text.trim() === '')
      return there ? edit({ kind: 'removeLead', args: { id, lead: there.id } }) : null
    const ohm = ohmsFromText(text)
    if (ohm === null) return 'Such as 860, 1k2 or open.'
    const lead = { id: newId(), red, black, ohm: Number.isFinite(ohm) ? ohm : null }
    return edit({ kind: 'measureLead', args: { id, lead } })
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
            value={leadText(ohmOf(a!, b!))}
            onCommit={set(a!, b!)}
            width={120}
          />
        ))}
        {(found.kind === 'vr' || found.kind === 'hall') && found.kind !== trigger.pickup && (
          <SideBySide>
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
          </SideBySide>
        )}
      </Fields>
      <p role="status">{said(found)}</p>
    </>
  )
}

/** Ohms as they would be typed. */
const leadText = (ohm: number | undefined): string =>
  ohm === undefined ? '' : ohm === Infinity ? 'open' : ohms(ohm)

function said(found: PickupKind): string {
  if (found.kind === 'vr')
    return (
      `A coil between ${found.coil.join(' and ')}: it makes its own ` +
      `volts.${found.shield ? ` Lead ${found.shield} is its shield.` : ''}`
    )
  if (found.kind === 'hall') return 'A sensor that switches: it wants a supply and a pull-up.'
  return {
    'too-few': 'Type what the meter shows.',
    open: 'Open everywhere: a broken coil, or the meter is on the wrong range.',
    short: 'Almost nothing between two leads: a short, or a shield that touches.',
    'one-sided': 'Another reading each way: a semiconductor, and no coil. Is there a third lead?',
  }[found.why]
}
