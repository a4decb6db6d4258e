import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { expect, test, type Page } from '@playwright/test'
import { stoichiometricAfr } from './core.ts'
import { openSample, watch } from './help.ts'
import { walkTo } from '../trials/pages.ts'

const axe = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8')

/** Serious findings of axe on what is shown now; of a second theme only what colours can change. */
async function serious(page: Page, rules?: string[]): Promise<string[]> {
  if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(axe)
  return page.evaluate(async (only) => {
    const { violations } = await (
      window as unknown as {
        axe: {
          run: (o: object) => Promise<{
            violations: {
              id: string
              impact: string
              nodes: { html: string; failureSummary: string }[]
            }[]
          }>
        }
      }
    ).axe.run({ resultTypes: ['violations'], ...(only ? { runOnly: only } : {}) })
    return violations
      .filter((v) => ['serious', 'critical'].includes(v.impact))
      .map(
        (v) =>
          `${v.id}: ${v.nodes
            .slice(0, 3)
            .map((n) => `${n.html.slice(0, 160)} ${n.failureSummary.slice(0, 200)}`)
            .join(' | ')}`,
      )
  }, rules)
}

/** Every finding on this page in both themes. */
type Theme = 'light' | 'dark'
const BOTH: readonly Theme[] = ['light', 'dark']

async function inThemes(page: Page, name: string, themes: readonly Theme[]): Promise<void> {
  const scheme = (to: Theme): Promise<void> =>
    page.evaluate((t) => document.documentElement.setAttribute('data-mantine-color-scheme', t), to)
  for (const theme of themes) {
    await scheme(theme)
    if (theme === 'dark') await page.waitForTimeout(250)
    // and whatever still fades is waited for, however slow the machine
    await page.evaluate(() => Promise.allSettled(document.getAnimations().map((a) => a.finished)))
    // what a theme changes is colours: all else is looked at once
    const rules = theme === 'dark' && themes.length > 1 ? ['color-contrast'] : undefined
    expect(await serious(page, rules), `${name}, ${theme}`).toEqual([])
  }
  await scheme('light')
}

/** Places in both themes, the stages of channels, which are made of the same parts, by turns in one or the other. */
const themesOf = (path: string, i: number): readonly Theme[] =>
  path.includes('stage=') ? [BOTH[Math.floor(i / 2) % 2]!] : BOTH

const channel = (id: string, read: string, stage: string): string =>
  `/build/saltmarsh-nine/channel/${id}/${read}?stage=${stage}`
const PLACES: [string, string, string][] = [
  ['builds', '/builds', 'Builds'],
  ['line-up', '/build/saltmarsh-nine', 'Line-up'],
  ...['cost', 'supplies'].map((tab): [string, string, string] => [
    `earths, ${tab}`,
    `/build/saltmarsh-nine/earths?tab=${tab}`,
    'Earths',
  ]),
  ['prove', '/build/saltmarsh-nine/prove', 'Prove'],
  ['logbook', '/build/saltmarsh-nine/logbook', 'Logbook'],
  ['vehicle', '/build/saltmarsh-nine/vehicle', 'Vehicle and instruments'],
  ['card', '/build/saltmarsh-nine/card/rd-coolant', 'Coolant, block outlet'],
  ...['element', 'leads', 'input', 'table', 'face', 'prove', 'budget'].map(
    (s): [string, string, string] => [
      `channel, ${s}`,
      channel('ch-oil', 'rd-oil', s),
      'Oil, gallery',
    ],
  ),
  // of families' own panels the two that hold most
  ...(
    [
      ['fuel', 'Fuel level', 'element'],
      ['lambda', 'Lambda, after the turbine', 'element'],
      ['wheel', 'Wheel speed, front left', 'input'],
    ] as const
  ).map(([id, h, s]): [string, string, string] => [
    `${h}, ${s}`,
    channel(`ch-${id}`, `rd-${id}`, s),
    h,
  ]),
  ['switch', '/build/saltmarsh-nine/channel/fan-channel/fan-read', 'Fan switch, radiator'],
]

