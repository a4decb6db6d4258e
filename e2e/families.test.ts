import { expect, test, type Page } from '@playwright/test'
import { plainly, written } from '../core/quantity/index.ts'
import { familyOf, predictLevel, readStatus, sensorOf, walkForward } from './core.ts'
import { exportBuild, numberIn, saved, scale, watch, unfold } from './help.ts'
import type { Job } from './job.ts'
import { JOBS } from './jobs.ts'
import { SENDER_ARM, WEDGE } from '../demo/tanks.ts'

/** From nothing to a channel of a family: a build, a channel, its points, each typed by hand. */
async function begin(page: Page, job: Job): Promise<void> {
  await page.goto('/')
  await page.getByRole('button', { name: 'New build' }).click()
  await page.getByRole('dialog').getByLabel('Name').fill('Grey Heron')
  await page.getByRole('button', { name: 'Start' }).click()
  await page.getByRole('button', { name: 'Add a channel' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('Name', { exact: true }).fill(job.name)
  await dialog
    .getByLabel('Sensor', { exact: true })
    .selectOption({ label: familyOf(job.family).name })
  for (const [label, value] of Object.entries(job.asked ?? {})) {
    const box = dialog.getByLabel(label, { exact: true })
    if ((await box.evaluate((e) => e.tagName)) === 'SELECT')
      await box.selectOption({ label: value })
    else {
      await box.fill(value)
      await box.blur()
    }
  }
  if (job.trust)
    await dialog.getByLabel('Until measured, take on trust').selectOption({ label: job.trust })
  await dialog.getByLabel('Device name').fill('Engine unit')
  await dialog.getByLabel('Pin').fill('7')
  await dialog.getByRole('button', { name: 'Add the channel' }).click()
  await expect(page.getByRole('heading', { name: job.name, level: 1 })).toBeVisible()
  await expect(page.getByText('Take the first point.')).toBeVisible()
  const form = page.getByRole('form', { name: 'Add a point' })
  for (const [how, typed] of job.points) {
    await form.getByLabel('How', { exact: true }).selectOption({ label: how })
    for (const [label, value] of Object.entries(typed))
      await form.getByLabel(label, { exact: true }).fill(value)
    await form.getByRole('button', { name: 'Record' }).click()
    await expect(form.getByLabel('Meter shows', { exact: true })).toHaveValue('')
  }
  await expect(
    page.getByRole('table', { name: 'Measured points' }).locator('tbody tr'),
  ).toHaveCount(job.points.length)
}

/** What the page shows of the fit and of the chain is what the core computes from the exported file. */
async function comparesWithCore(page: Page): Promise<void> {
  await expect(page.getByRole('table', { name: 'Coefficients' })).toBeVisible()
  const shown = await page
    .getByRole('table', { name: 'Coefficients' })
    .locator('tr')
    .evaluateAll((rows) =>
      rows.map((r) => [...r.querySelectorAll('td')].map((c) => c.textContent ?? '')),
    )
  const truth = numberIn(await scale(page, /^truth/).getAttribute('aria-valuenow')),
    at = numberIn(await scale(page, /^shown/).getAttribute('aria-valuenow'))
  await saved(page)
  await page.getByRole('link', { name: 'Logbook' }).click()
  const { build } = await exportBuild(page)
  const channel = build.channels[0]!,
    family = familyOf(build.elements[0]!.family)
  const sensor = sensorOf(build, build.elements[0]!.id, channel.needs.range)
  expect(sensor.fit).not.toBeNull()
  expect(shown).toEqual(
    family.describe(sensor.curve).map((d) => [written(d.name, plainly), written(d.value, plainly)]),
  )
  const { chain } = readStatus(build, channel.reads[0]!)
  expect(at).toBeCloseTo(walkForward(chain!, truth).shown, 3)
}

for (const job of JOBS) {
  test(`${job.family}: its guided job from nothing, compared with the core`, async ({ page }) => {
    test.setTimeout(90_000)
    watch(page)
    await begin(page, job)
    await job.own(page)
    await page.getByRole('tab', { name: /Budget/ }).click()
    await expect(
      page.getByRole('table', { name: 'Error budget' }).locator('tbody tr').first(),
    ).toBeVisible()
    await page.getByRole('tab', { name: /Element/ }).click()
    await comparesWithCore(page)
  })
}

test('the wedge tank of the sample says what the core says of it', async ({ page }) => {
  watch(page)
  await page.goto('/sample')
  await page.waitForURL(/saltmarsh/)
  await page.goto('/build/saltmarsh-nine/channel/ch-fuel/rd-fuel?stage=element')
  const { points, twoEndsErrorL } = predictLevel(WEDGE, SENDER_ARM)
  const tank = await unfold(page, 'Tank and sender')
  const said = tank.getByRole('status', { name: 'What the tank says' })
  await expect(said).toContainText(`${points.at(-1)!.litres.toFixed(1)} l`)
  await expect(said).toContainText(`${Math.abs(twoEndsErrorL).toFixed(1)} l`)
  // what was opened is open when one comes back
  await page.reload()
  await expect(said).toBeVisible()
  await expect(page.getByLabel('Slosh in corners')).toHaveCount(0)
})

test('bad input of every kind gets its message by the box, and nothing is lost', async ({
  page,
}) => {
  test.setTimeout(90_000)
  watch(page)
  const level = JOBS.find((j) => j.family === 'level')!
  await begin(page, { ...level, points: level.points.slice(0, 1) })
  await expect(
    page.getByText('One point does not make a curve', { exact: false }).first(),
  ).toBeVisible()
  const form = page.getByRole('form', { name: 'Add a point' })
  await form.getByLabel('How', { exact: true }).selectOption({ label: 'Filling from cans' })
  const box = form.getByLabel('Meter shows', { exact: true })
  for (const [typed, message] of [
    ['-20', /cannot be negative/],
    ['0', /is a short/],
    ['100M', /open circuit/],
    ['2 V', /is a voltage/],
    ['1,500', /could be 1.500 or 1500/],
  ] as const) {
    await box.fill(typed)
    await expect(form.getByText(message)).toBeVisible()
    await expect(box).toHaveValue(typed)
  }
  await form.getByLabel('In the tank now').fill('-3')
  await expect(form.getByText(/Outside 0 to 2000 l/)).toBeVisible()
  await page.getByText('Paste many points').click()
  const paste = page.getByLabel(/fuel level in l, then the signal/)
  const take = page.getByRole('button', { name: 'Take them' })
  for (const [text, message] of [
    ['10\t48\n20', /Line 2 holds 1 values/],
    ['5000\t1500\n6000\t1800', /columns look swapped/],
    ['10\t30 psi', /Line 1, signal/],
  ] as const) {
    await paste.fill(text)
    await take.click()
    await expect(page.getByText(message)).toBeVisible()
    await expect(paste).toHaveValue(text)
  }
  // out of order, and with decimal commas, they are taken
  await paste.fill('20;84,0\n10;48,0\n30;120')
  await take.click()
  const rows = page.getByRole('table', { name: 'Measured points' }).locator('tbody tr')
  await expect(rows).toHaveCount(4)
  // a fill that turns back is named by its two points, and kept
  await paste.fill('40\t60')
  await take.click()
  await expect(page.getByText(/turn back/).first()).toBeVisible()
  await expect(rows).toHaveCount(5)
  await rows
    .last()
    .getByRole('button', { name: /Strike/ })
    .click()
  await expect(page.getByText(/turn back/)).toHaveCount(0)
})

test('volts beyond the rail are refused by the box', async ({ page }) => {
  watch(page)
  const job = JOBS.find((j) => j.family === 'position')!
  await begin(page, { ...job, points: job.points.slice(0, 1) })
  const box = page
    .getByRole('form', { name: 'Add a point' })
    .getByLabel('Meter shows', { exact: true })
  await box.fill('7.2')
  await expect(page.getByText(/7\.2 V is beyond its 5 V supply/)).toBeVisible()
  await page.getByRole('button', { name: 'Record' }).click()
  await expect(
    page.getByRole('table', { name: 'Measured points' }).locator('tbody tr'),
  ).toHaveCount(1)
})
