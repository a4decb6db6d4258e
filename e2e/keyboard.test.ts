import { expect, test, type Page } from '@playwright/test'
import { familyOf } from './core.ts'
import { ohmsAt, recordPoint, saved, watch } from './help.ts'
import type { Job } from './job.ts'
import { JOBS } from './jobs.ts'
import { choose, press, tabTo, type } from './keys.ts'

test('the whole story by keyboard alone', async ({ page }) => {
  test.setTimeout(180_000)
  watch(page)
  await page.goto('/builds')
  await tabTo(page, 'button', /New build/)
  await press(page, 'Enter')
  await expect(page.getByRole('dialog')).toBeVisible()
  await type(page, 'Night Kestrel')
  await press(page, 'Enter')
  await expect(page.getByRole('heading', { name: 'Line-up' })).toBeVisible()

  // n adds a channel
  await press(page, 'n')
  await expect(page.getByRole('dialog').getByLabel('Name', { exact: true })).toBeFocused()
  await type(page, 'Coolant')
  await tabTo(page, 'textbox', /^Device name/)
  await type(page, 'Engine unit')
  await tabTo(page, 'textbox', /^Pin/)
  await type(page, '14')
  await press(page, 'Enter')
  await expect(page.getByRole('heading', { name: 'Coolant' })).toBeVisible()

  // points: Enter records, the focus goes on to the next
  await tabTo(page, 'combobox', /^How/)
  await tabTo(page, 'textbox', /^Meter shows/)
  await type(page, ohmsAt(0))
  await press(page, 'Enter')
  const rows = page.getByRole('table', { name: 'Measured points' }).getByRole('row')
  await expect(rows).toHaveCount(2)
  await expect(page.getByLabel('Meter shows', { exact: true })).toBeFocused()
  await tabTo(page, 'combobox', /^How/, true)
  await choose(page, 'Air')
  await tabTo(page, 'textbox', /^Thermometer shows/)
  await type(page, '16.8')
  await press(page, 'Enter')
  await expect(page.getByLabel('Meter shows', { exact: true })).toBeFocused()
  await type(page, ohmsAt(16.8))
  await press(page, 'Enter')
  await expect(rows).toHaveCount(3)
  await tabTo(page, 'combobox', /^How/, true)
  await choose(page, 'Boil')
  await tabTo(page, 'textbox', /^Altitude/)
  await type(page, '640')
  await press(page, 'Enter')
  await type(page, ohmsAt(97.85))
  await press(page, 'Enter')
  await expect(rows).toHaveCount(4)

  // the bench
  await tabTo(page, 'button', /Record from the bench/, true)
  await press(page, 'Enter')
  await tabTo(page, 'button', /Start reading/)
  await press(page, 'Enter')
  await expect(page.getByText(/SIMULATED BENCH METER/)).toBeVisible()
  await expect(page.getByTestId('live-ohm')).not.toHaveText('–')
  await tabTo(page, 'button', /Record this point/)
  await recordPoint(page, 5, () => press(page, 'Enter'))
  await tabTo(page, 'button', /^Stop/, true)
  await press(page, 'Enter')

  // the thread on the scales, then the stages by their keys
  await tabTo(page, 'slider', /^truth/, true)
  const truth = page.getByRole('slider', { name: /^truth/ })
  const before = Number(await truth.getAttribute('aria-valuenow'))
  await press(page, 'ArrowDown', 'ArrowDown', 'Shift+ArrowUp')
  expect(Number(await truth.getAttribute('aria-valuenow'))).toBeCloseTo(before - 1.9, 3)
  await press(page, 'Tab', 'Tab')
  const plug = page.getByRole('slider', { name: /^at the plug/ })
  await expect(plug).toBeFocused()
  const volts = Number(await plug.getAttribute('aria-valuenow'))
  await press(page, 'ArrowDown')
  expect(Number(await plug.getAttribute('aria-valuenow'))).toBeGreaterThan(volts)
  await press(page, '3')
  await expect(page.getByRole('tab', { name: /Input/ })).toHaveAttribute('aria-selected', 'true')
  await press(page, '4')
  await expect(page.getByRole('tab', { name: /Table/ })).toHaveAttribute('aria-selected', 'true')
  await expect(page.getByRole('table', { name: 'The table to enter' })).toBeVisible()
  await tabTo(page, 'button', /I have entered it/)
  await press(page, 'Enter')
  await expect(page.getByText(/In the device now: 16 cells/)).toBeVisible()
  await press(page, '6')
  await tabTo(page, 'textbox', /Thermometer in the shed/)
  await type(page, '14.2')
  await press(page, 'Enter')
  const should = (await page
    .getByRole('status', { name: 'Expected' })
    .locator('.big')
    .first()
    .textContent())!
    .replace('−', '-')
    .replace(/[^\d.-]/g, '')
  await tabTo(page, 'textbox', /Engine unit shows/)
  await type(page, should)
  await tabTo(page, 'button', /Record it as proven/)
  await press(page, 'Enter')
  await expect(
    page.getByLabel('Next step and where truth is lost').getByText('proven', { exact: true }),
  ).toBeVisible()

  // undo and redo, search, keys, back
  await page.locator('body').press('Control+z')
  await expect(
    page.getByLabel('Next step and where truth is lost').getByText('proven', { exact: true }),
  ).toHaveCount(0)
  await page.locator('body').press('Control+Shift+z')
  await expect(
    page.getByLabel('Next step and where truth is lost').getByText('proven', { exact: true }),
  ).toBeVisible()
  await page.locator('#place').focus()
  await press(page, '/')
  await expect(page.getByLabel('Find')).toBeFocused()
  await type(page, 'logb')
  await press(page, 'Enter')
  await expect(page.getByRole('heading', { name: 'Logbook' })).toBeVisible()
  await saved(page)
  await page.locator('#place').focus()
  await press(page, '?')
  await expect(page.getByRole('table', { name: 'Shortcuts' })).toBeVisible()
  await press(page, 'Escape')
})