for (const part of [0, 1]) {
  test(`axe finds nothing serious on any place, in either theme, ${part === 0 ? 'first half' : 'second half'}`, async ({
    page,
  }) => {
    test.setTimeout(240_000)
    watch(page)
    // colours are judged at rest, not half-way through a fade
    await page.emulateMedia({ reducedMotion: 'reduce' })
    await openSample(page)
    for (const [i, [name, path, heading]] of PLACES.entries()) {
      if (i % 2 !== part) continue
      await walkTo(page, path)
      await expect(page.getByRole('heading', { level: 1, name: heading })).toBeVisible()
      if (path.includes('stage=')) await expect(page.locator('#stage h2').first()).toBeVisible()
      await inThemes(page, name, themesOf(path, i))
    }
    if (part === 1) return
    await walkTo(page, '/build/saltmarsh-nine')
    await page.getByRole('button', { name: 'Add a channel' }).click()
    await expect(page.getByRole('dialog')).toBeVisible()
    await page.waitForTimeout(500)
    await inThemes(page, 'add a channel', BOTH)
  })
}

test('units are a person’s choice; the record keeps SI', async ({ page }) => {
  watch(page)
  await openSample(page)
  await page.getByRole('link', { name: 'Vehicle and instruments' }).click()
  await page.getByLabel('Temperature in').selectOption('°F')
  await page.getByRole('link', { name: 'Line-up' }).click()
  await page.getByRole('link', { name: /Coolant/ }).click()
  await expect(page.getByText('needs ±3.6 °F from 176 to 230')).toBeVisible()
  const chip = page.getByRole('slider', { name: /^truth/ })
  expect(Number(await chip.getAttribute('aria-valuenow'))).toBeCloseTo(110, 0)
  await expect(chip).toHaveAttribute('aria-valuetext', /^230\.0 °F/)
})

test('λ is read as air to fuel of what is in the tank, on scales and in boxes', async ({
  page,
}) => {
  watch(page)
  await openSample(page)
  await page.getByRole('link', { name: 'Vehicle and instruments' }).click()
  await page.getByLabel('Mixture in').selectOption('AFR')
  await page.getByLabel('Ethanol in the tank').fill('85')
  await page.keyboard.press('Enter')
  await page.getByRole('link', { name: 'Line-up' }).click()
  await page.getByRole('link', { name: /Lambda, after/ }).click()
  const truth = page.getByRole('slider', { name: 'truth, AFR E85' })
  const lambda = Number(await truth.getAttribute('aria-valuenow'))
  await expect(truth).toHaveAttribute(
    'aria-valuetext',
    `${(lambda * stoichiometricAfr(0.85)).toFixed(2)} AFR E85`,
  )
  // a reading typed in it goes to the λ it stands for
  await page.getByLabel('Where you read it').selectOption('truth')
  await page.getByLabel('A reading here').fill('9.3')
  await page.keyboard.press('Enter')
  expect(Number(await truth.getAttribute('aria-valuenow'))).toBeCloseTo(
    9.3 / stoichiometricAfr(0.85),
    4,
  )
})

test('dragging the thread walks the chain both ways', async ({ page }) => {
  watch(page)
  await openSample(page)
  // it stands far down the line-up; its page begins at its top all the same
  await page.getByRole('link', { name: /Coolant/ }).click()
  const pin = page.getByRole('slider', { name: /^at the pin/ })
  await expect(pin).toBeVisible()
  const scrolled = (): Promise<number> => page.evaluate(() => scrollY)
  expect(await scrolled()).toBe(0)
  await page.mouse.wheel(0, 40)
  await expect.poll(scrolled).toBe(40)
  await page.keyboard.press('4')
  await expect(page.getByRole('tab', { name: /Table/ })).toHaveAttribute('aria-selected', 'true')
  // the stage comes up beneath the strip of scales, and a click on the strip brings the scales back
  await expect.poll(scrolled).toBeGreaterThan(300)
  await page.getByRole('button', { name: /^The scales in short/ }).click()
  await expect(pin).toBeInViewport()
  await pin.locator('.handle').hover({ force: true })
  const box = (await pin.locator('.handle').boundingBox())!
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
  await page.mouse.down()
  await page.mouse.move(box.x, box.y - 60, { steps: 6 })
  await page.mouse.up()
  const truth = Number(
    await page.getByRole('slider', { name: /^truth/ }).getAttribute('aria-valuenow'),
  )
  expect(truth).toBeGreaterThan(111)
  await expect(page.getByText(`Where truth is lost at ${truth.toFixed(1)} °C`)).toBeVisible()
  // type what a meter shows: backward through the chain as it is
  await page.getByLabel('Where you read it').selectOption('element')
  await page.getByLabel('A reading here').fill('606')
  await page.keyboard.press('Enter')
  await expect(page.getByText(/The truth is 5\d\.\d °C/)).toBeVisible()
  expect(
    Number(await page.getByRole('slider', { name: /^element/ }).getAttribute('aria-valuenow')),
  ).toBeCloseTo(606, 0)
})
