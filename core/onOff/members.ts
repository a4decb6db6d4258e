import type { OnOff } from '../build/types.ts'

/** A kind of switch: what it follows, what it usually is, how its thresholds are taken, what to mind. */
export type Member = {
  id: string
  name: string
  /** of what it follows */
  quantity: string
  unit: string
  /** what a new one begins with, in the unit: where it should switch on the way up and on the way down, and how well */
  start: { range: [number, number]; risingAt: number; fallingAt: number; accuracy: number }
  closes: OnOff['closes']
  /** a contact, which wants current to stay clean; else a transistor, which wants a supply */
  contact: boolean
  how: string
  caution: string | null
}

/** The kinds of switch that are known; another is one more entry. */
export const MEMBERS: readonly Member[] = [
  {
    ...{ id: 'temperature', name: 'temperature switch', quantity: 'temperature', unit: '°C' },
    start: { range: [60, 120], risingAt: 95, fallingAt: 90, accuracy: 3 },
    ...{ closes: 'rising', contact: true },
    how:
      'Hang it in water with a thermometer beside it, a meter on its contact. Warm slowly, ' +
      'stir, note where it closes; let it cool and note where it opens.',
    caution:
      'Hot water and steam scald; water above 100 °C needs a closed vessel: use oil, outdoors.',
  },
  {
    ...{ id: 'pressure', name: 'pressure switch', quantity: 'pressure', unit: 'kPa g' },
    start: { range: [0, 300], risingAt: 50, fallingAt: 40, accuracy: 10 },
    ...{ closes: 'falling', contact: true },
    how:
      'On a hand pump with a gauge: raise the pressure slowly, note where it switches; let it ' +
      'off slowly and note where it switches back.',
    caution: 'Air under pressure throws fittings: stay below what the switch is made for.',
  },
  {
    ...{ id: 'float', name: 'float switch', quantity: 'litres', unit: 'l' },
    start: { range: [0, 60], risingAt: 9, fallingAt: 7, accuracy: 1.5 },
    ...{ closes: 'falling', contact: true },
    how: 'Fill in known steps and note where it switches; drain in known steps and note where it switches back.',
    caution:
      'Fuel: outdoors, no flame, no spark; the meter on the contact before the tank is open.',
  },
  {
    ...{ id: 'reserve', name: 'reserve lamp', quantity: 'litres', unit: 'l' },
    start: { range: [0, 20], risingAt: 7, fallingAt: 6, accuracy: 1 },
    ...{ closes: 'falling', contact: true },
    how:
      'Drain in known steps until the lamp stays on; fill in known steps until it stays off. ' +
      'Some light only after half a minute: wait at each step.',
    caution: 'Fuel: outdoors, no flame, no spark.',
  },
  {
    ...{ id: 'pedal', name: 'clutch or brake switch', quantity: 'travel', unit: '%' },
    start: { range: [0, 100], risingAt: 8, fallingAt: 5, accuracy: 3 },
    ...{ closes: 'rising', contact: true },
    how:
      'Press the pedal slowly with a rule beside it, note the travel where it switches; let it ' +
      'back and note where it switches back.',
    caution: 'A brake lamp switch serves the brake lamps too: leave their wiring as it is.',
  },
  {
    ...{ id: 'switch', name: 'switch by hand', quantity: 'travel', unit: '%' },
    start: { range: [0, 100], risingAt: 60, fallingAt: 40, accuracy: 20 },
    ...{ closes: 'rising', contact: true },
    how: 'Work it, and see that it switches once each way.',
    caution: null,
  },
  {
    ...{ id: 'sensor', name: 'three-wire switching sensor', quantity: 'distance', unit: 'mm' },
    start: { range: [0, 10], risingAt: 4, fallingAt: 3, accuracy: 0.5 },
    ...{ closes: 'falling', contact: false },
    how:
      'Feed it as in the vehicle, bring iron near with a feeler gauge between, note where its ' +
      'output falls; take it away and note where it rises.',
    caution: null,
  },
]

/** A kind of switch by its id; one that only a newer version knows is a switch by hand. */
export const memberOf = (id: string): Member =>
  MEMBERS.find((m) => m.id === id) ?? MEMBERS.find((m) => m.id === 'switch')!
