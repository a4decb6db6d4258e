import type { BrowserContext } from '@playwright/test'
import { writeBuild, type Build } from '../core/build/index.ts'
import { saltmarshNine } from '../demo/saltmarshNine.ts'
import { mutatedBuilds } from './files.ts'
import { failureOn, importBuild, pagesOf, watched } from './pages.ts'

/** Mutated builds that pass every check, opened on every page: none may be lost. */
export async function everyPage(
  context: BrowserContext,
  base: string,
  task: { builds: number; seed: number },
): Promise<{ tries: number; outcome: string; failures: string[] }> {
  const taken: Build[] = []
  const text = writeBuild(saltmarshNine())
  for (let seed = task.seed; taken.length < task.builds; seed++)
    mutatedBuilds(text, 60, seed, (b) => taken.push(b))
  const { page, errors } = await watched(context)
  const failures: string[] = []
  let tries = 0
  for (const [i, build] of taken.slice(0, task.builds).entries()) {
    const own = { ...build, id: `mutated-${i}` }
    await importBuild(page, own, base)
    for (const path of pagesOf(own)) {
      await page.goto(base + path)
      await page.locator('main h1, main [role=alert]').first().waitFor()
      await page.waitForTimeout(150)
      tries++
      const failed = await failureOn(page)
      if (failed) failures.push(`build ${i} on ${path}: ${failed}`)
      failures.push(...errors.splice(0).map((e) => `build ${i} on ${path}: ${e}`))
    }
  }
  await page.close()
  return { tries, outcome: `${task.builds} builds`, failures }
}
