import { EchtError, requireFinite, requirePositive } from '../error.ts'
import { aNumber, aSize, aText, everyOf, thingWith } from '../expects.ts'
import { groundNet, type GroundLoad, type GroundNet, type GroundWire } from './net.ts'

/**
 * How a reader's converter feels a difference between the ground its sensor stands on and its own: behind a pull-up at
 * the converter, grounded locally and fed from the converter's rail, with an output of its own above its own ground,
 * or measured between two wires.
 */
export type GroundReader = { id: string; sensorGround: string; converterGround: string } & (
  | { kind: 'pull-up'; pullUpOhm: number; sensorOhm: number }
  | { kind: 'ratiometric'; signalShare: number }
  | { kind: 'fixed' }
  | { kind: 'differential' }
)

export type GroundTask = {
  /** the battery's negative post, 0 V */
  reference: string
  wires: readonly GroundWire[]
  loads: readonly GroundLoad[]
  readers: readonly GroundReader[]
}

export type GroundCost = {
  /** by state: every node's volts above the reference, and every reader's error at its converter, V */
  states: Record<string, { nodeV: Record<string, number>; readerV: Record<string, number> }>
  /** by reader, then by load: V at its converter, that load alone */
  byLoad: Record<string, Record<string, number>>
}

const TASK = thingWith({
  reference: aText,
  wires: everyOf(thingWith({ id: aText, a: aText, b: aText, ohm: aSize })),
  loads: everyOf(thingWith({ id: aText, into: aText, ampere: aNumber, states: everyOf(aText) })),
  readers: everyOf(thingWith({ id: aText, sensorGround: aText, converterGround: aText })),
})

/**
 * What the loads of a vehicle cost its readers, in volts at their converters: positive where the sensor's ground
 * stands above the converter's. Every load takes its current from the battery's positive post and returns it into its
 * node; the readers draw none. By load it is superposition of one factored network. Throws `EchtError`
 * `floating-node` naming what hangs from nothing, `zero-ohm` and `not-positive` for a wire or pull-up without
 * resistance, `duplicate-id`, `not-a-number`, `out-of-range` for a share of the supply outside 0 to 1 or a reader of
 * no kind, `singular-circuit`.
 *
 * @example groundCost({ reference: '-', wires: [{ id: 'strap', a: 'block', b: '-', ohm: 0.001 }],
 *   loads: [{ id: 'fan', into: 'block', ampere: 20, states: ['on'] }],
 *   readers: [{ id: 'oil', kind: 'fixed', sensorGround: 'block', converterGround: '-' }] }).byLoad.oil.fan // 0.02
 */
export function groundCost(task: GroundTask): GroundCost {
  TASK(task, 'The task')
  refuseTwice(task.readers, 'readers')
  refuseTwice(task.loads, 'loads')
  const net = groundNet(task)
  const factors = new Map(task.readers.map((r) => [r.id, factorOf(r)]))
  const byLoad: GroundCost['byLoad'] = {}
  for (const reader of task.readers) {
    const between = net.between(
      reader.sensorGround,
      reader.converterGround,
      `reader "${reader.id}"`,
    )
    byLoad[reader.id] = Object.fromEntries(
      task.loads.map((load) => [
        load.id,
        factors.get(reader.id)! * load.ampere * net.perAmpere(load.into, between),
      ]),
    )
  }
  const names = [...new Set(task.loads.flatMap((l) => l.states))]
  const states = Object.fromEntries(
    names.map((state) => {
      const running = task.loads.filter((l) => l.states.includes(state))
      const readerV = Object.fromEntries(
        task.readers.map(({ id }) => [id, sumOf(running.map((l) => byLoad[id]![l.id]!))]),
      )
      return [state, { nodeV: nodeVolts(net, running), readerV }]
    }),
  )
  return { states, byLoad }
}

/** Volts of every node above the reference with some loads running. */
export function nodeVolts(net: GroundNet, running: readonly GroundLoad[]): Record<string, number> {
  return Object.fromEntries(
    net.nodes.map((node) => [
      node,
      sumOf(
        running.map((l) => l.ampere * net.perAmpere(l.into, { plus: node, minus: net.reference })),
      ),
    ]),
  )
}

/** Share of a ground difference that arrives at a reader's converter. */
function factorOf(reader: GroundReader): number {
  const { id } = reader
  switch (reader.kind) {
    case 'pull-up': {
      const pullUp = requirePositive(reader.pullUpOhm, `The pull-up of reader "${id}"`)
      const sensor = requireFinite(reader.sensorOhm, `The sensor of reader "${id}"`)
      if (sensor < 0)
        throw new EchtError(
          'not-positive',
          `The sensor of reader "${id}" has ${sensor} Ω: give its ohms.`,
        )
      return pullUp / (pullUp + sensor)
    }
    case 'ratiometric': {
      const share = requireFinite(reader.signalShare, `The signal of reader "${id}"`)
      if (share < 0 || share > 1)
        throw new EchtError(
          'out-of-range',
          `The signal of reader "${id}" is ${share} of its supply: it must lie from 0 to 1.`,
        )
      return 1 - share
    }
    case 'fixed':
      return 1
    case 'differential':
      return 0
    default:
      throw new EchtError(
        'out-of-range',
        `Reader "${id}" is "${(reader as { kind: string }).kind}": pull-up, ratiometric, fixed or differential.`,
      )
  }
}

const sumOf = (values: readonly number[]): number => values.reduce((sum, v) => sum + v, 0)

function refuseTwice(list: readonly { id: string }[], noun: string): void {
  const seen = new Set<string>()
  const twice = list.find((r) => seen.has(r.id) || !seen.add(r.id))
  if (twice)
    throw new EchtError(
      'duplicate-id',
      `Two ${noun} are called "${twice.id}": give each its own id.`,
    )
}
