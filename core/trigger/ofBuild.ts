import { K95 } from '../constants.ts'
import { inputOf, pinName, proofHolds } from '../build/find.ts'
import { hashOf } from '../build/hash.ts'
import type { Build, Device, Input, Measurement, Pin, Trigger } from '../build/types.ts'
import { orElse } from '../error.ts'
import {
  levelParts,
  switchedInput,
  switchedTask,
  type FrontEnd,
  type InputDesign,
  type InputParts,
  type SwitchedInputTask,
} from '../input/index.ts'
import { amount, number, say, type Phrase } from '../quantity/said.ts'
import { correctedAngle } from './angle.ts'
import { DEG_PER_RPM_S, lampFit, type LampFit, type LampReading } from './lamp.ts'
import { isSameWheel } from './waysOut.ts'
import { isSpeedRing, parseWheel } from './wheel.ts'

export type LampMeasurement = Measurement & {
  about: Extract<Measurement['about'], { kind: 'lamp' }>
}

/** The lamp readings of a trigger, struck ones among them. */
export const lampsOf = (build: Build, { id }: Trigger): LampMeasurement[] =>
  build.measurements.filter(
    (m): m is LampMeasurement => m.about.kind === 'lamp' && m.about.trigger === id,
  )

/** A lamp measurement as a reading; null where one of its numbers is missing. */
export function readingOf({ readings }: Measurement): LampReading | null {
  const of = (role: string): number | undefined => readings.find((r) => r.role === role)?.value
  const [rpm, commandedDeg, seenDeg] = [of('rpm'), of('commanded'), of('seen')]
  return rpm === undefined || commandedDeg === undefined || seenDeg === undefined
    ? null
    : { rpm, commandedDeg, seenDeg }
}

/** What counts of a trigger's lamp readings, and the offset and delay they say; no fit without one. */
export function lampNow(
  build: Build,
  trigger: Trigger,
): { readings: LampReading[]; fit: LampFit | null } {
  const readings = lampsOf(build, trigger)
    .filter((m) => !m.struck)
    .flatMap((m) => readingOf(m) ?? [])
  return { readings, fit: orElse(() => lampFit(readings), null) }
}

/** Where a trigger stands, in the words of a channel's states, what is known of it, and what to do next. */
export type TriggerStatus = {
  state: 'wrong' | 'assumed' | 'measured' | 'proven'
  next: { title: Phrase; reason: Phrase }
  /** how far off the spark stands over what is allowed; infinite while that is not known or no edge is safe */
  ratio: number
  known: Phrase | null
  reader: { device: string; pin: string; part: null }
  unit: string
  accuracy: number
  worst: null
  tells: Tells
  pickup: Trigger['pickup']
  lamp: LampFit | null
  fitted: InputDesign | null
}
type Step = Pick<TriggerStatus, 'state' | 'next'>

/** What a trigger is there to tell: the spark's angle, which of two turns it is, or a wheel's speed. */
export type Tells = 'angle' | 'turn' | 'rate'

export function tellsOf(trigger: Pick<Trigger, 'wheel'>): Tells {
  const wheel = parseWheel(trigger.wheel)
  if (wheel.cycleDegrees === 720) return 'turn'
  return isSpeedRing(wheel) ? 'rate' : 'angle'
}

/** An angle that is off by less needs no other entry, °. */
const NEAR_DEG = 0.5

/** What is known of a trigger by the record alone: what its unit was told, how it is read, what the lamp said. */
export function triggerStatus(build: Build, trigger: Trigger): TriggerStatus {
  const { readings, fit } = lampNow(build, trigger)
  const fitted = fittedAt(build, trigger)
  const { device, pins } = readBy(build, trigger)
  const tells = tellsOf(trigger)
  const step = stepOf(build, trigger, { readings, fit, fitted, parts: partsOf(build, trigger) })
  const lamp = tells === 'angle' ? fit : null
  return {
    ...step,
    ...{ tells, fitted, lamp, pickup: trigger.pickup, worst: null },
    ratio: step.state === 'wrong' || step.state === 'assumed' ? Infinity : offBy(lamp),
    known:
      knownOf(lamp, fitted) ?? (tells !== 'angle' || trigger.pickup === 'hall' ? FLOATS : NO_LAMP),
    reader: { device: device?.name ?? '', pin: device ? pinNames(pins) : '', part: null },
    ...{ unit: '°', accuracy: NEAR_DEG },
  }
}

