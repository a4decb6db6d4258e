import type { BrowserContext } from '@playwright/test'
import { applyChange, type Build } from '../core/build/index.ts'
import { saltmarshNine } from '../demo/saltmarshNine.ts'
import { watchLongTasks } from './inPage.ts'
import { importBuild, isSaved, storedBuild, watched } from './pages.ts'

/** The sample, after so many edits of somebody who has used it for years. */
export function longUsed(edits: number): Build {
  const build: Build = { ...saltmarshNine(), id: `used-${edits}` }
  const { note } = build.vehicle
  const edited = applyChange(
    build,
    { kind: 'editVehicle', args: { patch: { note: 'a note' } } },
    { id: 'first', at: '2026-05-02T10:00:00Z', by: '' },
  )
  const one = edited.changes.at(-1)!
  const changes = Array.from({ length: edits }, (_, k) => ({
    ...one,
    id: `edit-${k}`,
    edits: one.edits.map((e) => (k % 2 ? { ...e, before: 'a note', after: note } : e)),
  }))
  return { ...build, changes: [...build.changes, ...changes], revision: build.revision + edits }
}

type Used = { entries: number; longTasks: number[]; lost: number; errors: string[] }

/** Tasks over 50 ms while the logbook of a build of so many entries is opened, and while notes are edited, ms. */
export async function usedForLong(
  context: BrowserContext,
  base: string,
  entries: number,
): Promise<{ logbook: Used; edits: Used }> {
  const build = longUsed(entries)
  const { page, errors } = await watched(context)
  await importBuild(page, build, base)
  const seen = (): Promise<number[]> =>
    page.evaluate(() => (window as unknown as { longTasks: number[] }).longTasks.splice(0))
  await page.goto(`${base}/build/${build.id}/channel/ch-air/rd-air?stage=leads`)
  const box = page.getByLabel('Wire colour')
  await box.waitFor()
  await page.waitForTimeout(1500)
  await page.evaluate(watchLongTasks)
  const each: number[][] = []
  const names = ['one', 'two', 'three', 'four', 'five'].map((n) => `colour ${n}`)
  for (const name of names) {
    await box.fill(name)
    await page.keyboard.press('Enter')
    await page.keyboard.press('Tab')
    await isSaved(page)
    await page.waitForTimeout(300)
    each.push(await seen())
  }
  const edits = each.flat()
  const stored = await storedBuild(page, build.id)
  const lost = names.length - (stored.changes.length - build.changes.length)
  await seen()
  await page.getByRole('link', { name: 'Logbook' }).first().click()
  await page.getByRole('heading', { name: 'Logbook' }).waitFor()
  await page.waitForTimeout(1500)
  const logbook = await seen()
  await page.close()
  const told = { entries: stored.changes.length, errors }
  return {
    logbook: { ...told, longTasks: logbook.map(Math.round), lost: 0 },
    edits: { ...told, longTasks: edits.map(Math.round), lost },
  }
}
