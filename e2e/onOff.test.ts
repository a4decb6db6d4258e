import { expect, test, type Page } from '@playwright/test'
import {
  designSwitchedInput,
  entryOf,
  isProvenOnOff,
  statusOf,
  switchedInput,
  taskOf,
  thresholdsOf,
  USUAL_FRONT_END,
  usualSwitched,
} from './core.ts'
import { exportBuild, openSample, saved, watch } from './help.ts'
import { press, tabTo, type } from './keys.ts'

/** One reading of where it switched: the page asks for the way up and the way down by turns. */
async function reads(page: Page, at: string): Promise<void> {
  const rows = page.getByRole('table', { name: 'Readings of the switch' }).locator('tbody tr')
  const before = await rows.count()
  await page.getByLabel('It switched at').fill(at)
  await page.keyboard.press('Enter')
  await page.getByRole('button', { name: 'Add it' }).click()
  await expect(rows).toHaveCount(before + 1)
}

test('a float switch is added, measured both ways, its pull-up fitted, proven, and lapses with another part', async ({
  page,
}) => {
  watch(page)
  await openSample(page)
  await page.getByRole('button', { name: 'Add a switch' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByRole('button', { name: 'Add the switch' }).click()
  await expect(dialog).toContainText('Give it a name.')
  await dialog.getByLabel('Name', { exact: true }).fill('Coolant level')
  await dialog.getByLabel('Kind').selectOption('float')
  await dialog.getByLabel('Pin').fill('33')
  await dialog.getByRole('button', { name: 'Add the switch' }).click()
  await expect(page.getByRole('heading', { name: 'Coolant level' })).toBeVisible()
  await expect(page.getByText('Choose how its pin is read.')).toBeVisible()

  for (const at of ['8.8', '7.1', '9.2', '6.8', '9.0', '7.0']) await reads(page, at)
  await page.getByRole('tab', { name: 'Input' }).click()
  const drawer = page.getByRole('group', { name: 'From the drawer' })
  await drawer.getByLabel('Resistor').fill('2k2')
  await page.keyboard.press('Enter')
  const task = taskOf(usualSwitched({ member: 'float' }), {
    ...USUAL_FRONT_END,
    ...{ filterF: 0, pulls: [], fitted: null },
  })
  const gives = switchedInput(task, { school: 'pull-up', upOhm: 2200, downOhm: null })
  await expect(page.getByText(/^It leaves/)).toContainText(`${gives.marginV.toFixed(2)} V`)
  await drawer.getByRole('button', { name: 'Fit it' }).click()
  await expect(page.getByText(/^Fitted: 2.2\skΩ/)).toBeVisible()
  const ways = page.getByRole('table', { name: 'Ways to read' }).locator('tbody tr')
  const designs = designSwitchedInput(task)
  await expect(ways).toHaveCount(designs.length)
  for (const [i, d] of designs.entries())
    await expect(ways.nth(i)).toContainText(d.marginV.toFixed(2))

  await page.getByRole('tab', { name: 'Prove' }).click()
  await expect(page.getByRole('button', { name: 'It is proven' })).toBeDisabled()
  for (const box of await page.getByRole('checkbox').all()) await box.click()
  await page.getByRole('button', { name: 'It is proven' }).click()
  await expect(page.getByText('Proven: it holds until')).toBeVisible()
  await saved(page)
  await page.getByRole('link', { name: 'Line-up' }).click()
  const row = page.getByRole('link', { name: /^Coolant level/ })
  await expect(row).toContainText('proven')
  await page.getByRole('link', { name: 'Logbook' }).click()
  const { build } = await exportBuild(page)
  const channel = build.channels.find((c) => c.name === 'Coolant level')!
  const read = channel.reads[0]!
  const { rising, falling } = thresholdsOf(build, channel)
  expect([rising!.truth, falling!.truth].map((v) => v.toFixed(2))).toEqual(['9.00', '6.97'])
  expect(isProvenOnOff(build, channel, read)).toBe(true)
  expect(statusOf(build, entryOf(build, read.id)!).state).toBe('proven')

  // another resistor, and it is to be proven again; undone, it is proven still
  await page.goto(`/build/${build.id}/channel/${channel.id}/${read.id}?stage=input`)
  await page.getByRole('button', { name: /^Fit / }).first().click()
  await expect(page.getByText('Prove it in the vehicle.')).toBeVisible()
  await page.keyboard.press('ControlOrMeta+z')
  await expect(page.getByText('Nothing to do here.')).toBeVisible()
  await page.getByRole('link', { name: 'Card', exact: true }).click()
  await expect(page.getByRole('main')).toContainText('Coolant level')
  await expect(page.getByRole('main')).toContainText('2.2 kΩ')
})

test('by keyboard alone: the sample’s fan switch is read again, and one that is far off is said', async ({
  page,
}) => {
  watch(page)
  await openSample(page)
  await press(page, '/')
  await type(page, 'fan')
  await expect(page.getByRole('button', { name: /^Fan switch, radiator/ })).toBeVisible()
  await press(page, 'Enter')
  await expect(page.getByRole('heading', { name: 'Fan switch, radiator' })).toBeVisible()
  const rows = page.getByRole('table', { name: 'Readings of the switch' }).locator('tbody tr')
  await expect(rows).toHaveCount(6)
  await tabTo(page, 'textbox', /^It switched at/)
  await type(page, '194.9 °F')
  await press(page, 'Enter')
  await tabTo(page, 'button', /^Add it/)
  await press(page, 'Enter')
  await expect(rows).toHaveCount(7)
  await expect(rows.last()).toContainText('194.9')
  // where it is wanted is moved away from where it is
  await tabTo(page, 'textbox', /^Wanted on the way up/)
  await press(page, 'ControlOrMeta+a')
  await type(page, '105')
  await press(page, 'Enter')
  await expect(page.getByText('Take another switch, or ask something else of it.')).toBeVisible()
  await tabTo(page, 'button', /^Undo/, true)
  await press(page, 'Enter')
  await expect(page.getByText('Prove it in the vehicle.')).toBeVisible()
})
