import { readFile } from 'node:fs/promises'
import { expect, test, type Page } from '@playwright/test'
import { assembleChain, prepareChain, readStatus } from './core.ts'
import { designPullUp, findPullUp } from '../core/input/index.ts'
import type { ThermistorCurve } from '../core/curve/thermistor/model.ts'
import { proposePairs } from '../core/chain/index.ts'
import { exportBuild, openSample, saved, scale, watch } from './help.ts'

const side = (page: Page) => page.getByLabel('Next step and where truth is lost')
const open = async (page: Page, channel: RegExp, stage: RegExp): Promise<void> => {
  await openSample(page)
  // rows still find their places while they are worked out: a press may meet one that just moved
  await expect(async () => {
    // a press that did meet it may have taken long
    if (!page.url().includes('/channel/'))
      await page.getByRole('link', { name: channel }).first().click({ timeout: 3000 })
    await page.waitForURL(/\/channel\//, { timeout: 2000 })
  }).toPass()
  await page.getByRole('tab', { name: stage }).click()
}
const built = async (page: Page) => {
  await page.getByRole('link', { name: 'Logbook' }).click()
  return (await exportBuild(page)).build
}

test('a gauge put on the same sensor bends the thread, and what it does unplugged is said', async ({
  page,
}) => {
  watch(page)
  await open(page, /Coolant/, /Input/)
  await page.getByRole('button', { name: 'Add a reader' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('Device', { exact: true }).fill('Old gauge')
  await dialog.getByLabel('Feed resistance').fill('1k2')
  await dialog.getByRole('button', { name: 'Add the reader' }).click()
  await expect(page.getByRole('heading', { name: 'Old gauge, pin not chosen' })).toBeVisible()
  await page
    .getByRole('navigation', { name: 'Readers of this sensor' })
    .getByRole('link', { name: 'Engine unit' })
    .click()
  await expect(side(page).getByText('Look at the other device on this sensor.')).toBeVisible()
  await page.getByRole('tab', { name: /Input/ }).click()
  await expect(page.getByText(/Unplugged, the pin rises to \d+\.\d V/)).toBeVisible()
  const states = page.getByRole('table', { name: 'States with Old gauge' })
  await expect(states.getByRole('row')).toHaveCount(5)
  const build = await built(page)
  const read = build.channels[0]!.reads[0]!
  expect(Math.abs(readStatus(build, read).worst!.bias)).toBeGreaterThan(5)
})

test('a tolerance typed after the ohms is offered, and a code with two prefixes is refused', async ({
  page,
}) => {
  watch(page)
  await open(page, /Coolant/, /Input/)
  const pull = page.getByRole('group', { name: /Pull-up/ }).first()
  const box = pull.getByLabel('Ohms', { exact: true })
  await box.fill('4k7k')
  await expect(pull.getByText('has a prefix twice: write 4.7k')).toBeVisible()
  await box.fill('2k7 5%')
  await box.press('Enter')
  await expect(pull.getByLabel('Tolerance')).toHaveValue('1')
  await pull.getByRole('button', { name: 'Take ±5 %' }).click()
  await expect(pull.getByLabel('Tolerance')).toHaveValue('5')
  await expect(box).toHaveValue('2700')
  await expect(box).toBeFocused()
  const { pulls } = (await built(page)).devices[0]!.inputs[0]!
  expect([pulls[0]!.ohm.value, pulls[0]!.tolerance]).toEqual([2700, 0.05])
})

/** Where the thickest curve of a plot ends, by what is written at its axis, and what is said there. */
async function endOfThickCurve(
  page: Page,
  name: RegExp,
): Promise<{ value: number; said: string | null }> {
  const plot = page.getByRole('img', { name })
  const { written, x, y } = await plot.evaluate((figure) => {
    const curve = figure.querySelector<SVGPathElement>('path[stroke-width="3"]')!
    const end = curve.getPointAtLength(curve.getTotalLength())
    const { x, y } = end.matrixTransform(curve.getScreenCTM()!)
    const written = [...figure.querySelectorAll('text[text-anchor="end"]')].map((t) => {
      const { top, bottom } = t.getBoundingClientRect()
      return { y: (top + bottom) / 2, value: Number(t.textContent) }
    })
    return { written, x, y }
  })
  const [low, high] = [written[0]!, written.at(-1)!]
  await page.mouse.move(x - 30, y)
  await page.mouse.move(x - 1, y)
  await expect(plot).toContainText('a count')
  return {
    value: low.value + ((y - low.y) / (high.y - low.y)) * (high.value - low.value),
    said: await plot.textContent(),
  }
}

test('the pull-up is the one the core designs; a fixed one gets a part in parallel', async ({
  page,
}) => {
  watch(page)
  await open(page, /Coolant/, /Input/)
  await page.getByLabel('From the series').selectOption('E96')
  const said = page.getByRole('status').filter({ hasText: 'a count' })
  await expect(said).toBeVisible()
  const text = (await said.textContent())!
  const drawn = await endOfThickCurve(page, /^Resolution over temperature/)
  const build = await built(page)
  const { sensor, channel, input } = assembleChain(build, 'rd-coolant')
  const { best } = designPullUp({
    curve: sensor.curve as ThermistorCurve,
    rangeC: channel.needs.range,
    supplyV: 5,
    referenceV: 5,
    bits: input.bits!,
    series: 'E96',
    dissipationMwPerK: 6,
    maxSelfHeatingC: 0.5,
    marginV: 0.05,
    fixedPullUpOhm: 2490,
  })
  expect(text).toContain(best.worstResolutionC.toFixed(3))
  if (best.pullUpOhm === Infinity) expect(text).toContain('None')
  else expect(text).toContain(`${Number((best.pullUpOhm / 1000).toPrecision(4))} kΩ in parallel`)
  // drawn where its axis says, and said where somebody points
  expect(Math.abs(drawn.value / best.worstResolutionC - 1)).toBeLessThan(0.03)
  expect(drawn.said).toContain(`${best.worstResolutionC.toFixed(4)} °C a count`)
})

test('an unknown pull-up is found from two readings and becomes measured', async ({ page }) => {
  watch(page)
  await open(page, /Air, after/, /Input/)
  await page.getByText('Find the pull-up from two readings').click()
  await page.getByLabel('Open', { exact: true }).fill('4.99')
  await page.getByLabel('Known resistor').fill('1k')
  await page.getByLabel('With it').fill('1.43')
  const { pullUpOhm } = findPullUp({ openV: 4.99, knownOhm: 1000, loadedV: 1.43 })
  await expect(page.getByRole('status').filter({ hasText: 'Pull-up' })).toContainText(
    `${Number((pullUpOhm / 1000).toPrecision(4))} kΩ`,
  )
  await page.getByRole('button', { name: 'Use it' }).click()
  await expect(page.getByRole('group', { name: /own pull-up/ }).getByText('measured')).toBeVisible()
  const build = await built(page)
  const input = build.devices[0]!.inputs[1]!
  expect(input.pulls[0]!.ohm).toMatchObject({
    value: Number(pullUpOhm.toPrecision(4)),
    basis: 'measured',
  })
  expect(
    build.measurements
      .find((m) => m.id === input.pulls[0]!.ohm.from[0])!
      .readings.map((r) => r.typed),
  ).toEqual(['4.99', '1k', '1.43'])
})

test('a table comes in from a file, an axis may be fixed, and every format goes out inert', async ({
  page,
}) => {
  watch(page)
  await open(page, /Coolant/, /Table/)
  await page.getByText(/In the device now: 16 cells/).click()
  await page.getByLabel('Table file').setInputFiles({
    name: 'dump.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('V,C\n0.1,150\n0.5,80\n2.5,20\n4.9,-25\n'),
  })
  await expect(page.getByText(/In the device now: 4 cells, dump.csv/)).toBeVisible()
  await expect(side(page).getByText('Replace the table.')).toBeVisible()
  // one that turns back shows one value at two truths: both branches are drawn, and what parts them is named
  await page.getByLabel('Paste its axis and values').fill('0.1\t60\n0.5\t120\n2.5\t20\n4.9\t-30')
  await page.getByRole('button', { name: 'Take it' }).click()
  await scale(page, /^truth/).focus()
  await page.keyboard.press('End')
  await expect(
    page.getByText(
      /The table turns back: .* is shown at .* as well. What stands at the converter parts them/,
    ),
  ).toBeVisible()
  expect(await page.locator('.scales .branch').count()).toBeGreaterThan(0)
  await page.getByLabel('Paste its axis and values').fill('125\t0.2\n80\t0.5\n-10\t4')
  await page.getByRole('button', { name: 'Take it' }).click()
  await expect(page.getByText(/columns look swapped/)).toBeVisible()
  await expect(page.getByLabel('Paste its axis and values')).toHaveValue(/125/)

  await page
    .getByLabel(/Axis the device does not let you change/)
    .fill('0; 0.25; 0.5; 1; 2; 3; 4; 5')
  await page.keyboard.press('Tab')
  await expect(
    page.getByRole('table', { name: 'The table to enter' }).getByRole('row'),
  ).toHaveCount(9)
  const area = page.getByLabel('Table as text')
  await expect(area).toHaveValue(/^0\.00\t/)
  for (const [format, pattern, file] of [
    ['csv', /^axis V,value °C\n0\.00,/, 'csv'],
    ['json', /"axisUnit": "V"/, 'json'],
    ['c', /static const float sensor_axis\[SENSOR_CELLS\]/, 'h'],
  ] as const) {
    await page.getByLabel('Take it as').selectOption(format)
    await expect(area).toHaveValue(pattern)
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'Save', exact: true }).click(),
    ])
    expect(download.suggestedFilename()).toBe(`coolant-block-outlet-table.${file}`)
    expect(await readFile(await download.path(), 'utf8')).toBe(await area.inputValue())
  }
})

