import { boilingPointC, standardPressureKPa } from '../standards/index.ts'
import type { Build, Read } from '../build/types.ts'
import { findFamily } from '../curve/registry.ts'
import { signed } from '../quantity/format.ts'
import { linspace } from '../math/linspace.ts'
import { assembleChain, isProven, type Assembled, type ShareId } from './spec.ts'
import { errorAt, linearSpread } from './spread.ts'
import { prepareChain, walkForward, type Chain } from './walk.ts'
import { judgeTable } from './deviceTable.ts'

export type State = 'empty' | 'assumed' | 'measured' | 'proven' | 'wrong'

/** The next step of a reader: one sentence, its reason, and the stage where it is done. */
export type NextStep = { title: string; reason: string; stage: 'element' | 'leads' | 'input' | 'table' | 'face' | 'prove' }

export type ReadStatus = {
  assembled: Assembled
  chain: Chain | null
  state: State
  /** worst known bias and 95 % band over the best range, and where */
  worst: { at: number; bias: number; band: number } | null
  /** (|bias| + band) over the needed accuracy: above 1 is not good enough */
  ratio: number
  next: NextStep
}

const SHARE_NAME: Record<ShareId, string> = {
  element: 'the element', leads: 'the leads', shared: 'the other device on this sensor', ground: 'the ground', input: 'the input', converter: 'the converter', table: 'the table',
}
const SHARE_STAGE: Record<ShareId, NextStep['stage']> = { element: 'element', leads: 'leads', shared: 'input', ground: 'leads', input: 'input', converter: 'input', table: 'table' }

/** Everything the line-up and the channel say of one reader, out of the record. */
export function readStatus(build: Build, read: Read): ReadStatus {
  const assembled = assembleChain(build, read.id)
  const chain = assembled.spec ? prepareChain(assembled.spec) : null
  const worst = chain ? worstOverBest(chain) : null
  const ratio = worst && assembled.spec ? (Math.abs(worst.bias) + worst.band) / assembled.spec.accuracy : Infinity
  const proven = isProven(build, read.id)
  const { suspects } = assembled.sensor
  const biased = worst !== null && assembled.spec !== null && Math.abs(worst.bias) > assembled.spec.accuracy
  const state: State = chain === null ? 'empty' : suspects.length > 0 || biased || (assembled.sensor.problem !== null && assembled.sensor.points.length > 1) ? 'wrong' : proven ? 'proven' : assembled.sensor.basis
  return { assembled, chain, state, worst, ratio, next: nextStep(build, assembled, chain, worst, proven) }
}

function worstOverBest(chain: Chain): ReadStatus['worst'] {
  let worst: ReadStatus['worst'] = null
  for (const at of linspace(...chain.spec.best, 7)) {
    try {
      const { bias, band } = errorAt(chain, at)
      if (!worst || Math.abs(bias) + band > Math.abs(worst.bias) + worst.band) worst = { at, bias, band }
    } catch { /* the curve ends before this temperature: the element stage says so */ }
  }
  return worst
}

/** Temperatures this owner can make, °C: ice, the shed, a hand, boiling water at the vehicle's altitude. */
export function makeableC(build: Build): number[] {
  const boiling = boilingPointC(standardPressureKPa(build.vehicle.altitudeM ?? 0))
  return [0, 18, 35, 50, 70, Math.round(boiling * 10) / 10]
}

function nextStep(build: Build, { sensor, channel, read, input, device, problem }: Assembled, chain: Chain | null, worst: ReadStatus['worst'], proven: boolean): NextStep {
  const family = findFamily(sensor.family)
  if (!family) return { stage: 'element', title: 'This sensor needs a newer Echt.', reason: sensor.problem ?? '' }
  if (sensor.points.length < 2 && !sensor.fit) {
    const first = sensor.points.length === 0
    return { stage: 'element', title: first ? 'Take the first point.' : 'Take a second point.', reason: first ? 'Nothing of this sensor is measured: begin with ice, where the temperature is known for nothing.' : 'One point does not make a curve: boiling water is farthest from ice.' }
  }
  const { suspects } = sensor
  if (sensor.problem && suspects.length === 0) return { stage: 'element', title: 'Look at the points again.', reason: sensor.problem }
  if (suspects.length > 0) {
    const names = suspects.map((i) => `${sensor.points[i]!.truth.toFixed(1)} °C`).join(' and ')
    return suspects.length === 1
      ? { stage: 'element', title: `Read the point at ${names} again, or strike it.`, reason: 'It misses what the others say by more than chance allows.' }
      : { stage: 'element', title: `Read the points at ${names} again.`, reason: 'One of them does not fit, and they cannot be told apart.' }
  }
  if (!chain) return { stage: 'input', title: 'Describe the input.', reason: problem ?? '' }
  const { spec } = chain
  const walked = walkForward(chain, worst?.at ?? spec.best[1])
  const largest = walked.biases.reduce((a, b) => (Math.abs(b.bias) > Math.abs(a.bias) ? b : a))
  if (Math.abs(largest.bias) > spec.accuracy / 2 && largest.share !== 'table') {
    const cause = SHARE_NAME[largest.share]
    return {
      stage: SHARE_STAGE[largest.share], title: `Look at ${cause}.`,
      reason: `At ${(worst?.at ?? 0).toFixed(0)} ${family.truthUnit} ${cause} moves the reading by ${signed(largest.bias, 1)} °C, and ±${spec.accuracy} is needed.`,
    }
  }
  if (spec.sensor.fit && worst && worst.band > spec.accuracy / 2) {
    const shares = linearSpread(chain, worst.at).shares
    const element = shares.find((s) => s.share === 'element')!.sigma
    if (shares.every((s) => s.sigma <= element)) {
      try {
        const next = family.bestNext(sensor.points, makeableC(build), channel.needs.range)
        if (next.bandAfter < 0.9 * next.bandBefore) {
          return { stage: 'element', title: `Take one point at ${next.truth.toFixed(0)} ${family.truthUnit}.`, reason: `The widest band over ${channel.needs.range.join(' to ')} ${family.truthUnit} shrinks from ±${(1.96 * next.bandBefore).toFixed(1)} to ±${(1.96 * next.bandAfter).toFixed(1)} ${family.truthUnit}.` }
        }
      } catch { /* no better point can be named */ }
    }
  }
  if (input.table && !input.table.entered && input.table.form === 'table') return { stage: 'table', title: `Enter the table in ${device.name}.`, reason: `Nothing says what ${device.name} holds now: until then what it shows is assumed.` }
  if (input.table?.entered && Math.abs(walked.biases.find((b) => b.share === 'table')!.bias) > spec.accuracy / 2) {
    const { worstC, worstAtC } = judgeTable(chain, input.table, input.table.entered)
    return { stage: 'table', title: 'Replace the table.', reason: `The table in ${device.name} errs by ${worstC.toFixed(1)} °C near ${worstAtC.toFixed(0)} °C.` }
  }
  if (!proven) return { stage: 'prove', title: `Check ${read.face.name || device.name} at key-on.`, reason: build.proofs.some((p) => p.read === read.id) ? 'Something it rested on has changed since it was proven.' : 'The chain is measured; the vehicle has not yet agreed.' }
  return { stage: 'prove', title: 'Nothing to do here.', reason: 'Proven in the vehicle. Check again next season.' }
}
