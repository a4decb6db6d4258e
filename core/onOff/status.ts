import { pathOf, pinName, proofHolds } from '../build/find.ts'
import { hashOf } from '../build/hash.ts'
import type { Build, Channel, Input, OnOff, Read } from '../build/types.ts'
import type { State } from '../chain/index.ts'
import { levelParts, type InputDesign, type InputParts } from '../input/index.ts'
import { amount, list, number, off, say, type Phrase, type Said } from '../quantity/said.ts'
import { fittedInput, usualSwitched } from './input.ts'
import { memberOf } from './members.ts'
import {
  switchedAt,
  thresholdFindings,
  thresholdsOf,
  type Threshold,
  type Way,
} from './thresholds.ts'

/** All that is known of a channel that says on or off. */
export type OnOffStatus = {
  onOff: OnOff
  /** what it is read by */
  input: Input
  thresholds: Record<Way, Threshold | null>
  fitted: InputDesign | null
  findings: Said[]
  state: State
  ratio: number
  next: { title: Phrase; reason: Phrase }
  known: Phrase | null
  reader: { device: string; pin: string; part: string | null }
  unit: string
  accuracy: number
  worst: { at: number; bias: number; band: number } | null
}

/** Readings of one threshold after which its scatter says something. */
const ENOUGH = 3

const WAYS: readonly Way[] = ['rising', 'falling']

/** What a channel without its own part is taken for: a switch by hand. */
export const onOffOf = ({ onOff }: Channel): OnOff =>
  onOff ?? {
    ...{ member: 'switch', unit: '%', closes: 'rising', onWhen: 'closed' },
    ...{ risingAt: null, fallingAt: null, switched: null },
  }

const wanted = (onOff: OnOff, way: Way): number | null =>
  way === 'rising' ? onOff.risingAt : onOff.fallingAt

/** Everything the line-up and the page say of a switch, out of the record. */
export function onOffStatus(build: Build, channel: Channel, read: Read): OnOffStatus {
  const onOff = onOffOf(channel)
  const { accuracy } = channel.needs
  const thresholds = thresholdsOf(build, channel)
  const { input, pin, shows } = pathOf(build, read.id)
  const parts = levelParts(input)
  const fitted = fittedInput(onOff.switched ?? usualSwitched(onOff), input)
  const findings = thresholdFindings(thresholds, onOff, accuracy)
  const worst = worstOf(onOff, thresholds)
  const step = nextOf({ build, channel, read, onOff, thresholds, parts, fitted, findings, worst })
  const error = worst ? (Math.abs(worst.bias) + worst.band) / accuracy : Infinity
  return {
    ...{ onOff, input, thresholds, fitted, findings, worst, accuracy, unit: onOff.unit, ...step },
    ratio: fitted && fitted.marginV > 0 ? error : Infinity,
    known: knownOf(onOff, thresholds, accuracy),
    reader: { device: shows.name, pin: pinName(pin), part: null },
  }
}

/** The threshold that is further off what was asked, with its band. */
function worstOf(onOff: OnOff, thresholds: Record<Way, Threshold | null>): OnOffStatus['worst'] {
  const all = WAYS.flatMap((way) => {
    const [asked, found] = [wanted(onOff, way), thresholds[way]]
    return asked === null || !found || found.half === null
      ? []
      : [{ at: asked, bias: found.truth - asked, band: found.half }]
  })
  return all.toSorted((a, b) => Math.abs(b.bias) + b.band - Math.abs(a.bias) - a.band)[0] ?? null
}

function knownOf(
  { unit }: OnOff,
  { rising, falling }: Record<Way, Threshold | null>,
  accuracy: number,
): Phrase | null {
  const at = (t: Threshold) => amount(t.truth, unit, 1, accuracy)
  if (rising && falling) return say('switches')`up ${at(rising)}, down ${at(falling)}`
  if (rising) return say('switches-up')`up ${at(rising)}`
  return falling ? say('switches-down')`down ${at(falling)}` : null
}

