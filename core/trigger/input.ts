import { EchtError, requireFinite, requirePositive } from '../error.ts'
import { say, figures, number, type Said } from '../quantity/said.ts'
import { preferredValues, type PreferredSeries } from '../standards/index.ts'

/** An open-collector sensor, the input that reads it, and what may be fitted between. */
export type TriggerInputTask = {
  /** what the sensor's output stands at when it conducts, at most, V, and the most it may sink, A */
  lowV: number
  sinkA: number
  /** what it lets through when it does not conduct, A */
  leakA: number
  /** least supply the sensor works from, V */
  sensorFromV: number
  /** of the wire to it, F */
  cableF: number
  /** the input calls it low below, high above, and may see at most, V */
  thresholdLowV: number
  thresholdHighV: number
  limitV: number
  /** what the battery may be, V, and how far the unit's 5 V may be off, relative */
  batteryV: readonly [low: number, high: number]
  railTolerance: number
  /** parts that can be bought, and how far they may be off, relative */
  series: PreferredSeries
  partTolerance: number
  /** edges a second at the limiter, and the speed there, rpm */
  limiterHz: number
  limiterRpm: number
}

/** A school of feeding such an input. */
export type InputSchool = 'pull-up' | 'divider' | 'trimmed' | 'sensor-on-5v'

/** The parts of a school that leave the most margin, and what they give in every corner. */
export type InputDesign = {
  school: InputSchool
  /** to the rail, and to ground where it divides, Ω */
  upOhm: number
  downOhm: number | null
  /** levels at the pin over all corners, V */
  highV: readonly [number, number]
  lowV: readonly [number, number]
  /** the least of what is left above the high threshold, below the low one and below the limit, V */
  marginV: number
  /** most the sensor sinks, A */
  sinkA: number
  /** the slowest edge takes to its threshold, s, and in degrees of the crank at the limiter */
  delayS: number
  delayDeg: number
  says: Said[]
}

const RAIL_V = 5
const LEAST_OHM = 220
const MOST_OHM = 100_000
/** An edge must be through in so much of half its period at the limiter. */
const THROUGH = 0.5

/** One corner: rail, parts and leakage as far off as they may be. */
type Corner = { railV: number; up: number; down: number; leakA: number }

/** Every corner of tolerances and battery: they lie at the ends, since each level runs one way with each of them. */
function cornersOf(task: TriggerInputTask, school: InputSchool): Corner[] {
  const { batteryV, railTolerance, partTolerance, leakA } = task
  const rails =
    school === 'divider' || school === 'trimmed'
      ? batteryV
      : [RAIL_V * (1 - railTolerance), RAIL_V * (1 + railTolerance)]
  // what is trimmed is set by its level: the parts' own error is taken out
  const parts = school === 'trimmed' ? [1] : [1 - partTolerance, 1 + partTolerance]
  return rails.flatMap((railV) =>
    parts.flatMap((up) =>
      parts.flatMap((down) => [0, leakA].map((leak) => ({ railV, up, down, leakA: leak }))),
    ),
  )
}

/** Levels, sink and delay of some parts in one corner. */
function atCorner(
  { lowV, cableF, thresholdHighV, thresholdLowV }: TriggerInputTask,
  upOhm: number,
  downOhm: number | null,
  { railV, up, down, leakA }: Corner,
) {
  const top = upOhm * up
  const bottom = downOhm === null ? Infinity : downOhm * down
  const share = bottom === Infinity ? 1 : bottom / (top + bottom)
  const source = bottom === Infinity ? top : (top * bottom) / (top + bottom)
  const high = railV * share - leakA * source
  const tau = source * cableF
  return {
    high,
    low: lowV,
    sink: Math.max(0, railV - lowV) / top,
    // up from low to the high threshold; down is the sensor's own, and quick
    riseS:
      high > thresholdHighV ? tau * Math.log((high - lowV) / (high - thresholdHighV)) : Infinity,
    margin: Math.min(high - thresholdHighV, thresholdLowV - lowV),
  }
}

function judged(
  task: TriggerInputTask,
  school: InputSchool,
  corners: readonly Corner[],
  upOhm: number,
  downOhm: number | null,
): InputDesign | null {
  const all = corners.map((c) => atCorner(task, upOhm, downOhm, c))
  const highs = all.map((a) => a.high)
  const most = Math.max(...highs)
  const sinkA = Math.max(...all.map((a) => a.sink))
  const delayS = Math.max(...all.map((a) => a.riseS))
  if (sinkA > task.sinkA || delayS > (THROUGH * 0.5) / task.limiterHz) return null
  return {
    ...{ school, upOhm, downOhm, sinkA, delayS },
    highV: [Math.min(...highs), most],
    lowV: [0, task.lowV],
    marginV: Math.min(...all.map((a) => a.margin), task.limitV - most),
    delayDeg: 6 * task.limiterRpm * delayS,
    says: [],
  }
}

