import { expect, test, type Page } from '@playwright/test'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { saltmarshNine } from '../demo/saltmarshNine.ts'
import { entriesOf, statusOf } from './core.ts'
import { exportBuild, openSample, saved, watch } from './help.ts'

const sample = saltmarshNine()
const at = async (page: Page, key: string, stage: string): Promise<void> => {
  await page.goto(`/build/saltmarsh-nine/channel/ch-${key}/rd-${key}?stage=${stage}`)
  await expect(page.locator('#stage')).toBeVisible()
}

test('the line-up of a whole vehicle: worst first as the core ranks it, filtered, its states at a glance', async ({
  page,
}) => {
  watch(page)
  await openSample(page)
  const statuses = entriesOf(sample).map((entry) => ({ entry, status: statusOf(sample, entry) }))
  const rows = page.getByRole('list', { name: 'Channels' }).getByRole('listitem')
  await expect(rows).toHaveCount(statuses.length)
  await page.getByText('Worst first').click()
  const worst = [...statuses].sort((a, b) => b.status.ratio - a.status.ratio)
  for (const i of [0, 1, 2]) {
    await expect(rows.nth(i)).toContainText(worst[i]!.entry.name)
    await expect(rows.nth(i)).toContainText(worst[i]!.status.reader.pin)
  }
  const proven = statuses.filter((s) => s.status.state === 'proven').length
  await page.getByRole('button', { name: `proven ${proven}` }).click()
  await expect(rows).toHaveCount(proven)
  await page.getByRole('button', { name: /^all/ }).click()
  await page.getByLabel('Filter').fill('exhaust')
  await expect(rows).toHaveCount(3)
  await page.getByLabel('Filter').fill('no such thing')
  await expect(page.getByText('No channel fits: clear the filter.')).toBeVisible()
})

