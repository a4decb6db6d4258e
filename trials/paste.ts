import type { BrowserContext } from '@playwright/test'
import { thermistorOhm } from '../core/curve/thermistor/model.ts'
import { saltmarshNine, TRUE_CURVES } from '../demo/saltmarshNine.ts'
import { watchLongTasks } from './inPage.ts'
import { importBuild, isSaved, storedBuild, watched } from './pages.ts'

type Pasted = {
  points: number
  before: number
  after: number
  undone: number
  /** tasks over 50 ms from the press until all is computed and saved, ms */
  longTasks: number[]
  errors: string[]
}

/** Points of the invented coolant sensor, a line each, as they would come out of a spreadsheet. */
const pointsText = (count: number): string =>
  Array.from({ length: count }, (_, i) => {
    const celsius = -5 + (125 * i) / count
    return `${celsius.toFixed(3)}\t${thermistorOhm(TRUE_CURVES.coolant, celsius).toFixed(2)}`
  }).join('\n')

/** Very many points pasted at once into a proven channel; how long the page was busy at a stretch, and one undo. */
export async function pasted(
  context: BrowserContext,
  base: string,
  points: number,
): Promise<Pasted> {
  const build = { ...saltmarshNine(), id: `paste-${points}` }
  const { page, errors } = await watched(context)
  await importBuild(page, build, base)
  await page.goto(`${base}/build/${build.id}/channel/ch-coolant/rd-coolant?stage=element`)
  // until the stage and its charts have come
  await page.getByText('Above, the signal').waitFor()
  await page
    .locator('details', { hasText: 'Paste many points' })
    .evaluate((d: HTMLDetailsElement) => {
      d.open = true
    })
  await page.getByLabel(/a line each/).evaluate((box, text) => {
    const clipboardData = new DataTransfer()
    clipboardData.setData('text', text)
    box.dispatchEvent(
      new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }),
    )
  }, pointsText(points))
  await page.getByText(`${points.toLocaleString('en')} lines`).waitFor()
  await page.waitForTimeout(1500)
  const before = (await storedBuild(page, build.id)).measurements.length
  await page.evaluate(watchLongTasks)
  await page.getByRole('button', { name: 'Take them' }).click()
  await page.getByText('those that do not fit first').waitFor({ timeout: 60_000 })
  await isSaved(page)
  await page.waitForTimeout(3000)
  const longTasks = await page.evaluate(
    () => (window as unknown as { longTasks: number[] }).longTasks,
  )
  const after = (await storedBuild(page, build.id)).measurements.length
  await page.keyboard.press('Escape')
  await page.locator('h1').first().click()
  await page.keyboard.press('Control+z')
  await isSaved(page)
  await page.waitForTimeout(500)
  const undone = (await storedBuild(page, build.id)).measurements.length
  await page.close()
  return { points, before, after, undone, longTasks: longTasks.map(Math.round), errors }
}