const FLOATS = 'nothing holds its pin'
const NO_LAMP = 'no lamp was read'

/** How far off the spark stands, with its doubt, over what is allowed; nothing of a cam. */
const offBy = (lamp: LampFit | null): number =>
  lamp ? (Math.abs(lamp.offsetDeg) + K95 * lamp.offsetUncertaintyDeg) / NEAR_DEG : 0

function knownOf(lamp: LampFit | null, fitted: InputDesign | null): Phrase | null {
  if (lamp)
    return say(
      'lamp-known',
    )`spark ${amount(Math.abs(lamp.offsetDeg), '°', 1)} ${lamp.offsetDeg < 0 ? 'late' : 'early'}`
  return fitted && say('margin-known')`${number(fitted.marginV, 2)} V left at its pin`
}

/** What the parts give that are fitted at the input of a sensor that switches; null of a coil, or where none are. */
function fittedAt(build: Build, trigger: Trigger): InputDesign | null {
  const parts = partsOf(build, trigger)
  const { input } = readBy(build, trigger)
  return parts && input
    ? orElse(
        () =>
          switchedInput(
            inputTask(trigger, trigger.switched ?? USUAL_SWITCHED_TRIGGER, input),
            parts,
          ),
        null,
      )
    : null
}

/** The parts that give the pin of a sensor that switches its levels; null of a coil, or where it floats. */
function partsOf(build: Build, trigger: Trigger): InputParts | null {
  const { input } = readBy(build, trigger)
  return trigger.pickup === 'hall' && input ? levelParts(input) : null
}

/** Who reads a trigger: the device, its input, and the pins its leads go to; null and none where nobody said. */
export function readBy(
  build: Build,
  { input: id, secondPin }: Pick<Trigger, 'input' | 'secondPin'>,
): { device: Device | null; input: Input | null; pins: Pin[] } {
  if (id === null) return { device: null, input: null, pins: [] }
  const { device, input, pin } = inputOf(build, id)
  const second = device.pins.find((p) => p.id === secondPin)
  return { device, input, pins: second ? [pin, second] : [pin] }
}

/** Pins as one says them together. */
export const pinNames = (pins: readonly Pin[]): string => pins.map(pinName).join(', ')

/** What the input of a switching sensor is designed from until somebody types better. */
export const USUAL_SWITCHED_TRIGGER: NonNullable<Trigger['switched']> = {
  ...{ switches: 'ground', lowV: 0.4, sinkA: 0.02, leastA: 0, leakA: 1e-5, sensorFromV: 4.5 },
  ...{ cableF: 1e-9, batteryV: [6, 15], railTolerance: 0.02, series: 'E24', partTolerance: 0.05 },
  limiterRpm: 7500,
}

/** A delay of an edge that no lamp shows, degrees of the crank at the limiter. */
const HARMLESS_DEG = 0.1

/** What the input of a trigger is designed from: its edges as quick as at the limiter. */
export function inputTask(
  { wheel }: Pick<Trigger, 'wheel'>,
  { limiterRpm, ...switched }: NonNullable<Trigger['switched']>,
  input: FrontEnd,
): SwitchedInputTask {
  const { edgesDegrees, cycleDegrees } = parseWheel(wheel)
  return switchedTask(switched, input, {
    edgesHz: (edgesDegrees.length * limiterRpm * 360) / (60 * cycleDegrees),
    harmlessS: HARMLESS_DEG / (DEG_PER_RPM_S * limiterRpm),
  })
}

/** Hash of all that a proof of a trigger rests on. */
export const triggerRestsOn = (build: Build, trigger: Trigger): string => {
  const { wheel, expects, pickup, cylinders, firingOrder } = trigger
  const { counts, angleDeg, switched, comparator } = trigger
  const { device, input, pins } = readBy(build, trigger)
  const at = input && {
    ...{ pulls: input.pulls, thresholds: input.thresholds, fitted: input.fitted },
    ...{ filterF: input.filterF, limitV: input.limitV },
  }
  return hashOf({
    ...{ wheel, expects, pickup, cylinders, firingOrder },
    ...{ device: device?.id ?? null, pins: pins.map((p) => [p.id, p.name]), at },
    ...{ counts, angleDeg, switched, comparator },
    lamp: lampNow(build, trigger).readings,
  })
}

