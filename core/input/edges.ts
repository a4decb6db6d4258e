import { figures, number, say, type Said } from '../quantity/said.ts'
import { requireFinite, requirePositive } from '../error.ts'
import { wordOf, thingWith } from '../expects.ts'

/** An output that gives edges, the wire, and the input that counts them. */
export type EdgeInput = {
  /** open collector: it only pulls down; push-pull: it drives both ways */
  output: 'open collector' | 'push-pull'
  /** of the input, Ω and V; null where there is none. To ground where it is a pull-down */
  pullOhm: number | null
  pull: 'up' | 'down'
  railV: number
  /** what the output stands at when low, V, and when high (push-pull), and its own resistance */
  lowV: number
  highV: number
  outputOhm: number
  /** most it may sink, A */
  sinkA: number
  cableF: number
  /** the input calls it low below, high above */
  thresholdLowV: number
  thresholdHighV: number
  limitV: number
}

export type EdgeVerdict = {
  lowV: number
  highV: number
  sinkA: number
  /** 10 to 90 %, the slower of rise and fall, s */ edgeS: number
  /** where the edges still reach both thresholds, Hz */ highestHz: number
  problems: Said[]
}

const TASK = thingWith({
  output: wordOf('open collector', 'push-pull'),
  pull: wordOf('up', 'down'),
})

/**
 * Whether edges reach a counter: levels against its thresholds, sink current, and how quick the slower edge is
 * (2.2·R·C). The highest frequency leaves each half period five time constants. Throws on what is no number.
 */
export function edgeInput(task: EdgeInput): EdgeVerdict {
  TASK(task, 'The task')
  for (const key of ['railV', 'outputOhm', 'sinkA', 'cableF', 'limitV'] as const)
    requirePositive(task[key], `The ${key}`)
  for (const key of ['lowV', 'highV', 'thresholdLowV', 'thresholdHighV'] as const)
    requireFinite(task[key], `The ${key}`)
  if (task.pullOhm !== null) requirePositive(task.pullOhm, 'The pull-up')
  const { lowV, highV, sinkA, riseOhm } = levelsOf(task)
  const edgeS = 2.2 * Math.max(riseOhm, task.outputOhm) * task.cableF
  return {
    lowV,
    highV,
    sinkA,
    edgeS,
    highestHz: Number.isFinite(edgeS) ? 1 / (2 * 5 * (edgeS / 2.2)) : 0,
    problems: problemsOf(task, { lowV, highV, sinkA }),
  }
}

/** Where the pull-up or pull-down of an input goes, and what share of a level it leaves the output. */
function pullOf({ pullOhm, pull, outputOhm }: EdgeInput) {
  return {
    toRail: pullOhm !== null && pull === 'up',
    toGround: pullOhm !== null && pull === 'down',
    share: pullOhm === null ? 1 : pullOhm / (pullOhm + outputOhm),
  }
}

/** Low: the output sinks what the pull-up gives; high: it drives, or only the pull-up does. */
function levelsOf(task: EdgeInput) {
  const { toRail, toGround, share } = pullOf(task)
  const { railV, outputOhm, pullOhm } = task
  const pulled = (volt: number): number =>
    toRail ? volt + (railV - volt) * (1 - share) : volt * (toGround ? share : 1)
  const pushes = task.output === 'push-pull'
  return {
    lowV: pulled(task.lowV),
    highV: pushes ? pulled(task.highV) : toRail ? railV : 0,
    sinkA: toRail ? (railV - task.lowV) / (pullOhm! + outputOhm) : 0,
    riseOhm: pushes ? outputOhm * share : toRail ? pullOhm! : Infinity,
  }
}

function problemsOf(
  task: EdgeInput,
  { lowV, highV, sinkA }: Pick<EdgeVerdict, 'lowV' | 'highV' | 'sinkA'>,
): Said[] {
  const { toRail, toGround } = pullOf(task)
  const pushes = task.output === 'push-pull'
  const problems: Said[] = []
  if (!pushes && !toRail)
    problems.push(
      say(
        'no-pull-up',
      )`An open collector only pulls down: without a pull-up the pin never rises. Switch one on, or fit 1 to 4.7 kΩ.`,
    )
  else if (highV < task.thresholdHighV)
    problems.push(
      say(
        'high-too-low',
      )`High is ${number(highV, 2)} V and the input wants ${figures(task.thresholdHighV, 3)} V:
        no edge is counted.
        ${toGround ? 'Take the pull-down away, or drive it harder.' : 'A higher rail, or a lower threshold.'}`,
    )
  if (lowV > task.thresholdLowV)
    problems.push(
      say('low-too-high')`Low is ${number(lowV, 2)} V and the input wants less than
        ${figures(task.thresholdLowV, 3)} V: a larger pull-up.`,
    )
  if (sinkA > task.sinkA)
    problems.push(
      say(
        'sinks-too-much',
      )`It sinks ${number(sinkA * 1000, 1)} mA and may sink ${number(task.sinkA * 1000)}: at
        least ${number(Math.ceil((task.railV - task.lowV) / task.sinkA))} Ω of pull-up.`,
    )
  if (highV > task.limitV)
    problems.push(
      say(
        'above-limit',
      )`High is ${number(highV, 1)} V and the input may see ${figures(task.limitV, 3)} V: pull
        up to the device’s own rail, or divide.`,
    )
  return problems
}
