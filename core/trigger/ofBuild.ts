import type { Build, Measurement, Trigger } from '../build/types.ts'
import { orElse } from '../error.ts'
import { amount, say, type Phrase } from '../quantity/said.ts'
import { correctedAngle } from './angle.ts'
import { lampFit, type LampFit, type LampReading } from './lamp.ts'
import { isSameWheel } from './waysOut.ts'
import { parseWheel } from './wheel.ts'

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

/** Where a trigger stands, in the words of a channel's states, and what to do next. */
export type TriggerStatus = {
  state: 'wrong' | 'assumed' | 'measured' | 'proven'
  next: { title: Phrase; reason: Phrase }
}

/** An angle that is off by less needs no other entry, °. */
const NEAR_DEG = 0.5

/** What is known of a trigger by the record alone: what its unit was told, and what the lamp said. */
export function triggerStatus(build: Build, trigger: Trigger): TriggerStatus {
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
  // a cam says which turn it is: its angle is no spark's
  if (wheel.cycleDegrees === 720) return camStatus(trigger)
  if (angleDeg === null)
    return {
      state: 'assumed',
      next: {
        title: 'Type the angle that is entered.',
        reason: 'Without it the lamp says how far off, and not what to enter.',
      },
    }
  return byLamp(build, trigger, angleDeg)
}

function camStatus({ pickup, input }: Trigger): TriggerStatus {
  if (pickup === 'hall' && input === null)
    return {
      state: 'assumed',
      next: {
        title: 'Design its input.',
        reason: 'A sensor that switches needs a pull-up: without one there is no level.',
      },
    }
  return {
    state: 'measured',
    next: { title: 'Look at its edges.', reason: 'In a capture, beside the crank’s.' },
  }
}

function byLamp(build: Build, trigger: Trigger, angleDeg: number): TriggerStatus {
  const { readings, fit } = lampNow(build, trigger)
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
  if (Math.abs(offsetDeg) > Math.max(NEAR_DEG, 1.96 * offsetUncertaintyDeg)) {
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
  return {
    state: 'proven',
    next: { title: 'Nothing to do here.', reason: 'The spark stands where it was asked for.' },
  }
}
