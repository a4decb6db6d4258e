import { saltmarshNine } from '../demo/saltmarshNine.ts'
import { expect, test, type Page } from '@playwright/test'
import { exportBuild, openSample, saved, watch } from './help.ts'

const more = async (page: Page, name: string, item: string): Promise<void> => {
  // a menu that is still closing would answer too
  await expect(page.getByRole('menuitem')).toHaveCount(0)
  await page.getByRole('button', { name: `More for ${name}`, exact: true }).click()
  await page.getByRole('menuitem', { name: item }).click()
}

test('builds are renamed, duplicated, deleted with undo, restored, cleared', async ({ page }) => {
  watch(page)
  await openSample(page)
  await page.goto('/builds')
  await more(page, 'Saltmarsh Nine', 'Duplicate')
  await expect(page.getByRole('link', { name: /Saltmarsh Nine, copy/ })).toBeVisible()
  await more(page, 'Saltmarsh Nine, copy', 'Rename')
  await page.getByLabel('Name', { exact: true }).and(page.getByRole('textbox')).fill('Winter')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('link', { name: /Winter/ })).toContainText(
    `${saltmarshNine().channels.length} channels`,
  )
  await more(page, 'Winter', 'Delete')
  await expect(page.getByRole('link', { name: /Winter/ })).toHaveCount(0)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByRole('link', { name: /Winter/ })).toBeVisible()
  await more(page, 'Winter', 'Delete')
  // gone from the list is gone from the store: a page left at that moment has deleted it
  await expect(page.getByRole('link', { name: /Winter/ })).toHaveCount(0)
  await page.reload()
  await page.getByText('1 deleted').click()
  await page.getByRole('button', { name: 'Restore' }).click()
  await expect(page.getByRole('link', { name: /Winter/ })).toBeVisible()
  await more(page, 'Winter', 'Delete')
  await page.getByText('1 deleted').click()
  await page.getByRole('button', { name: 'Clear for good' }).click()
  // the one thing that cannot be undone is asked for twice
  await page.getByRole('button', { name: 'Keep it' }).click()
  await expect(page.getByText('1 deleted')).toBeVisible()
  await page.getByRole('button', { name: 'Clear for good' }).click()
  await page.getByRole('button', { name: 'Clear it for good' }).click()
  await expect(page.getByText('1 deleted')).toHaveCount(0)
  await expect(page.getByRole('link', { name: /^Saltmarsh Nine ?\d/ })).toBeVisible()
})

test('an import may replace the build that is here', async ({ page }) => {
  watch(page)
  await openSample(page)
  await page.getByRole('link', { name: 'Logbook' }).click()
  const { path, text } = await exportBuild(page)
  await page.getByRole('link', { name: 'Vehicle and instruments' }).click()
  await page.getByLabel('The shed stands at').fill('12')
  await page.keyboard.press('Enter')
  await page.getByRole('button', { name: 'Remove Kitchen probe' }).click()
  await saved(page)
  await page.getByRole('link', { name: 'Builds' }).click()
  await page.getByLabel('Build file').setInputFiles(path)
  const meeting = page.getByRole('dialog')
  await expect(meeting).toContainText('1 instrument only in the file: Kitchen probe')
  await meeting.getByRole('button', { name: 'Replace the one here' }).click()
  await expect(page.getByRole('heading', { name: 'Line-up' })).toBeVisible()
  await page.getByRole('link', { name: 'Vehicle and instruments' }).click()
  await expect(page.getByLabel('The shed stands at')).toHaveValue('640')
  await page.getByRole('link', { name: 'Logbook' }).click()
  expect((await exportBuild(page)).text).toBe(text)
})

test('a build that is not here, and a page that is not, say what to do', async ({ page }) => {
  await page.goto('/build/nowhere')
  await expect(page.getByRole('alert')).toContainText('not in this browser')
  await page.getByRole('link', { name: 'List of builds' }).click()
  await page.goto('/nowhere')
  await expect(page.getByRole('alert')).toContainText('There is no page at /nowhere')
  await openSample(page)
  await page.goto('/build/saltmarsh-nine/channel/gone/gone')
  await expect(page.getByRole('alert')).toContainText('not in the build any more')
})

