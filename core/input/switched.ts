import { EchtError, requireFinite, requirePositive } from '../error.ts'
import { aNumber, everyOf, wordOf, thingWith } from '../expects.ts'
import { say, figures, number, type Said } from '../quantity/said.ts'
import { preferredValues, type PreferredSeries } from '../standards/index.ts'

/** What switches (an open-collector sensor or a contact), the input that reads it, and what may be fitted between. */
export type SwitchedInputTask = {
  /** what it connects the wire to when it conducts: ground, or the battery */
  switches: 'ground' | 'battery'
  /** what is lost across it when it conducts, at most, V, and the most it may carry, A */
  lowV: number
  sinkA: number
  /** current a contact wants so that its oxide breaks, A; 0 for a transistor */
  leastA: number
  /** what it lets through when it does not conduct, A */
  leakA: number
  /** least supply it works from, V; 0 for a contact */
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
  /** times a second it switches at the most */
  edgesHz: number
  /** a delay that harms nothing, s; a hundredth of a period if left out */
  harmlessS?: number
}

/** A school of reading what switches. */
export type InputSchool = 'pull-up' | 'divider' | 'trimmed' | 'sensor-on-5v' | 'from-battery'

/** The parts of a school: to the rail, and to ground where it divides, Ω. */
export type InputParts = { school: InputSchool; upOhm: number; downOhm: number | null }

/** Parts, and what they give in every corner. */
export type InputDesign = InputParts & {
  /** levels at the pin over all corners, V */
  highV: readonly [number, number]
  lowV: readonly [number, number]
  /** the least of what is left above the high threshold, below the low one and below the limit, V */
  marginV: number
  /** least and most it carries, A */
  leastA: number
  sinkA: number
  /** the slowest edge takes to its threshold, s */
  delayS: number
  says: Said[]
}

const RAIL_V = 5
const LEAST_OHM = 220
const MOST_OHM = 100_000
/** An edge must be through in so much of half its period at the quickest. */
const THROUGH = 0.5

const SCHOOLS: Record<SwitchedInputTask['switches'], readonly InputSchool[]> = {
  ground: ['pull-up', 'divider', 'trimmed', 'sensor-on-5v'],
  battery: ['from-battery'],
}
/** Schools that divide the battery. */
const DIVIDES: readonly InputSchool[] = ['divider', 'trimmed', 'from-battery']

/** One corner: rail, parts, leakage and loss as far off as they may be. */
type Corner = { railV: number; up: number; down: number; leakA: number; lossV: number }

/** Every corner of tolerances and battery: they lie at the ends, since each level runs one way with each of them. */
function cornersOf(task: SwitchedInputTask, school: InputSchool): Corner[] {
  const { batteryV, railTolerance, partTolerance, leakA, lowV } = task
  const rails = DIVIDES.includes(school)
    ? batteryV
    : [RAIL_V * (1 - railTolerance), RAIL_V * (1 + railTolerance)]
  const off = [1 - partTolerance, 1 + partTolerance]
  // what is trimmed is set by its level: its two sides err together
  const parts = off.flatMap((up) =>
    (school === 'trimmed' ? [up] : off).map((down) => ({ up, down })),
  )
  // it may lose next to nothing, or all that is stated
  return rails.flatMap((railV) =>
    parts.flatMap((part) =>
      [0, leakA].flatMap((leak) =>
        [0, lowV].map((lossV) => ({ railV, ...part, leakA: leak, lossV })),
      ),
    ),
  )
}

/** Levels, current and delay of some parts in one corner. */
type AtCorner = { high: number; low: number; current: number; delayS: number }

/** It pulls to ground what the parts hold up. */
function toGround(
  { cableF, thresholdHighV }: SwitchedInputTask,
  { upOhm, downOhm }: InputParts,
  { railV, up, down, leakA, lossV }: Corner,
): AtCorner {
  const top = upOhm * up
  const bottom = downOhm === null ? Infinity : downOhm * down
  const share = bottom === Infinity ? 1 : bottom / (top + bottom)
  const source = bottom === Infinity ? top : (top * bottom) / (top + bottom)
  const high = railV * share - leakA * source
  return {
    high,
    low: lossV,
    // the lower part takes a little of what the upper one brings
    current: Math.max(0, (railV - lossV) / top - lossV / bottom),
    // up from low to the high threshold; down is its own, and quick
    delayS: risesIn(source * cableF, { from: lossV, to: high, past: thresholdHighV }),
  }
}