test('a device that takes pairs gets the best three, with the error they leave', async ({
  page,
}) => {
  watch(page)
  await open(page, /Coolant/, /Table/)
  await page.getByLabel('It takes').selectOption('pairs')
  const pairs = page.getByRole('table', { name: 'Pairs to enter' })
  await expect(pairs.getByRole('row')).toHaveCount(4)
  const said = await page.getByText(/makes of them errs by/).textContent()
  const build = await built(page)
  const chain = prepareChain(assembleChain(build, 'rd-coolant').spec!)
  expect(said).toContain(
    proposePairs(chain, build.devices[0]!.inputs[0]!.table!).worstError.toFixed(3),
  )
  await page.goBack()
  await page.getByLabel('It takes').selectOption('coefficients')
  await expect(pairs.getByRole('row')).toHaveCount(3)
})

test('each fault shown at key-on is followed by the reading that parts it', async ({ page }) => {
  watch(page)
  await open(page, /Coolant/, /Prove/)
  await page.getByLabel('Thermometer in the shed').fill('14.4')
  await page.getByLabel('Engine unit shows').fill('-50')
  await expect(page.getByText(/Next, measure ohms of the sensor/)).toBeVisible()
  await page.getByLabel(/Sensor ohms, unplugged/).fill('OL')
  await expect(page.getByText('= open circuit')).toBeVisible()
  await expect(
    page.getByRole('table', { name: 'Likely causes' }).getByRole('row').nth(1),
  ).toContainText('The sensor itself is open')
  await page.getByLabel(/Sensor ohms, unplugged/).fill('2k93')
  await expect(
    page.getByRole('table', { name: 'Likely causes' }).getByRole('row').nth(1),
  ).toContainText('a wire is broken')
  await page.getByRole('button', { name: 'Record what was read' }).click()
  await saved(page)
  await expect(page.getByText('2 earlier checks')).toBeVisible()
})
