import type { BrowserContext } from '@playwright/test'
import { type Build, type Channel, readBuild, wiredReads, writeBuild } from '../core/build/index.ts'
import { saltmarshNine } from '../demo/saltmarshNine.ts'
import { mutatedBuilds } from './files.ts'
import { failureOn, importBuild, oneOfEach, pagesOf, walkTo, watched } from './pages.ts'

/**
 * The channels on which a build differs from another: in themselves, their sensors, points or inputs. One of each
 * family stands for all where they differ in what all rest on.
 */
function channelsTouched(build: Build, from: Build): Channel[] {
  const common = ({ vehicle, instruments, proofs }: Build) =>
    JSON.stringify([vehicle, instruments, proofs])
  if (common(build) !== common(from)) return oneOfEach(build)
  const stood = new Set(parts(from).map((x) => JSON.stringify(x)))
  const changed = new Set(
    parts(build)
      .filter((x) => !stood.has(JSON.stringify(x)))
      .map(ownerOf),
  )
  return build.channels.filter((c) =>
    [c.id, ...c.elements, ...wiredReads(c).flatMap((r) => [r.id, r.input])].some((id) =>
      changed.has(id),
    ),
  )
}

type Part =
  | Build['channels'][number]
  | Build['elements'][number]
  | Build['measurements'][number]
  | Build['devices'][number]['inputs'][number]

const parts = (build: Build): Part[] => [
  ...build.channels,
  ...build.elements,
  ...build.measurements,
  ...build.devices.flatMap((d) => d.inputs),
]

/** What a part belongs to: the sensor or reader a measurement is about, otherwise itself. */
function ownerOf(part: Part): string {
  if (!('about' in part)) return part.id
  return 'element' in part.about ? part.about.element : 'read' in part.about ? part.about.read : ''
}

/** Mutated builds that pass every check, opened on the pages that show what was mutated: none may be lost. */
export async function everyPage(
  context: BrowserContext,
  base: string,
  task: { builds: number; seed: number },
): Promise<{ tries: number; outcome: string; failures: string[] }> {
  const taken: Build[] = []
  const text = writeBuild(saltmarshNine())
  const sample = readBuild(text).build
  for (let seed = task.seed; taken.length < task.builds; seed++)
    mutatedBuilds(text, 60, seed, (b) => taken.push(b))
  const { page, errors } = await watched(context)
  const failures: string[] = []
  let tries = 0
  for (const [i, build] of taken.slice(0, task.builds).entries()) {
    const own = { ...build, id: `mutated-${i}` }
    await importBuild(page, own, base)
    for (const path of pagesOf(own, channelsTouched(own, sample))) {
      await walkTo(page, path)
      tries++
      const failed = await failureOn(page)
      if (failed) failures.push(`build ${i} on ${path}: ${failed}`)
      failures.push(...errors.splice(0).map((e) => `build ${i} on ${path}: ${e}`))
    }
  }
  await page.close()
  return { tries, outcome: `${task.builds} builds`, failures }
}