type Situation = {
  build: Build
  channel: Channel
  read: Read
  onOff: OnOff
  thresholds: Record<Way, Threshold | null>
  /** that give its pin levels; null where it floats */
  parts: InputParts | null
  fitted: InputDesign | null
  findings: Said[]
  worst: OnOffStatus['worst']
}
type Step = Pick<OnOffStatus, 'state' | 'next'>
const step = (state: State, title: Phrase, reason: Phrase): Step => ({
  state,
  next: { title, reason },
})

/** Each looks for one thing to do; the first that finds one is the next step. */
const RULES: readonly ((s: Situation) => Step | null)[] = [
  partsToFit,
  marginToMend,
  thresholdToTake,
  thresholdsToReadAgain,
  thresholdOff,
  provenAlready,
  scatterToKnow,
]

function nextOf(s: Situation): Step {
  for (const rule of RULES) {
    const found = rule(s)
    if (found) return found
  }
  return step('measured', 'Prove it in the vehicle.', 'Work it, and see the device say on and off.')
}

function provenAlready({ build, channel, read }: Situation): Step | null {
  return isProvenOnOff(build, channel, read)
    ? step('proven', 'Nothing to do here.', 'Proven in the vehicle. Check again next season.')
    : null
}

function partsToFit({ parts }: Situation): Step | null {
  return parts
    ? null
    : step(
        'assumed',
        'Choose how its pin is read.',
        'A contact gives no level by itself: without a pull-up the pin floats.',
      )
}

function marginToMend({ fitted }: Situation): Step | null {
  if (fitted && fitted.marginV > 0) return null
  return step(
    'wrong',
    'Fit other parts at its pin.',
    fitted
      ? say('misses')`In its worst corner the level misses by ${number(-fitted.marginV, 2)} V.`
      : 'Nothing can be computed from the numbers of its input.',
  )
}

function thresholdToTake({ onOff, thresholds }: Situation): Step | null {
  const missing = WAYS.filter((way) => !thresholds[way])
  if (missing.length === 0) return null
  const { how } = memberOf(onOff.member)
  return missing.length === 2
    ? step('assumed', 'Find where it switches.', how)
    : step(
        'assumed',
        missing[0] === 'rising'
          ? 'Find where it switches on the way up.'
          : 'Find where it switches on the way down.',
        how,
      )
}

function thresholdsToReadAgain({ findings }: Situation): Step | null {
  const crossed = findings.find((f) => f.code === 'crossed')
  return crossed ? step('wrong', 'Read both thresholds again.', crossed) : null
}

function thresholdOff({ onOff, worst, channel }: Situation): Step | null {
  if (!worst || Math.abs(worst.bias) <= channel.needs.accuracy) return null
  const by = (v: number) => amount(v, onOff.unit, 1, channel.needs.accuracy)
  return step(
    'wrong',
    'Take another switch, or ask something else of it.',
    say(
      'threshold-off',
    )`It switches ${off(worst.bias, onOff.unit, 1, channel.needs.accuracy)} off where ${by(worst.at)} is wanted.`,
  )
}

function scatterToKnow({ thresholds }: Situation): Step | null {
  const few = WAYS.filter((way) => thresholds[way]!.count < ENOUGH)
  if (few.length === 0) return null
  const ways = list(few.map((way) => (way === 'rising' ? 'up' : 'down')))
  return step(
    'measured',
    say('again')`Read it again on the way ${ways}.`,
    'After three readings each way its scatter is known.',
  )
}

/** Hash of all that a switch's proof rests on. */
export function onOffRestsOn(build: Build, channel: Channel, read: Read): string {
  const { sends, shows, input, pin } = pathOf(build, read.id)
  const { pulls, thresholds, fitted, filterF, limitV } = input
  return hashOf({
    onOff: channel.onOff,
    needs: channel.needs,
    pin: [sends.id, shows.id, input.id, pin.name],
    frontEnd: { pulls, thresholds, fitted, filterF, limitV },
    readings: switchedAt(build, channel)
      .filter((m) => m.struck === null)
      .map((m) => [m.method, m.readings.map((r) => r.value)]),
  })
}

/** Whether its proof rests on what is still so. */
export const isProvenOnOff = (build: Build, channel: Channel, read: Read): boolean =>
  proofHolds(build, read.id, (proof) => proof.dependsOn === onOffRestsOn(build, channel, read))