test('a new channel takes a name, a kind and a pin; the rest is assumed and said', async ({
  page,
}) => {
  watch(page)
  await openSample(page)
  await page.getByRole('button', { name: 'Add a channel' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('Name', { exact: true }).fill('Brake pressure, front')
  await dialog.getByLabel('Sensor', { exact: true }).selectOption('pressure-gauge')
  await dialog.getByLabel('Until measured, take on trust').selectOption('gauge-160')
  await dialog.getByRole('button', { name: 'Add the channel' }).click()
  await expect(page.getByRole('heading', { name: 'Brake pressure, front' })).toBeVisible()
  await expect(
    page.getByText('This curve is taken on trust from the library.', { exact: false }),
  ).toBeVisible()
  await expect(page.locator('.scales .axis.assumed')).not.toHaveCount(0)
})

test('three readers of one sensor part where they part in the circuit; a needle, a warning, a unit', async ({
  page,
}) => {
  watch(page)
  await openSample(page)
  await at(page, 'oil', 'face')
  const readers = page.getByRole('table', { name: 'Readers' }).locator('tbody tr')
  await expect(readers).toHaveCount(3)
  await expect(page.getByText(/They part at the plug/)).toBeVisible()
  await page.getByRole('switch', { name: 'a moving needle' }).click()
  await page.getByLabel('Sweep').fill('120')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('img', { name: /^Needle at .* of 120°/ })).toBeVisible()
  await page.getByRole('switch', { name: 'a warning' }).click()
  await page.getByLabel('off again by').fill('0.1')
  await page.keyboard.press('Enter')
  await expect(page.getByText(/may come on .* early or late/)).toBeVisible()
  await page.getByLabel('Shows', { exact: true }).selectOption('°F')
  await expect(readers.first()).toContainText('°F')
  await saved(page)
  await page.getByRole('link', { name: 'Logbook' }).click()
  const { build } = await exportBuild(page)
  expect(build.channels.find((c) => c.id === 'ch-oil')!.reads[0]!.face).toMatchObject({
    unit: '°F',
    needle: { sweepDegrees: 120 },
    warning: { hysteresis: 0.1 },
  })
})

test('candidates are compared in the channel they would serve', async ({ page }) => {
  watch(page)
  await openSample(page)
  await at(page, 'air', 'element')
  await page.getByRole('button', { name: 'Compare with other sensors' }).click()
  const table = page.getByRole('table', { name: 'Candidates' })
  await expect(table.locator('tbody tr')).toHaveCount(3)
  await page.getByRole('button', { name: 'One more candidate' }).click()
  await expect(table.locator('tbody tr')).toHaveCount(4)
  await page.getByLabel('Housing of another').selectOption('open')
  await expect(table.locator('tbody tr').last()).toContainText('1.5 s')
  // in air the same housings follow more slowly, and soak
  await page.getByLabel('It sits in').selectOption('air')
  await expect(page.getByRole('table', { name: 'Heat soak by place and housing' })).toBeVisible()
  await expect(table.locator('tbody tr').last()).toContainText('8 s')
})

test('raw counts, cans poured one by one, edges that do not arrive, a probe by the wall', async ({
  page,
}) => {
  test.setTimeout(90_000)
  watch(page)
  await openSample(page)
  await at(page, 'steering', 'element')
  const form = page.getByRole('form', { name: 'Add a point' })
  await form.getByLabel('Signal in').selectOption('counts')
  await form.getByLabel('Device counts').fill('5000')
  await expect(form.getByText('0 to 4095')).toBeVisible()
  await form.getByLabel('Device counts').fill('3604')
  await form.getByRole('button', { name: 'Record' }).click()
  await expect(page.getByRole('table', { name: 'Measured points' })).toContainText('3604')

  await at(page, 'fuel', 'element')
  const cans = page.getByRole('region', { name: 'Fill from cans' })
  await cans.getByLabel('A can holds').fill('1')
  await page.keyboard.press('Enter')
  const before = await page
    .getByRole('table', { name: 'Measured points' })
    .locator('tbody tr')
    .count()
  await cans.getByLabel('Signal with 49 l in it').fill('177.9')
  await page.keyboard.press('Enter')
  await expect(
    page.getByRole('table', { name: 'Measured points' }).locator('tbody tr'),
  ).toHaveCount(before + 1)
  await expect(cans).toContainText('49.0 l')

  await at(page, 'wheel', 'input')
  const edges = page.getByRole('region', { name: 'Edges' })
  await expect(edges.getByRole('status')).toContainText('they arrive up to')
  await edges.getByLabel('High is above').fill('6')
  await page.keyboard.press('Enter')
  await expect(edges.getByRole('list', { name: 'Edge findings' })).toContainText(
    'no edge is counted',
  )

  await at(page, 'egt-1', 'element')
  const place = page.getByRole('region', { name: 'Placement' })
  await expect(place).toContainText('Nothing speaks against this place')
  await place.getByLabel('Tip stands in it').fill('5')
  await page.keyboard.press('Enter')
  await expect(place).toContainText('reads the wall')

  await saved(page)
  await page.getByRole('link', { name: 'Logbook' }).click()
  const { build } = await exportBuild(page)
  const point = build.measurements.find(
    (m) => m.about.kind === 'point' && m.about.element === 'el-steering',
  )!
  expect(point.readings.find((r) => r.role === 'signal')).toMatchObject({
    typed: '3604',
    unit: 'counts',
    value: (3604 * 5) / 4096,
  })
  expect(
    build.measurements
      .filter((m) => m.about.kind === 'point' && m.about.element === 'el-fuel')
      .at(-1)!
      .readings.find((r) => r.role === 'truth')!.value,
  ).toBe(49)
})

test('a large log is read off the page: progress, a stop, and a page that answers meanwhile', async ({
  page,
}) => {
  test.setTimeout(120_000)
  watch(page)
  await openSample(page)
  await at(page, 'throttle', 'element')
  await expect(page.getByRole('button', { name: 'Open a log' }).first()).toBeVisible()
  const dir = mkdtempSync(join(tmpdir(), 'echt-e2e-')),
    path = join(dir, 'big.csv')
  const others = Array.from({ length: 22 }, (_, c) => c)
  const line = (i: number): string =>
    [
      (i / 100).toFixed(2),
      (0.6 + 3.6 * Math.min(1, i / 250_000)).toFixed(4),
      ...others.map((c) => ((i * (c + 3)) % 1000) / 10),
    ].join(',')
  const header = ['time', 'tps', ...others.map((c) => `c${c}`)].join(',')
  writeFileSync(
    path,
    [header, ...Array.from({ length: 250_000 }, (_, i) => line(i)), ''].join('\n'),
  )
  const sweep = page.getByRole('region', { name: 'A slow sweep' })
  await page.getByLabel('Log for a slow sweep').setInputFiles(path)
  await expect(sweep.getByRole('progressbar')).toBeVisible()
  await sweep.getByRole('button', { name: 'Stop' }).click()
  await expect(sweep.getByRole('alert')).toContainText('Reading was stopped: nothing was taken.')
  // again, whole; the page takes what is typed meanwhile
  await page.getByLabel('Log for a slow sweep').setInputFiles(path)
  await expect(sweep.getByRole('progressbar')).toBeVisible()
  const box = page
    .getByRole('form', { name: 'Add a point' })
    .getByLabel('Meter shows', { exact: true })
  await box.fill('1.23')
  await expect(page.getByRole('form', { name: 'Add a point' }).getByText('= 1.23 V')).toBeVisible()
  await expect(sweep.getByRole('status')).toContainText('No jump, no reversal', { timeout: 60_000 })
  await expect(sweep).toContainText('250,000 rows')
  await expect(box).toHaveValue('1.23')
})
