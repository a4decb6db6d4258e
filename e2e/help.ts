import { expect, type Locator, type Page } from '@playwright/test'
import { strFromU8, unzipSync } from 'fflate'
import { readFile } from 'node:fs/promises'
import { isBundle, readBuild, type Build } from '../core/build/index.ts'
import { thermistorOhm } from '../core/curve/thermistor/model.ts'
import { TRUE_CURVES } from '../demo/saltmarshNine.ts'

/** Ohms of the invented coolant sensor at a temperature, as they stand on a meter with 0.3 Ω of leads. */
export const ohmsAt = (celsius: number): string =>
  (thermistorOhm(TRUE_CURVES.coolant, celsius) + 0.3).toPrecision(4)

/** Stops a test on any error the page throws or logs. */
export function watch(page: Page): void {
  page.on('pageerror', (error) => {
    throw error
  })
  page.on('console', (message) => {
    if (message.type() === 'error' && !/WebSocket|ERR_CONNECTION|favicon/.test(message.text()))
      throw new Error(`The page logged: ${message.text()}`)
  })
}

export async function openSample(page: Page): Promise<void> {
  await page.goto('/sample')
  await page.waitForURL(/build\/saltmarsh-nine/)
  await expect(page.getByRole('heading', { name: 'Line-up' })).toBeVisible()
}

/** Opens a tool that is folded behind its name. */
export async function unfold(page: Page, name: string): Promise<Locator> {
  await page.locator('summary').filter({ hasText: name }).click()
  return page.getByRole('region', { name, exact: true })
}

export const saved = async (page: Page): Promise<void> => {
  await expect(page.locator('.save')).toHaveText(/^saved/)
}

/** Downloads the build from the logbook and reads it as the core does; `text` is its record, in a zip or by itself. */
export async function exportBuild(
  page: Page,
): Promise<{ build: Build; path: string; text: string }> {
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Export this build' }).click(),
  ])
  const path = await download.path()
  const bytes = new Uint8Array(await readFile(path))
  const text = strFromU8(isBundle(bytes) ? unzipSync(bytes)['build.json']! : bytes)
  return { build: readBuild(text).build, path, text }
}

export const numberIn = (text: string | null): number =>
  Number((text ?? '').replace('−', '-').replace(/[^\d.-]/g, ''))

/** The value chip of a scale. */
export const scale = (page: Page, name: RegExp): Locator =>
  page.getByRole('group', { name: 'The chain as scales' }).getByRole('slider', { name })

/** Records a point from the bench; where its readings come slowly it is pressed again, as the page says to. */
export async function recordPoint(
  page: Page,
  rows: number,
  press = (): Promise<void> => page.getByRole('button', { name: 'Record this point' }).click(),
): Promise<void> {
  const points = page.getByRole('table', { name: 'Measured points' }).getByRole('row')
  await press()
  await expect(async () => {
    if (await page.getByText('Too few readings yet').isVisible()) await press()
    await expect(points).toHaveCount(rows, { timeout: 2000 })
  }).toPass({ timeout: 20_000 })
}

/** Removes everything the browser keeps. */
export async function wipe(page: Page): Promise<void> {
  await page.goto('about:blank')
  await page.goto('/health')
  await page.evaluate(async () => {
    localStorage.clear()
    await new Promise((resolve, reject) => {
      const r = indexedDB.deleteDatabase('echt')
      r.onsuccess = resolve
      r.onerror = reject
      r.onblocked = reject
    })
  })
}
