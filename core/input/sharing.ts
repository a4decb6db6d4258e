import { solveCircuit } from '../circuit/solve.ts'
import type { CircuitElement } from '../circuit/circuit.ts'
import { requirePositive } from '../error.ts'
import { aNumber, thingWith } from '../expects.ts'

export type SharedFeed = { pullUpOhm: number; railV: number }
export type SharedState = {
  id: 'together' | 'other-off' | 'own-off' | 'unplugged'
  inputV: number
  sensorMw: number
  /** into the input's protection, A; 0 while within the limit */ clampA: number
}

const FEED = thingWith({ railV: aNumber })
const TASK = thingWith({ own: FEED, other: FEED })

/**
 * What an input sees when a second device feeds the same sensor, in every state the two can be in: both on,
 * the other off (its resistor then pulls to its own dead rail), own device off, and the sensor unplugged
 * while both are on, which can lift the input to the other's supply. `limitV` is the most the input may
 * see; above it the protection conducts what the feeds can give.
 */
export function sharedStates(task: {
  own: SharedFeed
  other: SharedFeed
  sensorOhm: number
  limitV: number
}): SharedState[] {
  TASK(task, 'The task')
  requirePositive(task.own.pullUpOhm, 'The pull-up')
  requirePositive(task.other.pullUpOhm, 'The feed resistance of the other device')
  requirePositive(task.sensorOhm, 'The sensor')
  requirePositive(task.limitV, 'The limit of the input')
  const state = (
    id: SharedState['id'],
    ownV: number,
    otherV: number,
    sensor: boolean,
  ): SharedState => {
    const feeds: CircuitElement[] = [
      { id: 'own rail', kind: 'voltage', plus: 'own', minus: '0', volt: ownV },
      { id: 'own pull', kind: 'resistor', a: 'own', b: 'in', ohm: task.own.pullUpOhm },
      { id: 'other rail', kind: 'voltage', plus: 'other', minus: '0', volt: otherV },
      { id: 'other pull', kind: 'resistor', a: 'other', b: 'in', ohm: task.other.pullUpOhm },
    ]
    const element: CircuitElement[] = sensor
      ? [{ id: 'sensor', kind: 'resistor', a: 'in', b: '0', ohm: task.sensorOhm }]
      : []
    const inputV = solveCircuit({ reference: '0', elements: [...feeds, ...element] }).voltage.in!
    // above the limit the protection holds the input there and takes the rest
    const clampA =
      inputV <= task.limitV
        ? 0
        : -solveCircuit({
            reference: '0',
            elements: [
              ...feeds,
              ...element,
              { id: 'clamp', kind: 'voltage', plus: 'in', minus: '0', volt: task.limitV },
            ],
          }).current.clamp!
    return {
      id,
      inputV,
      clampA: Math.abs(clampA),
      sensorMw: sensor ? (inputV ** 2 / task.sensorOhm) * 1000 : 0,
    }
  }
  return [
    state('together', task.own.railV, task.other.railV, true),
    state('other-off', task.own.railV, 0, true),
    state('own-off', 0, task.other.railV, true),
    state('unplugged', task.own.railV, task.other.railV, false),
  ]
}
