import type { BrowserContext } from '@playwright/test'
import { saltmarshNine } from '../demo/saltmarshNine.ts'
import { tryEveryBox } from './inPage.ts'
import { failureOn, importBuild, pagesOf, stands, storedBuild, watched } from './pages.ts'

/** Eight extreme values for any box. */
export const EXTREMES = [
  '-1',
  '0',
  '1e15',
  '1e-300',
  '50000',
  'x'.repeat(2001),
  '\u202e"\';--<b>',
  '999999999999999999999999',
]

export type Boxes = { pages: number; boxes: number; tries: number; failures: string[] }

/**
 * Types extreme values into every box of some pages. After each page what is stored must open; the
 * sample is put back for the next.
 */
export async function everyBox(
  context: BrowserContext,
  base: string,
  options: { pages?: (all: string[]) => string[]; values?: string[] } = {},
): Promise<Boxes> {
  const sample = { ...saltmarshNine(), id: 'boxes' }
  const { page, errors } = await watched(context)
  const result: Boxes = { pages: 0, boxes: 0, tries: 0, failures: [] }
  const all = [...pagesOf(sample), '/builds']
  for (const path of options.pages?.(all) ?? all) {
    await importBuild(page, sample, base)
    await page.goto(base + path)
    await stands(page)
    const did = await page.evaluate(tryEveryBox, {
      values: options.values ?? EXTREMES,
    })
    await page.waitForTimeout(300)
    result.pages++
    result.boxes += did.boxes
    result.tries += did.tries
    result.failures.push(...did.lost.map((l) => `${path}: lost by ${l}`))
    const failed = await failureOn(page)
    if (failed) result.failures.push(`${path}: ${failed}`)
    try {
      const stored = await storedBuild(page, sample.id)
      // what was stored opens, on this page and on the first
      for (const again of [path, `/build/${stored.id}`]) {
        await page.goto(base + again)
        await stands(page)
        const words = await failureOn(page)
        if (words) result.failures.push(`${path}, opened again at ${again}: ${words}`)
      }
    } catch (error) {
      result.failures.push(`${path}: what is stored does not open: ${(error as Error).message}`)
    }
    result.failures.push(...errors.splice(0).map((e) => `${path}: ${e}`))
  }
  await page.close()
  return result
}