/** From nothing to a family's first points, its dialog and its form filled in by keys. */
async function beginByKeys(page: Page, job: Job): Promise<void> {
  const named = (label: string): RegExp =>
    new RegExp(`^${label.replaceAll(/[.*+?^${}()|[\]\\]/g, '\\$&')}`)
  const fill = async (label: string, value: string): Promise<void> => {
    const box = page
      .getByRole('dialog')
      .or(page.getByRole('form', { name: 'Add a point' }))
      .getByLabel(label, { exact: true })
    const list = (await box.evaluate((e) => e.tagName)) === 'SELECT'
    await tabTo(page, list ? 'combobox' : 'textbox', named(label))
    if (list) await choose(page, value)
    else await type(page, value)
  }
  await page.goto('/builds')
  await tabTo(page, 'button', /New build/)
  await press(page, 'Enter')
  await expect(page.getByRole('dialog')).toBeVisible()
  await type(page, 'Grey Heron')
  await press(page, 'Enter')
  await expect(page.getByRole('heading', { name: 'Line-up' })).toBeVisible()
  await press(page, 'n')
  await expect(page.getByRole('dialog').getByLabel('Name', { exact: true })).toBeFocused()
  await type(page, job.name)
  const asked = {
    ...job.asked,
    ...(job.trust ? { 'Until measured, take on trust': job.trust } : {}),
    'Device name': 'Engine unit',
    Pin: '7',
  }
  for (const [label, value] of Object.entries({ Sensor: familyOf(job.family).name, ...asked }))
    await fill(label, value)
  await press(page, 'Enter')
  await expect(page.getByRole('heading', { name: job.name, level: 1 })).toBeVisible()
  const rows = page.getByRole('table', { name: 'Measured points' }).locator('tbody tr')
  for (const [i, [how, typed]] of job.points.entries()) {
    await tabTo(page, 'combobox', /^How/, i > 0)
    await choose(page, how)
    for (const [label, value] of Object.entries(typed)) await fill(label, value)
    await press(page, 'Enter')
    await expect(rows).toHaveCount(i + 1)
  }
}

test('a position from nothing by keyboard alone', async ({ page }) => {
  watch(page)
  await beginByKeys(
    page,
    JOBS.find((j) => j.family === 'position')!,
  )
  await expect(page.getByRole('table', { name: 'Coefficients' })).toBeVisible()
})

test('a saddle tank by keyboard alone: a sender, a second in series, its own points, one half fuller', async ({
  page,
}) => {
  test.setTimeout(90_000)
  watch(page)
  const job = JOBS.find((j) => j.family === 'level')!
  await beginByKeys(page, { ...job, points: job.points.slice(0, 3) })
  await tabTo(page, 'button', /Add a second sender/, true)
  await press(page, 'Enter')
  await expect(page.getByRole('textbox', { name: 'Second sender' })).toBeFocused()
  await page.keyboard.press('Control+a')
  await type(page, 'Right half')
  await tabTo(page, 'combobox', /They hang/)
  await choose(page, 'in series')
  await tabTo(page, 'textbox', /Both hold together/)
  await page.keyboard.press('Control+a')
  await type(page, '20')
  await press(page, 'Enter', 'Enter')
  const senders = page.getByRole('radiogroup', { name: 'Which sender' })
  await expect(senders).toBeVisible()
  await tabTo(page, 'radio', /^Fuel/, true)
  await press(page, 'ArrowRight')
  await expect(senders.getByRole('radio', { name: 'Right half' })).toBeChecked()
  const rows = page.getByRole('table', { name: 'Measured points' }).locator('tbody tr')
  await expect(rows).toHaveCount(0)
  for (const [i, [litres, ohm]] of [
    ['2', '20'],
    ['10', '60'],
  ].entries()) {
    await tabTo(page, 'combobox', /^How/, i > 0)
    await choose(page, 'Filling')
    await tabTo(page, 'textbox', /^In the tank now/)
    await type(page, litres!)
    await tabTo(page, 'textbox', /^Meter shows/)
    await type(page, ohm!)
    await press(page, 'Enter')
    await expect(rows).toHaveCount(i + 1)
  }
  await tabTo(page, 'slider', /^first half/, true)
  await press(page, 'PageUp')
  await expect(page.getByText(/^Not level/)).toBeVisible()
  await press(page, 'Home')
  await expect(page.getByText(/^Both level/)).toBeVisible()
})
