import { expect, test, type Page } from '@playwright/test'
import {
  assembleChain,
  leftOpen,
  prepareChain,
  readStatus,
  sumOfReaders,
  unevenly,
  walkForward,
} from './core.ts'
import { exportBuild, numberIn, openSample, saved, scale, watch } from './help.ts'

const SIDE = '/build/saltmarsh-nine/channel/ch-side-left/rd-side-left?stage=element'
const litresIn = async (page: Page, name: RegExp): Promise<number> =>
  numberIn((await scale(page, name).getAttribute('aria-valuetext'))!.split(',').at(-1)!)

test('two senders in series: forked scales, a bar of litres, and level at a switch, as the core has it', async ({
  page,
}) => {
  watch(page)
  await openSample(page)
  await page.getByRole('link', { name: 'Logbook' }).click()
  const { build } = await exportBuild(page)
  const chain = prepareChain(assembleChain(build, 'rd-side-left').spec!)
  await page.goto(SIDE)
  const truth = numberIn(await scale(page, /^truth/).getAttribute('aria-valuenow'))
  await expect(page.getByText(/^Both level/)).toBeVisible()
  expect(
    (await litresIn(page, /^first half/)) + (await litresIn(page, /^second half/)),
  ).toBeCloseTo(truth, 0)
  expect(numberIn(await scale(page, /^element/).getAttribute('aria-valuenow'))).toBeCloseTo(
    walkForward(chain, truth).stages[1]!.value,
    1,
  )

  // by hand one half is filled from the other: the thread bends at the senders, the truth stays
  await scale(page, /^first half/).focus()
  for (let i = 0; i < 20; i++) await page.keyboard.press('ArrowUp')
  await expect(page.getByText(/^Not level/)).toBeVisible()
  const [first, second] = [
    await litresIn(page, /^first half/),
    await litresIn(page, /^second half/),
  ]
  expect(first - second).toBeGreaterThan(2)
  expect(first + second).toBeCloseTo(truth, 0)
  expect(numberIn(await scale(page, /^truth/).getAttribute('aria-valuenow'))).toBe(truth)
  const uneven = walkForward(unevenly(chain, (first - second) / 2), truth)
  expect(numberIn(await scale(page, /^element/).getAttribute('aria-valuenow'))).toBeCloseTo(
    uneven.stages[1]!.value,
    0,
  )
  await expect(page.getByText(/^not level −1|^not level −0/)).toBeVisible()
  // the bar along the truth: all that reads like this
  const [least, most] = leftOpen(chain, uneven.stages[1]!.height)
  const bar = /^([\d.]+) to ([\d.]+) l all read like this$/.exec(
    (await page.getByRole('img', { name: /all read like this/ }).getAttribute('aria-label'))!,
  )!
  expect([Number(bar[1]), Number(bar[2])]).toEqual([least, most].map((l) => expect.closeTo(l, 0)))
  await page.keyboard.press('Home')
  await expect(page.getByText(/^Both level/)).toBeVisible()

  // a meter's reading goes back to all the litres that fit it
  await page.getByLabel('Where you read it').selectOption('element')
  await page.getByLabel('A reading here').fill('95')
  await page.keyboard.press('Enter')
  const [low, high] = leftOpen(chain, chain.truthAt(95))
  await expect(
    page.getByText(`It can be ${low.toFixed(1)} to ${high.toFixed(1)} l: cannot tell.`),
  ).toBeVisible()

  // each half has its own points
  await page.getByText('Right pod sensor', { exact: true }).click()
  await expect(
    page.getByRole('table', { name: 'Measured points' }).locator('tbody tr'),
  ).toHaveCount(6)
  await page.getByRole('switch', { name: 'a pipe or a pump keeps both level' }).click()
  await expect(page.getByText(/anything from/)).toHaveCount(0)
  await expect(page.getByText('Say whether the halves stand level')).toHaveCount(0)
  await saved(page)
  await page.getByRole('link', { name: 'Logbook' }).click()
  const after = (await exportBuild(page)).build
  expect(after.channels.find((c) => c.id === 'ch-side-left')!.linked).toBe(true)
})

test('a second sender on an input of its own: half by half, added, and off again', async ({
  page,
}) => {
  watch(page)
  await openSample(page)
  await page.goto('/build/saltmarsh-nine/channel/ch-fuel/rd-fuel?stage=element')
  await page.getByRole('button', { name: 'Add a second sender' }).click()
  await page.getByLabel('Its pin of Display').fill('13')
  await page.getByLabel('Both hold together').fill('98')
  await page.keyboard.press('Tab')
  await page.getByRole('button', { name: 'Add it' }).click()
  await expect(page.getByText(/^Not yet added up/)).toBeVisible()
  await page
    .getByRole('navigation', { name: 'Readers of this sensor' })
    .getByRole('link', { name: 'Fuel level, second sender, Display' })
    .click()
  await expect(page.getByText('to Display pin 13')).toBeVisible()
  await page
    .getByLabel('Until it is measured, take on trust')
    .selectOption({ label: 'Generic rising sender, 50 l' })
  const together = page.getByRole('region', { name: 'Both together' })
  await expect(together).toContainText(/added/)
  await saved(page)
  const said = /With ([\d.]+) l in both.*added ([\d.]+) l, ([+−][\d.]+) ±([\d.]+)/.exec(
    (await together.textContent())!,
  )!
  await page.getByRole('link', { name: 'Logbook' }).click()
  const { build } = await exportBuild(page)
  const channel = build.channels.find((c) => c.id === 'ch-fuel')!
  expect(channel).toMatchObject({
    combine: 'separate',
    elements: ['el-fuel', expect.any(String)],
    needs: { range: [0, 98] },
  })
  const sum = sumOfReaders(build, channel, Number(said[1]))!
  expect(Number(said[2])).toBeCloseTo(sum.shown, 0)
  expect(numberIn(said[3]!)).toBeCloseTo(sum.off, 0)
  expect(Number(said[4])).toBeCloseTo(sum.half, 0)
  expect(readStatus(build, channel.reads.at(-1)!).state).toBe('assumed')

  await page.goBack()
  await page.getByRole('button', { name: 'Take Fuel level, second sender off' }).click()
  await expect(page.getByRole('button', { name: 'Add a second sender' })).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(
    page.getByRole('button', { name: 'Take Fuel level, second sender off' }),
  ).toBeVisible()
})

test('every reader of one sensor has its thread on the main scales', async ({ page }) => {
  watch(page)
  await openSample(page)
  await page.goto('/build/saltmarsh-nine/channel/ch-oil/rd-oil')
  const others = page.getByRole('group', { name: 'Other readers of this sensor' })
  await expect(others.locator('polyline')).toHaveCount(2)
  await expect(others).toContainText('Oil gauge')
  await expect(others).toContainText('Display')
  await page.getByRole('link', { name: 'Line-up' }).click()
  await page.getByRole('link', { name: /^Coolant/ }).click()
  await expect(scale(page, /^truth/)).toBeVisible()
  await expect(others).toHaveCount(0)
})