/** Margins that differ by less are the same, V; a delay below this moves no spark that a lamp shows, °. */
const SAME_V = 1e-9
const QUICK_DEG = 0.1

/** More margin; where that is the same, the one that sinks less, as long as its edge is quick. */
const isBetter = (a: InputDesign, b: InputDesign): boolean =>
  a.marginV > b.marginV + SAME_V ||
  (a.marginV > b.marginV - SAME_V && a.delayDeg < QUICK_DEG && a.sinkA < b.sinkA)

/**
 * The schools of reading an open-collector trigger sensor, each with the parts of a series that leave the most margin in
 * the worst corner of battery, rail and part tolerances, best first: a pull-up to the unit's 5 V; a fixed divider from the
 * battery; the same trimmed by a potentiometer; the sensor itself on 5 V. A school for which no parts will do is left out.
 * Every value of the series is tried. Throws `EchtError` `not-a-number`, `not-positive`, `bad-range`, `no-pull-up` where no
 * school has parts that will do.
 */
export function designTriggerInput(task: TriggerInputTask): InputDesign[] {
  check(task)
  const values = preferredValues(task.series, LEAST_OHM, MOST_OHM)
  const schools: InputSchool[] = ['pull-up', 'divider', 'trimmed', 'sensor-on-5v']
  const found = schools.flatMap((school) => {
    if (school === 'sensor-on-5v' && task.sensorFromV > RAIL_V * (1 - task.railTolerance)) return []
    const corners = cornersOf(task, school)
    const divides = school === 'divider' || school === 'trimmed'
    let best: InputDesign | null = null
    for (const up of values)
      for (const down of divides ? values : [null]) {
        const design = judged(task, school, corners, up, down)
        if (design && (!best || isBetter(design, best))) best = design
      }
    return best ? [{ ...best, says: saidOf(task, best) }] : []
  })
  if (found.length === 0)
    throw new EchtError(
      'no-pull-up',
      'No parts will do: the sensor sinks too little for an edge as quick as the limiter asks. A shorter cable, or a sensor that sinks more.',
    )
  return found.sort((a, b) => b.marginV - a.marginV)
}

function check(task: TriggerInputTask): void {
  for (const [key, what] of [
    ['sinkA', 'What the sensor may sink'],
    ['sensorFromV', 'The least supply of the sensor'],
    ['cableF', 'The capacitance of the cable'],
    ['limitV', 'What the input may see'],
    ['limiterHz', 'Edges a second at the limiter'],
    ['limiterRpm', 'The speed at the limiter'],
  ] as const)
    requirePositive(task[key], what)
  for (const [key, what] of [
    ['lowV', 'The low level of the sensor'],
    ['leakA', 'The leakage of the sensor'],
    ['railTolerance', 'The tolerance of the rail'],
    ['partTolerance', 'The tolerance of the parts'],
  ] as const)
    if (requireFinite(task[key], what) < 0)
      throw new EchtError('bad-range', `${what} is ${task[key]}: nothing below zero.`)
  const [low, high] = task.batteryV
  requirePositive(low, 'The lowest battery')
  if (!(requireFinite(high, 'The highest battery') >= low))
    throw new EchtError('bad-range', `The battery runs from ${low} to ${high} V: low first.`)
  if (!(task.thresholdLowV < task.thresholdHighV))
    throw new EchtError(
      'bad-range',
      `The low threshold is ${task.thresholdLowV} V and the high one ${task.thresholdHighV} V: low first.`,
    )
}

/** What is to be said of a design: what it lacks, and what its school costs. */
function saidOf(task: TriggerInputTask, { school, marginV, highV }: InputDesign): Said[] {
  const says: Said[] = []
  if (marginV <= 0)
    says.push(
      say(
        'no-margin',
      )`In its worst corner it misses by ${number(-marginV, 2)} V: at ${figures(task.batteryV[0], 2)} V of battery edges get lost.`,
    )
  if (school === 'divider')
    says.push(
      say(
        'follows-battery',
      )`Its level follows the battery, from ${number(highV[0], 1)} to ${number(highV[1], 1)} V: cranking is its worst moment.`,
    )
  if (school === 'trimmed')
    says.push(
      say(
        'drifts',
      )`Set once, by a meter at the pin: a potentiometer drifts with heat and shaking. Lock it, and measure it again next season.`,
    )
  if (school === 'sensor-on-5v')
    says.push(
      say(
        'loads-the-rail',
      )`The sensor lives on the unit’s 5 V with all others: a short in its wire takes them down.`,
    )
  return says
}
