import { describe, expect, it } from 'vitest'
import { saltmarshNine } from '../../demo/saltmarshNine.ts'
import { type Build, elementOf, inputOf, wiredReads } from '../build/index.ts'
import { assembleChain, prepareChain, statusRestsOn, walkForward } from '../chain/index.ts'
import { drivenBy } from '../chain/transfer.ts'
import { solveCircuit, type CircuitElement } from '../circuit/index.ts'
import { networkOf } from './network.ts'
import { NODE, type Is } from './parts.ts'
import { nodesOf } from './view.ts'

const sample = saltmarshNine()
const reads = sample.channels.flatMap((channel) =>
  wiredReads(channel).map((read) => ({ channel, read, ...inputOf(sample, read.input) })),
)

/** All of a build's network at once, every device ground at one potential and every sensor in its place. */
function wholeCircuit(build: Build, looking: string, signals: Map<string, number>) {
  const network = networkOf(build)
  const own = build.channels.flatMap(wiredReads).find((r) => r.id === looking)!
  // a sensor has the ground and supply wires of the reader that looks
  const others = new Set(
    build.channels
      .flatMap(wiredReads)
      .filter((r) => r.source.id === own.source.id && r.id !== looking)
      .map((r) => r.id),
  )
  const cut = (is: Is): boolean => is.kind !== 'signal wire' && others.has(is.of)
  const ties = build.devices.map((d): CircuitElement => ({
    id: `tie ${d.id}`,
    kind: 'voltage',
    plus: NODE.ground(d.id),
    minus: 'battery',
    volt: 0,
  }))
  const sensors = [...signals].flatMap(([read, signal]) => {
    const spec = assembleChain(build, read).spec!
    const chain = prepareChain(spec)
    return drivenBy(spec.drive, signal, chain.real.emfPerSignal, spec.nodes).map((e) => {
      const named = { ...e, id: `${e.id} of ${read}` } as CircuitElement
      // the inner node of each source is its own
      const inner = (node: string): string => (node === 'sensor inside' ? `inside ${read}` : node)
      return named.kind === 'resistor'
        ? { ...named, a: inner(named.a), b: inner(named.b) }
        : named.kind === 'voltage'
          ? { ...named, plus: inner(named.plus), minus: inner(named.minus) }
          : named
    })
  })
  // a sensor supply nobody is wired to hangs from its own rail and disturbs nothing
  const parts = network.parts.filter((p) => !cut(p.is)).map((p) => p.element)
  return solveCircuit({ reference: 'battery', elements: [...parts, ...ties, ...sensors] })
}

describe('the network of a build', () => {
  it('solved as a whole has at every pin what the reader’s own view of it has', () => {
    let compared = 0
    for (const { read } of reads) {
      const { spec } = assembleChain(sample, read.id)
      if (!spec || spec.drive.kind === 'frequency') continue
      const chain = prepareChain(spec)
      const truth = (spec.best[0] + spec.best[1]) / 2
      const signals = new Map<string, number>()
      const placed = new Set<string>([read.source.id])
      signals.set(read.id, walkForward(chain, truth).stages[1]!.value)
      // every other sensor stands somewhere too
      for (const other of reads) {
        const { spec: its } = assembleChain(sample, other.read.id)
        if (!its || its.drive.kind === 'frequency' || placed.has(other.read.source.id)) continue
        placed.add(other.read.source.id)
        signals.set(other.read.id, prepareChain(its).signalAt((its.best[0] + its.best[1]) / 2))
      }
      const { voltage } = wholeCircuit(sample, read.id, signals)
      const { input } = inputOf(sample, read.input)
      const nodes = nodesOf(networkOf(sample).hanging(read.id))
      const stage = (id: string) => walkForward(chain, truth).stages.find((s) => s.id === id)!.value
      // a differential input takes the sensor's own ground for its own
      if (!input.differential && !cancels(spec.drive)) {
        expect(voltage[nodes.pin]! - voltage[nodes.ground]!, read.id).toBeCloseTo(stage('pin'), 5)
        expect(voltage[nodes.high]! - voltage[nodes.low]!, read.id).toBeCloseTo(stage('plug'), 5)
        compared++
      }
    }
    expect(compared).toBeGreaterThan(20)
  })

  it('has each part once, and at both of its nodes', () => {
    const { parts, at } = networkOf(sample)
    expect(new Set(parts.map((p) => p.element.id)).size).toBe(parts.length)
    const pin = NODE.pin(reads[0]!.input.pin)
    expect(at(pin).map((p) => p.is.kind)).toEqual(expect.arrayContaining(['pull', 'leak']))
    expect(at('nowhere')).toEqual([])
  })
})

const cancels = (drive: { kind: string; leadsCancel?: boolean }): boolean =>
  drive.kind === 'resistance' && drive.leadsCancel === true

describe('a sensor that two channels read', () => {
  const [coolant] = sample.channels.filter((c) => c.id === 'ch-coolant')
  const gauge = sample.devices
    .flatMap((d) => d.inputs)
    .find((i) => i.pulls.some((p) => p.on) && !wiredReads(coolant!).some((r) => r.input === i.id))!
  // the reader that had that input reads the coolant sensor instead, in a channel of its own
  const build: Build = {
    ...sample,
    channels: sample.channels
      .filter((c) => c.id === 'ch-coolant' || !wiredReads(c).some((r) => r.input === gauge.id))
      .concat({
        ...coolant!,
        id: 'ch-again',
        reads: [{ ...wiredReads(coolant!)[0]!, id: 'rd-again', input: gauge.id }],
      }),
  }
  const shared = (b: Build, read: string): number =>
    Math.abs(
      walkForward(prepareChain(assembleChain(b, read).spec!), 90).biases.find(
        (x) => x.share === 'shared',
      )!.bias,
    )

  it('is fed by both, as the network has it, with no channel knowing of the other', () => {
    const read = coolant!.reads[0]!.id
    expect(elementOf(build, coolant!.elements[0]!).id).toBe(coolant!.elements[0])
    expect(shared(build, read)).toBeGreaterThan(shared(sample, read) + 1)
    expect(shared(build, 'rd-again')).toBeGreaterThan(1)
  })
  it('is computed anew when the other channel’s input changes', () => {
    const other = build.channels.find((c) => c.id === 'ch-again')!
    const rests = (b: Build) =>
      statusRestsOn(
        b,
        b.channels.find((c) => c.id === 'ch-coolant')!,
      )
    const changed: Build = {
      ...build,
      channels: build.channels.map((c) =>
        c === other ? { ...c, reads: [{ ...c.reads[0]! }] } : c,
      ),
    }
    const same = (a: unknown[], b: unknown[]) => a.every((x, i) => x === b[i])
    expect(same(rests(build), rests(build))).toBe(true)
    expect(same(rests(build), rests(changed))).toBe(false)
  })
})
