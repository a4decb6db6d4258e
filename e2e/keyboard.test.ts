import { expect, test, type Page } from '@playwright/test'
import { ohmsAt, saved, watch } from './help.ts'

// Nothing here moves or clicks a mouse: keys only, and where they land is what Tab says.

/** Tabs until the focused thing has this role and name. */
async function tabTo(page: Page, role: string, name: RegExp, back = false): Promise<void> {
  for (let i = 0; i < 140; i++) {
    await page.keyboard.press(back ? 'Shift+Tab' : 'Tab')
    const at = page.locator(':focus')
    if ((await at.count()) === 0) continue
    const found = page.getByRole(role as 'button', { name }).and(at)
    if ((await found.count()) > 0) return
  }
  throw new Error(`No ${role} ${name} within 140 tabs`)
}
const type = (page: Page, text: string): Promise<void> => page.keyboard.type(text)
const press = (page: Page, ...keys: string[]): Promise<void> => keys.reduce((p, k) => p.then(() => page.keyboard.press(k)), Promise.resolve())
/** Chooses in a native list by typing the beginning of the option. */
const choose = async (page: Page, start: string): Promise<void> => { await type(page, start) }

test('the whole story by keyboard alone', async ({ page }) => {
  test.setTimeout(180_000)
  watch(page)
  await page.goto('/builds')
  await tabTo(page, 'button', /New build/)
  await press(page, 'Enter')
  await expect(page.getByRole('dialog')).toBeVisible()
  await type(page, 'Night Kestrel'); await press(page, 'Enter')
  await expect(page.getByRole('heading', { name: 'Line-up' })).toBeVisible()

  // n adds a channel
  await press(page, 'n')
  await expect(page.getByRole('dialog').getByLabel('Name', { exact: true })).toBeFocused()
  await type(page, 'Coolant')
  await tabTo(page, 'textbox', /^Device name/); await type(page, 'Engine unit')
  await tabTo(page, 'textbox', /^Pin/); await type(page, '14')
  await press(page, 'Enter')
  await expect(page.getByRole('heading', { name: 'Coolant' })).toBeVisible()

  // points: Enter records, the focus goes on to the next
  await tabTo(page, 'combobox', /^How/)
  await tabTo(page, 'textbox', /^Meter shows/)
  await type(page, ohmsAt(0)); await press(page, 'Enter')
  const rows = page.getByRole('table', { name: 'Measured points' }).getByRole('row')
  await expect(rows).toHaveCount(2)
  await expect(page.getByLabel('Meter shows', { exact: true })).toBeFocused()
  await tabTo(page, 'combobox', /^How/, true); await choose(page, 'Air')
  await tabTo(page, 'textbox', /^Thermometer shows/)
  await type(page, '16.8'); await press(page, 'Enter')
  await expect(page.getByLabel('Meter shows', { exact: true })).toBeFocused()
  await type(page, ohmsAt(16.8)); await press(page, 'Enter')
  await expect(rows).toHaveCount(3)
  await tabTo(page, 'combobox', /^How/, true); await choose(page, 'Boil')
  await tabTo(page, 'textbox', /^Altitude/); await type(page, '640'); await press(page, 'Enter')
  await type(page, ohmsAt(97.85)); await press(page, 'Enter')
  await expect(rows).toHaveCount(4)

  // the bench
  await tabTo(page, 'button', /Record from the bench/, true); await press(page, 'Enter')
  await tabTo(page, 'button', /Start reading/); await press(page, 'Enter')
  await expect(page.getByText(/SIMULATED BENCH METER/)).toBeVisible()
  await expect(page.getByTestId('live-ohm')).not.toHaveText('–')
  await tabTo(page, 'button', /Record this point/)
  await page.waitForTimeout(2500)
  await press(page, 'Enter')
  await expect(rows).toHaveCount(5)
  await tabTo(page, 'button', /^Stop/, true); await press(page, 'Enter')

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
  await tabTo(page, 'button', /I have entered it/); await press(page, 'Enter')
  await expect(page.getByText(/In the device now: 16 cells/)).toBeVisible()
  await press(page, '6')
  await tabTo(page, 'textbox', /Thermometer in the shed/)
  await type(page, '14.2'); await press(page, 'Enter')
  const should = (await page.getByRole('status', { name: 'Expected' }).locator('.big').first().textContent())!.replace('−', '-').replace(/[^\d.-]/g, '')
  await tabTo(page, 'textbox', /Engine unit shows/); await type(page, should)
  await tabTo(page, 'button', /Record it as proven/); await press(page, 'Enter')
  await expect(page.getByLabel('Next step and where truth is lost').getByText('proven', { exact: true })).toBeVisible()

  // undo and redo, search, keys, back
  await page.locator('body').press('Control+z')
  await expect(page.getByLabel('Next step and where truth is lost').getByText('proven', { exact: true })).toHaveCount(0)
  await page.locator('body').press('Control+Shift+z')
  await expect(page.getByLabel('Next step and where truth is lost').getByText('proven', { exact: true })).toBeVisible()
  await page.locator('#place').focus()
  await press(page, '/')
  await expect(page.getByLabel('Find')).toBeFocused()
  await type(page, 'logb'); await press(page, 'Enter')
  await expect(page.getByRole('heading', { name: 'Logbook' })).toBeVisible()
  await saved(page)
  await page.locator('#place').focus()
  await press(page, '?')
  await expect(page.getByRole('table', { name: 'Shortcuts' })).toBeVisible()
  await press(page, 'Escape')
})
