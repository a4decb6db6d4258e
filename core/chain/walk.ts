import { reduceToPort, portResistance, portVoltage, type Port } from '../circuit/port.ts'
import { familyOf } from '../curve/registry.ts'
import { invertTable, lookUp } from '../table/interpolate.ts'
import { EchtError } from '../error.ts'
import { GROUND, PIN, PLUG_HIGH, PLUG_LOW, type ChainSpec, type ShareId, type StageId } from './spec.ts'

const PIN_OUT = 0, PLUG_OUT = 1

/** A chain ready to be walked many times: the circuits reduced to what the sensor sees. Made by `prepareChain`. */
export type Chain = {
  spec: ChainSpec
  ideal: Port
  real: Port
  ports: { share: ShareId; port: Port }[]
  /** signal of the sensor at a truth, and back */
  signalAt: (truth: number) => number
  truthAt: (signal: number) => number
}

export function prepareChain(spec: ChainSpec): Chain {
  const family = familyOf(spec.sensor.family)
  const ports = spec.circuits.map(({ share, elements }) => ({
    share,
    port: reduceToPort({ reference: GROUND, elements }, PLUG_HIGH, PLUG_LOW, [[PIN, GROUND], [PLUG_HIGH, PLUG_LOW]]),
  }))
  return {
    spec, ports, ideal: ports[0]!.port, real: ports.at(-1)!.port,
    signalAt: (truth) => family.forward(spec.sensor.curve, truth),
    truthAt: (signal) => family.inverse(spec.sensor.curve, signal),
  }
}

/** What a stage of the perfect chain shows at a truth: where the ticks of its scale stand. */
export function idealValue(chain: Chain, stage: StageId, truth: number): number {
  if (stage === 'truth' || stage === 'shown') return truth
  const ohm = chain.signalAt(truth)
  if (stage === 'element') return ohm
  const volt = portVoltage(chain.ideal, PIN_OUT, ohm)
  return stage === 'converter' ? toCounts(chain, volt) : volt
}

/** The truth at which the perfect chain shows this value on a stage: a value's height. NaN where none does. */
export function heightOf(chain: Chain, stage: StageId, value: number): number {
  if (stage === 'truth' || stage === 'shown') return value
  try {
    if (stage === 'element') return chain.truthAt(value)
    const volt = stage === 'converter' ? toVolts(chain, value) : value
    return chain.truthAt(portResistance(chain.ideal, PIN_OUT, volt))
  } catch { return NaN }
}

/**
 * The height of volts at the pin, also where the perfect chain never goes: above its open-circuit volts it
 * is colder, below ground hotter, than anything in the range, and is put half a range beyond the end.
 */
export function pinHeight(chain: Chain, volt: number): number {
  const height = heightOf(chain, 'pin', volt)
  const [low, high] = chain.spec.range
  const beyond = (high - low) / 2
  if (!Number.isNaN(height)) return Math.min(high + 4 * beyond, Math.max(low - beyond, height))
  return volt > chain.ideal.outputs[PIN_OUT]!.openV / 2 ? low - beyond : high + beyond
}

const toCounts = (chain: Chain, volt: number): number => {
  const { bits, referenceV } = requireConverter(chain)
  return Math.min(2 ** bits - 1, Math.max(0, (volt / referenceV) * 2 ** bits))
}
const toVolts = (chain: Chain, counts: number): number => {
  const { bits, referenceV } = requireConverter(chain)
  return (counts / 2 ** bits) * referenceV
}
function requireConverter(chain: Chain): { bits: number; referenceV: number } {
  if (!chain.spec.converter) throw new EchtError('no-converter', `${chain.spec.device} has no converter.`)
  return chain.spec.converter
}

/** What the device's table takes as its axis, from the volts at the pin. */
export function axisValue(chain: Chain, volt: number, axis: 'V' | 'Ω' | 'counts'): number {
  if (axis === 'counts') return toCounts(chain, volt)
  // a converter never sees beyond its ends, whatever stands at the pin
  const seen = clipped(chain, volt)
  if (axis === 'V') return seen
  // the device reckons ohms from its own pull-up, knowing nothing of leads and neighbours
  const ohm = portResistance(chain.ideal, PIN_OUT, seen)
  return Number.isNaN(ohm) ? (seen > chain.ideal.outputs[PIN_OUT]!.openV / 2 ? 1e9 : 0) : ohm
}