test('removing a channel is undone by one press', async ({ page }) => {
  watch(page)
  await openSample(page)
  await page.getByRole('link', { name: /Coolant/ }).click()
  await page.getByRole('button', { name: 'Edit the channel' }).click()
  await page.getByRole('button', { name: 'Remove the channel' }).click()
  await expect(page.getByRole('link', { name: /Coolant/ })).toHaveCount(0)
  await page
    .getByRole('alert')
    .or(page.locator('.mantine-Notification-root'))
    .getByRole('button', { name: 'Undo' })
    .click()
  await expect(page.getByRole('link', { name: /Coolant/ })).toContainText('proven')
})

test('long names, no data and a narrow screen keep the page whole', async ({ page }) => {
  watch(page)
  await openSample(page)
  await page.getByRole('link', { name: /Air, after/ }).click()
  await page.getByRole('button', { name: 'Edit the channel' }).click()
  const long = 'Intake air temperature behind the very long charge cooler '.repeat(3).trim()
  await page.getByLabel('Name', { exact: true }).fill(long)
  await page.getByRole('button', { name: 'Done' }).click()
  for (const width of [1280, 820, 420]) {
    await page.setViewportSize({ width, height: 800 })
    for (const place of ['Line-up', 'Prove', 'Logbook', 'Vehicle and instruments']) {
      await page
        .getByRole('navigation', { name: 'Places' })
        .getByRole('link', { name: place })
        .click()
      await expect(page.getByRole('heading', { level: 1, name: place })).toBeVisible()
      // what is too wide scrolls in its own box, never the page
      expect(
        await page.evaluate(
          () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
        ),
        `${place} at ${width}`,
      ).toBeLessThanOrEqual(1)
    }
  }
})

test('an instrument’s accuracy is in every band it took part in', async ({ page }) => {
  watch(page)
  await openSample(page)
  const band = async (): Promise<number> => {
    await page
      .getByRole('navigation', { name: 'Places' })
      .getByRole('link', { name: 'Line-up' })
      .click()
    const text = (await page.getByRole('link', { name: /Coolant/ }).textContent())!
    return Number(/±(\d+\.\d)/.exec(text)?.[1])
  }
  // rows of the line-up fill in as they are computed
  await expect.poll(band).toBeGreaterThan(0)
  const before = await band()
  await page.getByRole('link', { name: 'Vehicle and instruments' }).click()
  const meter = page.getByRole('group', { name: 'Bench meter' })
  await meter.getByLabel('Of the reading, ±').fill('3')
  await page.keyboard.press('Enter')
  await expect.poll(band).toBeGreaterThan(before)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect.poll(band).toBe(before)
  await page.getByRole('link', { name: 'Logbook' }).click()
  const log = page.getByRole('list', { name: /^What happened on/ })
  await expect(log.first().getByRole('listitem').first()).toContainText(
    /Took back .*accuracy, of the reading: 0\.5 % → 3\.0 %/,
  )
})

test('what is wrong with a new channel is said by its box, goes when it is mended, and loses nothing', async ({
  page,
}) => {
  watch(page)
  await openSample(page)
  await page.getByRole('button', { name: 'Add a channel' }).click()
  const dialog = page.getByRole('dialog')
  const [name, to, add] = [
    dialog.getByLabel('Name', { exact: true }),
    dialog.getByLabel('Range to'),
    dialog.getByRole('button', { name: 'Add the channel' }),
  ]
  await to.fill('-20')
  await add.click()
  await expect(name).toHaveAttribute('aria-invalid', 'true')
  await expect(dialog.getByText('Give the channel a name')).toBeVisible()
  await expect(dialog.getByText('must run from a low to a high temperature')).toBeVisible()
  await expect(to).toHaveValue('-20')
  await name.fill('Head')
  await to.fill('140')
  await page.keyboard.press('Tab')
  await expect(to).not.toHaveAttribute('aria-invalid', 'true')
  // where it matters most keeps its share of the range
  await expect(dialog.getByLabel('Matters most from')).not.toHaveValue('80')
  await add.click()
  await expect(page.getByRole('heading', { name: 'Head', level: 1 })).toBeVisible()
})
