/**
 * Long seeded campaigns, one command: `npm run trials`, or with the names of some. Prints a table
 * of tries and outcomes.
 */
import { spawnSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { saltmarshNine } from '../demo/saltmarshNine.ts'
import { writeBuild } from '../core/build/index.ts'
import { everyBox } from '../trials/boxes.ts'
import { withApp } from '../trials/browser.ts'
import { CHECKED, diagnosed, healthyAlarms } from '../trials/faults.ts'
import {
  mutatedBuilds,
  mutatedCaptures,
  mutatedLogs,
  mutatedTables,
  oldFiles,
} from '../trials/files.ts'
import { headersAttacked, zipsAttacked, type Attacked } from '../trials/hostile.ts'
import { lives } from '../trials/lives.ts'
import { usedForLong } from '../trials/longUsed.ts'
import { WORLDS } from '../trials/worlds.ts'
import { fullStorage, memoryOfCaptures, memoryOfEdits, type Grown } from '../trials/full.ts'
import { killed, killedKeeping } from '../trials/kills.ts'
import { everyPage } from '../trials/everyPage.ts'
import { pasted } from '../trials/paste.ts'
import { hangingUp, rudeClients } from '../trials/server.ts'
import { slips } from '../trials/slips.ts'
import { twoTabs } from '../trials/twoTabs.ts'
import { wrongCalls } from '../trials/wrongCalls.ts'
import { groundBands } from '../trials/grounds.ts'
import { walk } from '../trials/walk.ts'
import { drawnMagnets, namedRigs, readRigs, takenForTriggers } from '../trials/wheels.ts'

/** What came of a campaign: how often it was tried, what happened, and what should not have. */
type Outcome = { tries: number; outcome: string; failures: string[] }

const sample = saltmarshNine()
const text = writeBuild(sample)
const caught = (run: () => Outcome): Outcome => {
  try {
    return run()
  } catch (error) {
    return { tries: 0, outcome: 'ended', failures: [(error as Error).message] }
  }
}

/** A line for each reader: its faults as put in, noticed and named first, and how right belief was by its tenths. */
function diagnosedTable(cases: number): Outcome {
  let tries = 0
  for (const [i, read] of CHECKED.entries()) {
    const { faults, beliefs } = diagnosed(read, cases, 100 + i)
    const lines = Object.entries(faults).map(([id, f]) => `${id} ${f.put}/${f.noticed}/${f.first}`)
    const said = beliefs
      .filter((b) => b.verdicts > 0)
      .map((b) => `${b.said}: ${b.right}/${b.verdicts}`)
    const alarms = healthyAlarms(read, 300, 200 + i).map(
      (a) => `${((100 * a.alarms) / a.tries).toFixed(1)} %`,
    )
    console.log(
      `${read}: ${lines.join(', ')} | belief ${said.join(' ')} | alarms ${alarms.join(' ')}`,
    )
    tries += cases
  }
  return { tries, outcome: 'put in / noticed / named first', failures: [] }
}

/** A line for each family and number of points: how often the band held what was shown, at every tenth of the range. */
function livesTable(count: number): Outcome {
  let tries = 0
  const failures: string[] = []
  for (const family of Object.keys(WORLDS))
    for (const points of [3, 4, 5, 7, 10]) {
      const { inside, of, refused } = lives(family, points, count, points)
      const share = sumOf(inside) / sumOf(of)
      const tenths = inside.map((n, k) => Math.round((100 * n) / of[k]!))
      const said =
        `${family}, ${points} points: ${(100 * share).toFixed(1)} %, by tenths ` +
        `${tenths.join(' ')}, ${refused} refused`
      console.log(said)
      if (share < 0.93) failures.push(said)
      tries += count
    }
  return { tries, outcome: 'whole lives', failures }
}
const sumOf = (all: readonly number[]): number => all.reduce((a, b) => a + b, 0)

/** How often the true offset of a reader lies within its band, with so many drops read. */
function groundsTable(vehicles: number): Outcome {
  const failures: string[] = []
  for (const drops of [0, 2, 5, 10]) {
    const { inside, of, byReader } = groundBands(drops, vehicles, 1 + drops)
    const each = Object.entries(byReader).map(
      ([read, [n, m]]) => `${read} ${((100 * n) / m).toFixed(1)}`,
    )
    const share = inside / of
    console.log(`${drops} drops: ${(100 * share).toFixed(1)} % (${each.join(', ')})`)
    if (share < 0.93 || share > 0.98) failures.push(`${drops} drops: ${share}`)
  }
  return { tries: 4 * vehicles, outcome: 'vehicles', failures }
}

/** How often the wheel that was named is the one, for each tenth of how sure it was said to be. */
function namedTable(count: number): Outcome {
  const { beliefs, refused } = namedRigs(count, 2)
  const said = beliefs.map((b) => `${b.said}: ${b.right}/${b.count}`).join(', ')
  const sure = beliefs.at(-1)!
  const failures =
    sure.right < 0.85 * sure.count ? [`sure of ${sure.count}, right ${sure.right}`] : []
  return { tries: count, outcome: `${said}, ${refused} refused`, failures }
}

/**
 * Heap and resident memory after each fifth of a long use, MB; held where the last two fifths add
 * no more than so much.
 */
function grownTable(uses: Record<string, Grown>): Outcome {
  const failures = Object.entries(uses).flatMap(([of, { heap, resident }]) => {
    const [grew, took] = [heap, resident].map((all) => all.at(-1)! - all.at(-3)!)
    return grew! > MOST_GROWN.heap || took! > MOST_GROWN.resident
      ? [`${of}: ${grew!.toFixed(1)} MB of heap, ${took!.toFixed(0)} MB of memory more`]
      : []
  })
  const told = (all: readonly number[]): string => all.map((v) => v.toFixed(1)).join(' ')
  const outcome = Object.entries(uses)
    .map(([of, { heap, resident }]) => `${of}: heap ${told(heap)}, resident ${told(resident)} MB`)
    .join('; ')
  return { tries: 290, outcome, failures }
}
const MOST_GROWN = { heap: 2, resident: 20 }

const ofAttack = ({ tries, taken, refused, slowestMs, failures }: Attacked): Outcome => ({
  tries,
  outcome: `${taken} taken, ${refused} refused, none slower than ${slowestMs.toFixed(0)} ms`,
  failures,
})

const CAMPAIGNS: Record<string, () => Outcome | Promise<Outcome>> = {
  'calls: every function called wrong in every place, each in a process of its own': wrongCalls,
  'grounds: 1,000 vehicles with 0, 2, 5 and 10 drops read': () => caught(() => groundsTable(1000)),
  'walks: 10,000 edits, undos, files, every step valid': () =>
    caught(() => {
      const w = walk(sample, 10_000, 1)
      return {
        tries: w.steps,
        outcome: `${w.edited} edits, ${w.refused} refused, ${w.undone} undone or redone, ${w.reloaded} through a file`,
        failures: [],
      }
    }),
  'slips: 100,000 readers with a number slipped, a status each': () =>
    caught(() => ({ ...slips(100_000, 1), failures: [] })),
  'builds: 10,000 mutated files': () =>
    caught(() => {
      const t = mutatedBuilds(text, 10_000, 1)
      return { tries: t.tries, outcome: `${t.taken} taken, ${t.refused} refused`, failures: [] }
    }),
  'old: 20,000 files of old schemas with something else in a list': () =>
    caught(() => {
      const old = readFileSync(new URL('../core/build/schema4.test.json', import.meta.url), 'utf8')
      const t = oldFiles(old, 20_000, 1)
      return { tries: t.tries, outcome: `${t.taken} taken, ${t.refused} refused`, failures: [] }
    }),
  'faults: 300 in each of twelve readers, and healthy checks at four places': () =>
    caught(() => diagnosedTable(300)),
  'wheels: 4,000 captures by a pickup of its own, read as the wheel they are of': () =>
    caught(() => {
      const r = readRigs(4000, 5)
      const outcome = `${r.sync} in sync, ${r.unsure} of them unsure which way round, ${r.doubted} with a fault said`
      return { tries: r.tries, outcome, failures: r.failures }
    }),
  'magnets: 1,000 captures of alternating poles by a coil': () =>
    caught(() => {
      const r = readRigs(1000, 6, drawnMagnets)
      const outcome = `${r.sync} in sync, ${r.unsure} of them unsure which way round`
      return { tries: r.tries, outcome, failures: r.failures }
    }),
  'named: 500 captures of which the wheel is not known': () => caught(() => namedTable(500)),
  'signals: of no trigger, as wheels of two to sixty teeth': () =>
    caught(() => ({ ...takenForTriggers(3), outcome: 'read' })),
  'lives: 300 whole lives of each family with 3, 4, 5, 7 and 10 points': () =>
    caught(() => livesTable(300)),
  'logs: 10,000 mutated': () =>
    caught(() => {
      const t = mutatedLogs(10_000, 1)
      return { tries: t.tries, outcome: `${t.taken} taken, ${t.refused} refused`, failures: [] }
    }),
  'tables: 10,000 mutated': () =>
    caught(() => {
      const t = mutatedTables(10_000, 1)
      return { tries: t.tries, outcome: `${t.taken} taken, ${t.refused} refused`, failures: [] }
    }),
  'captures: 10,000 mutated': () =>
    caught(() => {
      const t = mutatedCaptures(10_000, 1)
      return { tries: t.tries, outcome: `${t.taken} taken, ${t.refused} refused`, failures: [] }
    }),
  'pages: 60 mutated builds that were taken, on every page that shows it': () =>
    withApp(async (context, base) => everyPage(context, base, { builds: 60, seed: 1 })),
  'tabs: 1,000 edits each in two, five seeds': () =>
    withApp(async (context, base) => {
      const all: Awaited<ReturnType<typeof twoTabs>>[] = []
      for (const seed of [1, 2, 3, 4, 5])
        all.push(await twoTabs(context, base, { edits: 1000, longestMs: 150, seed }))
      const sum = (of: (t: (typeof all)[number]) => number): number =>
        all.reduce((n, t) => n + of(t), 0)
      return {
        tries: sum((t) => t.edits),
        outcome: `${sum((t) => t.kept)} kept, ${sum((t) => t.named)} named, ${sum((t) => t.undone)} undos`,
        failures: all.flatMap((t, i) => [
          ...t.missing.map((v) => `seed ${i + 1}: ${v} is missing`),
          ...t.errors,
          ...(t.agree ? [] : [`seed ${i + 1}: the tabs differ`]),
        ]),
      }
    }),
  'boxes: every box, eight extreme values': () =>
    withApp(async (context, base) => {
      const b = await everyBox(context, base)
      return {
        tries: b.tries,
        outcome: `${b.boxes} boxes on ${b.pages} pages`,
        failures: b.failures,
      }
    }),
  'kills: a browser killed 50 times while edits stream': () =>
    withApp(async (_, base) => {
      const k = await killed(base, 50, 1)
      return { tries: k.kills, outcome: `${k.edits} edits streamed`, failures: k.failures }
    }),
  'keeping: a browser killed 50 times within the write of a capture': () =>
    withApp(async (_, base) => {
      const { kills, named, failures } = await killedKeeping(base, 50, 1)
      return { tries: kills, outcome: `${named} named and there, the others not named`, failures }
    }),
  'full: no room in each store of the browser, while something is put there': () =>
    withApp(async (context, base) => ({ ...(await fullStorage(context, base)), outcome: 'said' })),
  'memory: 200 edits on a page, 90 captures on another': () =>
    withApp(async (context, base) => {
      const edits = await memoryOfEdits(context, base, 200)
      const captures = await memoryOfCaptures(context, base, 90)
      return grownTable({ edits, captures })
    }),
  'paste: 3,000 points': () =>
    withApp(async (context, base) => {
      const p = await pasted(context, base, 3000)
      return {
        tries: p.points,
        outcome:
          `${p.after - p.before} taken, ${p.after - p.undone} taken back by one undo, ` +
          `${p.longTasks.length} long tasks`,
        failures: [
          ...p.longTasks.map((ms) => `a task of ${ms} ms`),
          ...(p.undone === p.before ? [] : ['one undo did not take them back']),
          ...p.errors,
        ],
      }
    }),
  'zips: every hostile kind, and 2,000 with bytes changed': () =>
    caught(() => ofAttack(zipsAttacked(sample, 2000, 1))),
  'headers: 5,000 WAV and VCD files of which the head is something else': () =>
    caught(() => ofAttack(headersAttacked(5000, 1))),
  'queued: 200 clients that each ask for forty sweeps and hang up': async () => {
    const { clients, longestMs, stoppedInMs } = await hangingUp(200)
    const outcome = `answered within ${longestMs.toFixed(0)} ms, stopped in ${stoppedInMs.toFixed(0)} ms`
    const failures = longestMs < 1000 && stoppedInMs < 1000 ? [] : [outcome]
    return { tries: clients, outcome, failures }
  },
  'used: a build of 19,500 entries, edited and its logbook opened': () =>
    withApp(async (context, base) => {
      const { edits, logbook } = await usedForLong(context, base, 19_500)
      const tasks = [...edits.longTasks, ...logbook.longTasks]
      return {
        tries: edits.entries,
        outcome:
          `tasks over 50 ms: ${edits.longTasks.length} by edits, ${logbook.longTasks.length} by the ` +
          `logbook (${tasks.join(', ')} ms)`,
        failures: [
          ...edits.errors,
          ...edits.longTasks.map((ms) => `an edit was busy for ${ms} ms`),
          ...(edits.lost === 0 ? [] : [`${edits.lost} edits are lost`]),
        ],
      }
    }),
  'whole: the unit tests with their whole counts': () => {
    const { status, stdout } = spawnSync('npx', ['vitest', 'run'], {
      env: { ...process.env, ECHT_WHOLE: '1' },
      encoding: 'utf8',
    })
    const ran = /Tests .*/.exec(stdout)?.[0] ?? 'nothing was run'
    return { tries: 1, outcome: ran, failures: status === 0 ? [] : [stdout.slice(-2000)] }
  },
  'server: 10,000 rude connections': async () => {
    const c = await rudeClients(10_000, 1)
    const left = c.descriptorsAfter - c.descriptorsBefore
    return {
      tries: c.connections,
      outcome:
        `${c.alive ? 'alive' : 'dead'}, ${left} descriptors and ${c.grownMB.toFixed(0)} MB more, ` +
        `stopped in ${Math.round(c.stoppedInMs)} ms`,
      failures: [
        ...(c.alive ? [] : ['the server died']),
        ...(c.grownMB < 100 ? [] : [`${c.grownMB.toFixed(0)} MB are held`]),
        ...(left > 4 ? [`${left} descriptors are held`] : []),
        ...(c.stoppedInMs < 1000 ? [] : ['it did not stop in a second']),
      ],
    }
  },
}

let failed = 0
const wanted = process.argv.slice(2)
for (const [name, run] of Object.entries(CAMPAIGNS)) {
  if (wanted.length > 0 && !wanted.some((w) => name.startsWith(w))) continue
  const began = performance.now()
  const { tries, outcome, failures } = await run()
  const seconds = ((performance.now() - began) / 1000).toFixed(0)
  failed += failures.length
  console.log(
    `${failures.length === 0 ? 'held  ' : 'FAILED'} ${name}: ${tries.toLocaleString('en')} ` +
      `tries, ${outcome} (${seconds} s)`,
  )
  for (const f of failures.slice(0, 20)) console.log(`       ${f}`)
}
process.exit(failed === 0 ? 0 : 1)
