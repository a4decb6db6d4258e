import type { BrowserContext } from '@playwright/test'
import { saltmarshNine } from '../demo/saltmarshNine.ts'
import { typeAtRandom, type TabDid } from './inPage.ts'
import { importBuild, isSaved, storedBuild, watched } from './pages.ts'
import { pathOf } from '../core/build/index.ts'

type TwoTabs = {
  edits: number
  undone: number
  kept: number
  named: number
  /** neither in the history nor named on the page */
  missing: string[]
  errors: string[]
  /** both open the same build afterwards */
  agree: boolean
}

/**
 * Two tabs on one reader of one build, typing into the same boxes at random, with undo and redo among it. Afterwards
 * what is stored must open, and every value typed must be in its history or named on the page of who typed it.
 */
export async function twoTabs(
  context: BrowserContext,
  base: string,
  task: { edits: number; longestMs: number; seed: number },
): Promise<TwoTabs> {
  const build = { ...saltmarshNine(), id: `tabs-${task.seed}` }
  const a = await watched(context)
  const b = await watched(context)
  await importBuild(a.page, build, base)
  const url = `${base}/build/${build.id}/channel/ch-air/rd-air?stage=leads`
  for (const { page } of [a, b]) {
    await page.goto(url)
    await page.getByLabel('Wire colour').waitFor()
  }
  const [first, second] = await Promise.all([
    a.page.evaluate(typeAtRandom, { tab: 'a', ...task }),
    b.page.evaluate(typeAtRandom, { tab: 'b', ...task, seed: task.seed + 1000 }),
  ])
  await isSaved(a.page)
  await isSaved(b.page)
  await a.page.waitForTimeout(500)
  const stored = await storedBuild(a.page, build.id)
  const history = JSON.stringify(stored.changes)
  const texts = await Promise.all([a, b].map(({ page }) => page.locator('main').innerText()))
  const typed = (did: TabDid, said: string): { named: string[]; missing: string[] } => {
    const absent = did.typed.filter(
      (v) => !history.includes(`${v}"`) && !history.includes(`:${Number(v)}`),
    )
    return {
      named: absent.filter((v) => said.includes(v)),
      missing: absent.filter((v) => !said.includes(v)),
    }
  }
  const all = [typed(first, texts[0]!), typed(second, texts[1]!)]
  const named = all.flatMap((t) => t.named)
  const missing = all.flatMap((t) => t.missing)
  const edits = first.typed.length + second.typed.length
  // both tabs open anew, and show what is stored
  for (const { page } of [a, b]) {
    await page.reload()
    await page.getByLabel('Wire colour').waitFor()
  }
  const { wire } = pathOf(stored, 'rd-air').wired
  const shown = await Promise.all(
    [a, b].map(({ page }) => page.getByLabel('Wire colour').inputValue()),
  )
  const result = {
    edits,
    undone: first.undone + second.undone,
    kept: edits - named.length - missing.length,
    named: named.length,
    missing,
    errors: [...a.errors, ...b.errors],
    agree: shown.every((v) => v === wire.colour),
  }
  await a.page.close()
  await b.page.close()
  return result
}
