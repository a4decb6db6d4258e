import { expect, test, type Page } from '@playwright/test'
import { openSample, watch } from './help.ts'
import { press, tabTo, type } from './keys.ts'

const strip = (page: Page) => page.getByRole('button', { name: /^The scales in short/ })
const verdict = (page: Page) => page.locator('[data-strip]')

/** The strip is whole within the window, and says something else than `before`. */
async function seenToAct(page: Page, before: string | null): Promise<void> {
  await expect(verdict(page)).not.toHaveText(before ?? '')
  await expect(verdict(page)).toContainText(/was/)
  const box = (await strip(page).boundingBox())!
  expect(box.y).toBeGreaterThanOrEqual(0)
  expect(box.y + box.height).toBeLessThan(140)
}
async function openCoolant(page: Page): Promise<void> {
  watch(page)
  await openSample(page)
  await page
    .getByRole('link', { name: /Coolant, block outlet/ })
    .first()
    .click()
}
const scrolled = (page: Page): Promise<number> => page.evaluate(() => scrollY)

test('a change of the pull-up, of a point and of the table is seen in the strip of scales, without scrolling', async ({
  page,
}) => {
  await openCoolant(page)
  await expect(strip(page)).toHaveCount(0)

  await page.getByRole('tab', { name: /Input/ }).click()
  const ohms = page
    .getByRole('group', { name: /Pull-up/ })
    .first()
    .getByLabel('Ohms', { exact: true })
  let said = await verdict(page).textContent()
  const at = await scrolled(page)
  await ohms.fill('1k8')
  await ohms.press('Enter')
  await seenToAct(page, said)
  expect(await scrolled(page)).toBe(at)

  await page.getByRole('tab', { name: /Element/ }).click()
  said = await verdict(page).textContent()
  const strike = page.getByRole('button', { name: /^Strike the point/ }).first()
  await strike.scrollIntoViewIfNeeded()
  await strike.click()
  await seenToAct(page, said)

  await page.getByRole('tab', { name: /Table/ }).click()
  said = await verdict(page).textContent()
  const enter = page.getByRole('button', { name: /entered/ }).first()
  await enter.scrollIntoViewIfNeeded()
  await enter.click()
  await seenToAct(page, said)

  // a click brings the scales back, with the thread in hand
  await strip(page).click()
  await expect(strip(page)).toHaveCount(0)
  await expect(page.getByRole('slider', { name: /^truth/ })).toBeFocused()
  await expect(page.getByRole('slider', { name: /^truth/ })).toBeInViewport()
})

test('by keyboard alone the strip is there as well, and no box hides behind it', async ({
  page,
}) => {
  await openCoolant(page)
  await expect(page.getByRole('slider', { name: /^truth/ })).toBeVisible()
  await press(page, '3')
  await expect(page.getByRole('tab', { name: /Input/ })).toHaveAttribute('aria-selected', 'true')
  await expect(strip(page)).toBeVisible()
  const said = await verdict(page).textContent()
  await page.getByRole('tab', { name: /Input/ }).focus()
  await tabTo(page, 'textbox', /^Ohms/)
  const bottom = await strip(page).evaluate((s) => s.getBoundingClientRect().bottom)
  const top = await page.locator(':focus').evaluate((e) => e.getBoundingClientRect().top)
  expect(top).toBeGreaterThan(bottom)
  await press(page, 'Control+a')
  await type(page, '1k8')
  await press(page, 'Enter')
  await seenToAct(page, said)
  await press(page, 'Control+z')
})

test('the first box of every stage of the longest page is within one screen of the top', async ({
  page,
}) => {
  watch(page)
  await openSample(page)
  await page.getByRole('link', { name: /Fuel/ }).first().click()
  const tabs = page.getByRole('tab')
  await expect(tabs).toHaveCount(7)
  // all but the budget, which has nothing to fill in
  for (let i = 0; i < 6; i++) {
    await tabs.nth(i).click()
    const first = page
      .locator('#stage')
      .locator('input, select, textarea, button, summary, a')
      .first()
    await expect(first).toBeVisible()
    const y = await first.evaluate((e) => e.getBoundingClientRect().top + scrollY)
    expect(y).toBeLessThan(2 * 800)
    await expect(first).toBeInViewport()
  }
})