/** It puts the battery on a divider, whose lower part holds the pin down while it is open. */
function fromBattery(
  { cableF, thresholdLowV, thresholdHighV }: SwitchedInputTask,
  { upOhm, downOhm }: InputParts,
  { railV, up, down, leakA, lossV }: Corner,
): AtCorner {
  const top = upOhm * up
  const bottom = (downOhm ?? Infinity) * down
  const high = ((railV - lossV) * bottom) / (top + bottom)
  const low = leakA * bottom
  return {
    high,
    low,
    current: Math.max(0, railV - lossV) / (top + bottom),
    delayS: Math.max(
      risesIn(((top * bottom) / (top + bottom)) * cableF, {
        from: low,
        to: high,
        past: thresholdHighV,
      }),
      // down through the lower part alone
      risesIn(bottom * cableF, { from: high, to: low, past: thresholdLowV }),
    ),
  }
}

/** Time of one exponential from a level past another, s; for ever where its end does not reach so far. */
function risesIn(
  tau: number,
  { from, to, past }: { from: number; to: number; past: number },
): number {
  const share = (to - from) / (to - past)
  return share > 1 ? tau * Math.log(share) : Infinity
}

/**
 * What some parts give in the worst corner of battery, rail and tolerances, whatever they are: those that are fitted
 * already, or lie in the drawer. Throws `EchtError` `not-a-number`, `not-positive`, `bad-range`.
 */
export function switchedInput(task: SwitchedInputTask, parts: InputParts): InputDesign {
  check(task)
  thingWith({ school: wordOf(...SCHOOLS.ground, ...SCHOOLS.battery) })(parts, 'The parts')
  requirePositive(parts.upOhm, 'The resistor')
  if (parts.downOhm !== null) requirePositive(parts.downOhm, 'The resistor to ground')
  const design = judged(task, parts, cornersOf(task, parts.school))
  return { ...design, says: saidOf(task, design) }
}

function judged(
  task: SwitchedInputTask,
  parts: InputParts,
  corners: readonly Corner[],
): InputDesign {
  const levels = parts.school === 'from-battery' ? fromBattery : toGround
  const all = corners.map((c) => levels(task, parts, c))
  const highs = all.map((a) => a.high)
  const lows = all.map((a) => a.low)
  const most = Math.max(...highs)
  return {
    ...parts,
    leastA: Math.min(...all.map((a) => a.current)),
    sinkA: Math.max(...all.map((a) => a.current)),
    delayS: Math.max(...all.map((a) => a.delayS)),
    highV: [Math.min(...highs), most],
    lowV: [Math.min(...lows), Math.max(...lows)],
    marginV: Math.min(
      Math.min(...highs) - task.thresholdHighV,
      task.thresholdLowV - Math.max(...lows),
      task.limitV - most,
    ),
    says: [],
  }
}

/** Whether parts may be proposed: nothing carries too much or too little, and every edge is through in time. */
const willDo = (task: SwitchedInputTask, { leastA, sinkA, delayS }: InputDesign): boolean =>
  sinkA <= task.sinkA && leastA >= task.leastA && delayS <= (THROUGH * 0.5) / task.edgesHz

/** Margins that differ by less are the same, V. */
const SAME_V = 1e-9
/** Where nobody says which delay harms nothing: a share of a period. */
const QUICK_SHARE = 0.01
const isQuick = (
  { edgesHz, harmlessS = QUICK_SHARE / edgesHz }: SwitchedInputTask,
  delayS: number,
) => delayS < harmlessS

/** More margin; where that is the same, the one that carries less, as long as its edge is quick. */
const isBetter = (task: SwitchedInputTask, a: InputDesign, b: InputDesign): boolean =>
  a.marginV > b.marginV + SAME_V ||
  (a.marginV > b.marginV - SAME_V && isQuick(task, a.delayS) && a.sinkA < b.sinkA)

/**
 * The schools of reading what switches, each with the parts of a series that leave the most margin in the worst
 * corner of battery, rail and part tolerances, best first. To ground: a pull-up to the unit's 5 V; a fixed divider
 * from the battery; the same trimmed by a potentiometer; the sensor itself on 5 V. To the battery: a divider that
 * holds the pin down. A school for which no parts will do is left out. Every value of the series is tried. Throws
 * `EchtError` `not-a-number`, `not-positive`, `bad-range`, `no-pull-up` where no school has parts that will do.
 */
