import { expect, test, type Page } from '@playwright/test'
import { thermistorC, thermistorOhm } from '../core/index.ts'
import { FLASK_SENSOR } from '../server/bench/flask.ts'
import { sensorOf } from '../core/chain/index.ts'
import { exportBuild, openSample, recordPoint, saved, watch } from './help.ts'

async function startBench(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Record from the bench' }).click()
  await page.getByRole('button', { name: 'Start reading' }).click()
  await expect(page.getByText(/ECHT,SIMULATED REFERENCE THERMOMETER/)).toBeVisible()
}

test('a sensor taken from ice to a cooling flask on the bench is fitted to what it really is', async ({
  page,
}) => {
  test.setTimeout(120_000)
  watch(page)
  await openSample(page)
  await page.getByRole('button', { name: 'Add a channel' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('Name', { exact: true }).fill('Second coolant')
  await dialog.getByRole('button', { name: 'Add the channel' }).click()
  await startBench(page)

  const rows = page.getByRole('table', { name: 'Measured points' }).getByRole('row')
  await page.getByText('Ice', { exact: true }).click()
  await page.waitForTimeout(2500)
  await expect(page.getByText('at rest')).toBeVisible({ timeout: 20_000 })
  await page.getByRole('button', { name: 'Take the lag from this step' }).click()
  await expect(
    page.getByText(/The sensor follows in \d+\.\d s, the thermometer in \d+\.\d s|no clear step/),
  ).toBeVisible()
  await recordPoint(page, 2)
  await page.getByText('Flask, from the kettle').click()
  await expect(page.getByText(/Boiling water and steam burn/)).toBeVisible()
  await expect(page.getByText(/overloads? while the meter changed range/)).toBeVisible({
    timeout: 15_000,
  })
  await page.waitForTimeout(2500)
  await page.getByRole('switch', { name: 'by itself while it cools' }).click()
  await page.getByLabel('every', { exact: true }).fill('5')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('progressbar', { name: 'To the next point' })).toBeVisible({
    timeout: 15_000,
  })
  // header, ice and four steps of the flask
  await expect.poll(() => rows.count(), { timeout: 60_000 }).toBeGreaterThanOrEqual(6)
  await page.getByRole('button', { name: 'Stop' }).click()
  await expect(page.getByRole('button', { name: 'Start reading' })).toBeVisible()
  await page.getByLabel('Probe leads, shorted').fill('0.3')
  await page.keyboard.press('Enter')
  await saved(page)

  await page.getByRole('link', { name: 'Logbook' }).click()
  const { build } = await exportBuild(page)
  const element = build.elements.at(-1)!
  const { fit, points } = sensorOf(build, element.id, [-10, 125])
  expect(points.length).toBeGreaterThanOrEqual(5)
  // Enter in the box of the step sets the step; the points came by themselves
  expect(points.slice(1).map((p) => p.measurement.note)).toEqual(
    points.slice(1).map(() => 'taken by itself at a step, corrected for lag'),
  )
  // lag, leads and the probe's offset behind it, the curve is right to the thermometer's half degree
  for (const truth of [5, 40, 70, 90])
    expect(
      Math.abs(thermistorC(fit!.curve as never, thermistorOhm(FLASK_SENSOR, truth)) - truth),
    ).toBeLessThan(0.7)
})

test('points taken on the bench survive a page that goes away in the middle', async ({ page }) => {
  watch(page)
  await openSample(page)
  await page.getByRole('link', { name: /Air, after/ }).click()
  await page.getByRole('tab', { name: /Element/ }).click()
  await startBench(page)
  await recordPoint(page, 8)
  await saved(page)
  await page.reload()
  await page.getByRole('tab', { name: /Element/ }).click()
  await expect(page.getByRole('table', { name: 'Measured points' }).getByRole('row')).toHaveCount(8)
})
