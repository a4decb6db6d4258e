import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { expect, test, type Page } from '@playwright/test'
import { openSample, watch } from './help.ts'

const axe = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8')

async function serious(page: Page): Promise<string[]> {
  await page.evaluate(axe)
  return page.evaluate(async () => {
    const { violations } = await (window as unknown as { axe: { run: (o: object) => Promise<{ violations: { id: string; impact: string; nodes: { html: string; failureSummary: string }[] }[] }> } }).axe.run({ resultTypes: ['violations'] })
    return violations.filter((v) => ['serious', 'critical'].includes(v.impact)).map((v) => `${v.id}: ${v.nodes.slice(0, 3).map((n) => `${n.html.slice(0, 160)} ${n.failureSummary.slice(0, 200)}`).join(' | ')}`)
  })
}

const channel = (id: string, read: string, stage: string): string => `/build/saltmarsh-nine/channel/${id}/${read}?stage=${stage}`
const PLACES: [string, string, string][] = [
  ['builds', '/builds', 'Builds'], ['line-up', '/build/saltmarsh-nine', 'Line-up'], ['prove', '/build/saltmarsh-nine/prove', 'Prove'], ['logbook', '/build/saltmarsh-nine/logbook', 'Logbook'], ['card', '/build/saltmarsh-nine/card/rd-coolant', 'Coolant, block outlet'],
  ...['element', 'leads', 'input', 'table', 'face', 'prove', 'budget'].map((s): [string, string, string] => [`channel, ${s}`, channel('ch-oil', 'rd-oil', s), 'Oil, gallery']),
  ...([['oil-pressure', 'Oil pressure', 'element'], ['lambda', 'Lambda, after the turbine', 'element'], ['fuel', 'Fuel level', 'element'], ['fuel', 'Fuel level', 'face'], ['throttle', 'Throttle', 'element'], ['air-flow', 'Air flow', 'element'], ['wheel', 'Wheel speed, front left', 'element'], ['wheel', 'Wheel speed, front left', 'input']] as const).map(([id, h, s]): [string, string, string] => [`${h}, ${s}`, channel(`ch-${id}`, `rd-${id}`, s), h]),
  ['channel with a slip', channel('ch-air', 'rd-air', 'element'), 'Air, after the charge cooler'], ['gauge', channel('ch-oil', 'rd-oil-gauge', 'input'), 'Oil, gallery'],
]

for (const theme of ['light', 'dark'] as const) {
  test(`axe finds nothing serious on any place, ${theme}`, async ({ page }) => {
    test.setTimeout(240_000)
    watch(page)
    // colours are judged at rest, not half-way through a fade
    await page.emulateMedia({ reducedMotion: 'reduce' })
    await openSample(page)
    await page.evaluate((t) => localStorage.setItem('mantine-color-scheme-value', t), theme)
    for (const [name, path, heading] of PLACES) {
      await page.goto(path)
      await expect(page.getByRole('heading', { level: 1, name: heading })).toBeVisible()
      if (path.includes('stage=')) await expect(page.locator('#stage h2').first()).toBeVisible()
      await page.waitForTimeout(400)
      expect(await serious(page), `${name}, ${theme}`).toEqual([])
    }
    await page.goto('/build/saltmarsh-nine')
    await page.getByRole('button', { name: 'Add a channel' }).click()
    await expect(page.getByRole('dialog')).toBeVisible()
    await page.waitForTimeout(500)
    expect(await serious(page), `add a channel, ${theme}`).toEqual([])
  })
}

test('units are a person’s choice; the record keeps SI', async ({ page }) => {
  watch(page)
  await openSample(page)
  await page.getByRole('link', { name: 'Logbook' }).click()
  await page.getByLabel('Temperature in').selectOption('°F')
  await page.getByRole('link', { name: 'Line-up' }).click()
  await page.getByRole('link', { name: /Coolant/ }).click()
  await expect(page.getByText('needs ±3.6 °F from 176 to 230')).toBeVisible()
  const chip = page.getByRole('slider', { name: /^truth/ })
  expect(Number(await chip.getAttribute('aria-valuenow'))).toBeCloseTo(110, 0)
  await expect(chip).toHaveAttribute('aria-valuetext', /^230\.0 °F/)
})

test('dragging the thread walks the chain both ways', async ({ page }) => {
  watch(page)
  await openSample(page)
  await page.getByRole('link', { name: /Coolant/ }).click()
  const pin = page.getByRole('slider', { name: /^at the pin/ })
  const box = (await pin.locator('.handle').boundingBox())!
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
  await page.mouse.down()
  await page.mouse.move(box.x, box.y - 60, { steps: 6 })
  await page.mouse.up()
  const truth = Number(await page.getByRole('slider', { name: /^truth/ }).getAttribute('aria-valuenow'))
  expect(truth).toBeGreaterThan(111)
  await expect(page.getByText(`Where truth is lost at ${truth.toFixed(1)} °C`)).toBeVisible()
  // type what a meter shows: backward through the chain as it is
  await page.getByLabel('Where you read it').selectOption('element')
  await page.getByLabel('A reading here').fill('606'); await page.keyboard.press('Enter')
  await expect(page.getByText(/The truth is 5\d\.\d °C/)).toBeVisible()
  expect(Number(await page.getByRole('slider', { name: /^element/ }).getAttribute('aria-valuenow'))).toBeCloseTo(606, 0)
})