export function designSwitchedInput(task: SwitchedInputTask): InputDesign[] {
  check(task)
  const values = preferredValues(task.series, LEAST_OHM, MOST_OHM)
  const found = SCHOOLS[task.switches].flatMap((school) => {
    if (school === 'sensor-on-5v' && !livesOn5V(task)) return []
    const corners = cornersOf(task, school)
    let best: InputDesign | null = null
    for (const upOhm of values)
      for (const downOhm of DIVIDES.includes(school) ? values : [null]) {
        const design = judged(task, { school, upOhm, downOhm }, corners)
        if (willDo(task, design) && (!best || isBetter(task, design, best))) best = design
      }
    return best ? [{ ...best, says: saidOf(task, best) }] : []
  })
  if (found.length === 0)
    throw new EchtError(
      'no-pull-up',
      'No parts will do: it may carry too little for an edge as quick as is asked, or for a ' +
        'contact to stay clean. A shorter cable, or one that carries more.',
    )
  return found.sort((a, b) => b.marginV - a.marginV)
}

const TASK = thingWith({
  switches: wordOf('ground', 'battery'),
  thresholdLowV: aNumber,
  thresholdHighV: aNumber,
  batteryV: everyOf(aNumber),
})

/** A contact has no supply of its own: for it that school is the pull-up, said once. */
const livesOn5V = ({ sensorFromV, railTolerance }: SwitchedInputTask): boolean =>
  sensorFromV > 0 && sensorFromV <= RAIL_V * (1 - railTolerance)

function check(task: SwitchedInputTask): void {
  TASK(task, 'The task')
  for (const [key, what] of [
    ['sinkA', 'What it may carry'],
    ['cableF', 'The capacitance of the cable'],
    ['limitV', 'What the input may see'],
    ['edgesHz', 'The times a second it switches'],
  ] as const)
    requirePositive(task[key], what)
  for (const [key, what] of [
    ['lowV', 'What is lost across it'],
    ['leastA', 'The current a contact wants'],
    ['leakA', 'The leakage'],
    ['sensorFromV', 'The least supply of the sensor'],
    ['railTolerance', 'The tolerance of the rail'],
    ['partTolerance', 'The tolerance of the parts'],
  ] as const)
    if (requireFinite(task[key], what) < 0)
      throw new EchtError('bad-range', `${what} is ${task[key]}: nothing below zero.`)
  if (task.harmlessS !== undefined) requirePositive(task.harmlessS, 'A delay that harms nothing')
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

/** What is to be said of parts: what they lack, and what their school costs. */
function saidOf(task: SwitchedInputTask, design: InputDesign): Said[] {
  const { school, marginV, highV, sinkA, leastA, delayS } = design
  const says: Said[] = []
  if (marginV <= 0)
    says.push(
      say('no-margin')`In its worst corner it misses by ${number(-marginV, 2)} V: at
        ${figures(task.batteryV[0], 2)} V of battery edges get lost.`,
    )
  if (sinkA > task.sinkA)
    says.push(
      say(
        'too-much',
      )`It carries up to ${number(sinkA * 1000, 1)} mA and may carry ${number(task.sinkA * 1000, 1)} mA.`,
    )
  if (leastA < task.leastA)
    says.push(
      say(
        'too-little',
      )`A contact wants ${number(task.leastA * 1000, 1)} mA to stay clean; here it gets
        ${number(leastA * 1000, 1)} mA.`,
    )
  if (delayS > (THROUGH * 0.5) / task.edgesHz)
    says.push(say('too-slow')`Its edge is not through before the next one.`)
  const costs = COSTS[school]?.(highV)
  return costs ? [...says, costs] : says
}

/** What a school costs, whatever its parts. */
const COSTS: Partial<Record<InputSchool, (highV: readonly [number, number]) => Said>> = {
  divider: ([low, high]) =>
    say(
      'follows-battery',
    )`Its level follows the battery, from ${number(low, 1)} to ${number(high, 1)} V: cranking is its worst moment.`,
  'from-battery': ([low, high]) =>
    say(
      'follows-battery',
    )`Its level follows the battery, from ${number(low, 1)} to ${number(high, 1)} V: cranking is its worst moment.`,
  trimmed: () =>
    say(
      'drifts',
    )`Set once, by a meter at the pin: a potentiometer drifts with heat and shaking. Lock it,
      and measure it again next season.`,
  'sensor-on-5v': () =>
    say(
      'loads-the-rail',
    )`The sensor lives on the unit’s 5 V with all others: a short in its wire takes them down.`,
}