type Known = {
  readings: LampReading[]
  fit: LampFit | null
  /** that give its pin levels; null where it floats */
  parts: InputParts | null
  fitted: InputDesign | null
}

function stepOf(build: Build, trigger: Trigger, known: Known): Step {
  const { expects, angleDeg } = trigger
  const wheel = parseWheel(trigger.wheel)
  if (expects === null)
    return {
      state: 'assumed',
      next: {
        title: 'Say which wheel the unit waits for.',
        reason: 'A unit that waits for another one never finds sync.',
      },
    }
  if (!isSameWheel(wheel, parseWheel(expects)))
    return {
      state: 'wrong',
      next: {
        title: 'Tell the unit the wheel.',
        reason: say('waits-for')`It waits for ${expects}; on the engine is ${trigger.wheel}.`,
      },
    }
  const pin = pinStep(trigger, known)
  if (pin) return pin
  // the angle of a cam or of a wheel on the road is no spark's
  if (tellsOf(trigger) !== 'angle') return edgesStep(build, trigger)
  if (angleDeg === null)
    return {
      state: 'assumed',
      next: {
        title: 'Type the angle that is entered.',
        reason: 'Without it the lamp says how far off, and not what to enter.',
      },
    }
  return byLamp(build, { trigger, angleDeg }, known)
}

/** A sensor that switches has a level only by parts at its pin. */
function pinStep({ pickup }: Trigger, { parts, fitted }: Known): Step | null {
  if (pickup !== 'hall') return null
  if (!parts)
    return {
      state: 'assumed',
      next: {
        title: 'Design its input.',
        reason: 'A sensor that switches needs a pull-up: without one there is no level.',
      },
    }
  if (fitted && fitted.marginV > 0) return null
  return {
    state: 'wrong',
    next: {
      title: 'Fit other parts at its pin.',
      reason: fitted
        ? say('misses')`In its worst corner the level misses by ${number(-fitted.marginV, 2)} V.`
        : 'Nothing can be computed from the numbers of its input.',
    },
  }
}

const PROVEN: Step = {
  state: 'proven',
  next: { title: 'Nothing to do here.', reason: 'Proven in the vehicle. Check again next season.' },
}
const isProvenTrigger = (build: Build, trigger: Trigger): boolean =>
  proofHolds(build, trigger.id, (proof) => proof.dependsOn === triggerRestsOn(build, trigger))

const LOOK: Record<Exclude<Tells, 'angle'>, Phrase> = {
  turn: 'In a capture, beside the crank’s; then prove it.',
  rate: 'In a capture, as it rolls away from rest; then prove it.',
}

function edgesStep(build: Build, trigger: Trigger): Step {
  if (isProvenTrigger(build, trigger)) return PROVEN
  const tells = tellsOf(trigger)
  return {
    state: 'measured',
    next: { title: 'Look at its edges.', reason: tells === 'angle' ? '' : LOOK[tells] },
  }
}

function byLamp(
  build: Build,
  { trigger, angleDeg }: { trigger: Trigger; angleDeg: number },
  { readings, fit }: Known,
): Step {
  if (!fit)
    return {
      state: 'assumed',
      next: {
        title: 'Read the timing lamp.',
        reason: 'An angle nobody looked at may be off by a tooth.',
      },
    }
  const { offsetDeg, offsetUncertaintyDeg } = fit
  const degrees = (v: number) => amount(v, '°', 1)
  if (Math.abs(offsetDeg) > Math.max(NEAR_DEG, K95 * offsetUncertaintyDeg)) {
    const wheel = parseWheel(trigger.wheel)
    const angle = correctedAngle(angleDeg, offsetDeg, wheel, trigger.counts)
    return {
      state: 'wrong',
      next: {
        title: say('enter-angle')`Enter ${degrees(angle)}.`,
        reason: say('lamp-off')`The lamp shows the spark ${degrees(Math.abs(offsetDeg))} off.`,
      },
    }
  }
  if (new Set(readings.map((r) => r.rpm)).size < 2)
    return {
      state: 'measured',
      next: {
        title: 'Read the lamp at a second speed.',
        reason: 'An offset and a delay are then told apart.',
      },
    }
  if (isProvenTrigger(build, trigger)) return PROVEN
  return {
    state: 'measured',
    next: {
      title: 'Prove it in the vehicle.',
      reason: 'The spark stands where it was asked for; sync through a start is still to be seen.',
    },
  }
}