/** The truth the perfect table would give at an axis value: the curve a table is made from. */
export function truthAtAxis(chain: Chain, axis: 'V' | 'Ω' | 'counts', x: number): number {
  const stage: StageId = axis === 'Ω' ? 'element' : axis === 'V' ? 'pin' : 'converter'
  return heightOf(chain, stage, x)
}

export type Walked = {
  stages: { id: StageId; value: number; height: number }[]
  /** what each cause adds to the height, truth unit; they sum to shown − truth */
  biases: { share: ShareId; bias: number }[]
  shown: number
}

/** The whole chain forward from a truth, biases known included. Throws where the curve does not reach. */
export function walkForward(chain: Chain, truth: number): Walked {
  const { spec } = chain
  const { ohm } = heatedElement(chain, truth)
  const pinVolt = portVoltage(chain.real, PIN_OUT, ohm)
  const plugVolt = portVoltage(chain.real, PLUG_OUT, ohm)
  const biases: Walked['biases'] = []
  let height = truth
  for (const { share, port } of chain.ports) {
    const next = pinHeight(chain, portVoltage(port, PIN_OUT, ohm))
    biases.push({ share, bias: next - height })
    height = next
  }
  const shown = shownAt(chain, pinVolt)
  biases.push({ share: 'table', bias: shown - height })
  const value: Record<StageId, () => number> = {
    truth: () => truth, element: () => ohm, plug: () => plugVolt, pin: () => pinVolt, converter: () => toCounts(chain, pinVolt), shown: () => shown,
  }
  // at the plug and the pin the same perfect volts; the converter's are what its counts stand for
  const heightAt = (id: StageId, v: number): number =>
    id === 'plug' || id === 'pin' ? pinHeight(chain, v) : id === 'converter' ? pinHeight(chain, toVolts(chain, v)) : heightOf(chain, id, v)
  const stages = spec.stages.map((id) => { const v = value[id](); return { id, value: v, height: heightAt(id, v) } })
  return { stages, biases, shown }
}

/** What the device shows for volts at its pin. */
export function shownAt(chain: Chain, volt: number): number {
  const { table } = chain.spec
  return table ? lookUp(table, axisValue(chain, volt, table.axis), table.beyond) : pinHeight(chain, clipped(chain, volt))
}

const clipped = (chain: Chain, volt: number): number => (chain.spec.converter ? toVolts(chain, toCounts(chain, volt)) : volt)

/** Self-heating settles where the power the sensor takes matches what it loses: ΔT = P/δ, found by repetition. */
export function heatedElement(chain: Chain, truth: number): { ohm: number; heatingC: number } {
  const heating = familyOf(chain.spec.sensor.family).selfHeating
  let heatingC = 0, ohm = chain.signalAt(truth)
  if (!heating) return { ohm, heatingC }
  for (let step = 0; step < 6; step++) {
    const volt = portVoltage(chain.real, PLUG_OUT, ohm)
    heatingC = heating((volt ** 2 / ohm) * 1000, chain.spec.dissipationMwPerK)
    ohm = chain.signalAt(truth + heatingC)
  }
  return { ohm, heatingC }
}

/**
 * Every truth that explains a value seen on a stage, through the chain as it is, known biases included.
 * One for a sound chain; several where a table turns back; none beyond the ends.
 */
export function walkBackward(chain: Chain, stage: StageId, value: number): number[] {
  if (stage === 'truth') return [value]
  const fromOhm = (ohm: number): number[] => {
    if (!(ohm > 0) || !Number.isFinite(ohm)) return []
    try {
      const heating = familyOf(chain.spec.sensor.family).selfHeating
      const volt = portVoltage(chain.real, PLUG_OUT, ohm)
      return [chain.truthAt(ohm) - (heating ? heating((volt ** 2 / ohm) * 1000, chain.spec.dissipationMwPerK) : 0)]
    } catch { return [] }
  }
  const fromPin = (volt: number): number[] => fromOhm(portResistance(chain.real, PIN_OUT, volt))
  if (stage === 'element') return fromOhm(value)
  if (stage === 'plug') return fromOhm(portResistance(chain.real, PLUG_OUT, value))
  if (stage === 'pin') return fromPin(value)
  if (stage === 'converter') return fromPin(toVolts(chain, value))
  const { table } = chain.spec
  if (!table) return [idealValue(chain, 'pin', value)].flatMap(fromPin)
  return invertTable(table, value).flatMap((x) => {
    if (table.axis === 'counts') return fromPin(toVolts(chain, x))
    if (table.axis === 'V') return fromPin(x)
    return fromPin(portVoltage(chain.ideal, PIN_OUT, x))
  })
}
