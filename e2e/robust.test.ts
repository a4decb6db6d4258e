import { expect, test } from '@playwright/test'
import { saltmarshNine } from '../demo/saltmarshNine.ts'
import { writeBuild } from '../core/build/index.ts'
import { serve } from '../scripts/serve.ts'
import { openSample, recordPoint, saved, watch } from './help.ts'

test('damaged and hostile files end in a clear message, and nothing is lost', async ({ page }) => {
  watch(page)
  await openSample(page)
  await page.goto('/builds')
  const good = writeBuild(saltmarshNine())
  const asText = (change: (b: ReturnType<typeof saltmarshNine>) => void): string => {
    const b = structuredClone(saltmarshNine())
    change(b)
    return JSON.stringify(b)
  }
  const files: [string, string, RegExp][] = [
    ['cut.json', good.slice(0, 5000), /cut short/],
    ['photo.json', '\u0000\u0001binary', /not JSON/],
    ['newer.json', '{"schema": 99}', /newer Echt/],
    ['deep.json', '['.repeat(200_000), /nested/],
    [
      'text.json',
      asText((b) => {
        ;(b.channels[0]!.needs as { accuracy: unknown }).accuracy = '2'
      }),
      /needs, accuracy is "2": it must be a number/,
    ],
    [
      'twice.json',
      asText((b) => {
        b.elements[1]!.id = b.elements[0]!.id
      }),
      /same id/,
    ],
    ['other.json', '[1,2]', /not an Echt build/],
  ]
  for (const [name, text, message] of files) {
    await page
      .getByLabel('Build file')
      .setInputFiles({ name, mimeType: 'application/json', buffer: Buffer.from(text) })
    await expect(page.getByRole('alert')).toContainText(message)
  }
  await expect(page.getByRole('link', { name: /Saltmarsh Nine/ })).toHaveCount(1)
})

test('two tabs on one build do not overwrite each other', async ({ page, context }) => {
  watch(page)
  await openSample(page)
  const other = await context.newPage()
  watch(other)
  await openSample(other)
  for (const [tab, place] of [
    [page, 'first tab'],
    [other, 'second tab'],
  ] as const) {
    await tab.getByRole('link', { name: place === 'first tab' ? /Coolant/ : /Air, after/ }).click()
    await tab.getByRole('tab', { name: /Leads/ }).click()
    await tab.getByLabel('Wire colour').fill(place)
  }
  await page.getByLabel('Wire colour').press('Tab')
  await other.getByLabel('Wire colour').press('Tab')
  await saved(page)
  await saved(other)
  await page.reload()
  await page.getByRole('tab', { name: /Leads/ }).click()
  await expect(page.getByLabel('Wire colour')).toHaveValue('first tab')
  await page.getByRole('link', { name: 'Line-up' }).click()
  await page.getByRole('link', { name: /Air, after/ }).click()
  await page.getByRole('tab', { name: /Leads/ }).click()
  await expect(page.getByLabel('Wire colour')).toHaveValue('second tab')
})

test('a full storage is said, and the build can be exported', async ({ page }) => {
  await page.addInitScript(() => {
    const put = IDBObjectStore.prototype.put
    ;(window as unknown as { fill: () => void; free: () => void }).fill = () => {
      IDBObjectStore.prototype.put = () => {
        throw new DOMException('full', 'QuotaExceededError')
      }
    }
    ;(window as unknown as { free: () => void }).free = () => {
      IDBObjectStore.prototype.put = put
    }
  })
  await openSample(page)
  await page.getByRole('link', { name: 'Vehicle and instruments' }).click()
  await page.evaluate(() => (window as unknown as { fill: () => void }).fill())
  await page.getByLabel('The shed stands at').fill('100')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('alert')).toContainText(/storage is full/)
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Export now' }).click(),
  ])
  expect(download.suggestedFilename()).toBe('saltmarsh-nine.echt.zip')
  await page.evaluate(() => (window as unknown as { free: () => void }).free())
  await page.getByLabel('The shed stands at').fill('200')
  await page.keyboard.press('Enter')
  await saved(page)
  await page.reload()
  await expect(page.getByLabel('The shed stands at')).toHaveValue('200')
})

test('a browser that refuses storage says so', async ({ page }) => {
  await page.addInitScript(() => {
    IDBFactory.prototype.open = () => {
      throw new DOMException('no', 'SecurityError')
    }
  })
  await page.goto('/builds')
  await expect(page.getByRole('alert')).toContainText(/refuses to store/)
})

test('a tab closed mid-write leaves a whole build', async ({ page, context }) => {
  await openSample(page)
  await page.getByRole('link', { name: 'Vehicle and instruments' }).click()
  await page.getByLabel('The shed stands at').fill('321')
  await page.keyboard.press('Enter')
  await page.close({ runBeforeUnload: false })
  const again = await context.newPage()
  watch(again)
  await again.goto('/build/saltmarsh-nine/vehicle')
  await expect(again.getByLabel('The shed stands at')).toHaveValue(/^(321|640)$/)
})

test('wrong typing gets its message by the box, and keeps what was typed', async ({ page }) => {
  watch(page)
  await openSample(page)
  await page.getByRole('link', { name: /Air, after/ }).click()
  const box = page.getByLabel('Meter shows', { exact: true })
  for (const [typed, message] of [
    ['1,500', /could be 1.500 or 1500/],
    ['30 psi', /is a pressure/],
    ['-5', /cannot be negative/],
    ['0', /0 Ω is a short/],
    ['abc', /not a number/],
  ] as const) {
    await box.fill(typed)
    await expect(page.getByText(message)).toBeVisible()
    await page.getByRole('button', { name: 'Record', exact: true }).click()
    await expect(box).toHaveValue(typed)
  }
  await box.fill('4k7')
  await expect(page.getByText('= 4.7 kΩ')).toBeVisible()
  await box.press('ArrowUp')
  await expect(box).toHaveValue('4701')
})

test('the bench comes back after the server goes away, and no reading is lost', async ({
  browser,
}) => {
  test.setTimeout(90_000)
  const first = await serve()
  const { port } = first
  let { server } = first
  try {
    const page = await browser.newPage({ baseURL: `http://127.0.0.1:${port}` })
    await openSample(page)
    await page.getByRole('link', { name: /Coolant/ }).click()
    await page.getByRole('tab', { name: /Element/ }).click()
    await page.getByRole('button', { name: 'Record from the bench' }).click()
    await page.getByRole('button', { name: 'Start reading' }).click()
    await expect(page.getByTestId('live-ohm')).not.toHaveText('–')
    await recordPoint(page, 9)
    server.kill('SIGKILL')
    await expect(page.getByText(/Meter: lost/)).toBeVisible()
    await expect(page.getByTestId('live-ohm')).not.toHaveText('–')
    server = (await serve(port)).server
    await expect(page.getByText(/ECHT,SIMULATED BENCH METER/)).toBeVisible({ timeout: 20_000 })
    await recordPoint(page, 10)
  } finally {
    server.kill('SIGKILL')
  }
})

test('where the part that computes off the page does not start, curves are fitted and the rest says so', async ({
  page,
}) => {
  await page.route(/core\.worker/, (route) => route.abort())
  await openSample(page)
  await page
    .getByRole('link', { name: /Coolant, block outlet/ })
    .first()
    .click()
  await expect(page.getByRole('slider').first()).toBeVisible()
  await page.getByRole('tab', { name: /Budget/ }).click()
  await expect(page.getByText(/did not start/).first()).toBeVisible()
})
