import { expect, test } from '@playwright/test'
import {
  designSwitchedInput,
  inputOf,
  inputTask,
  switchedInput,
  gapWindow,
  lampFit,
} from './core.ts'
import { exportBuild, openSample, saved, watch } from './help.ts'

test('by keyboard alone: lamp readings, what is missing is said, and one more is proposed', async ({
  page,
}) => {
  watch(page)
  await openSample(page)
  await page.goto('/build/saltmarsh-nine/trigger?tab=lamp')
  const rows = page.getByRole('table', { name: 'Lamp readings' }).locator('tbody tr')
  await expect(rows).toHaveCount(3)
  await page.getByLabel('At', { exact: true }).focus()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('alert')).toContainText('Type the speed first')
  await page.keyboard.type('4500')
  await page.keyboard.press('Tab')
  await page.keyboard.type('10')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('alert')).toContainText('Type the angle the lamp shows')
  await page.keyboard.press('Tab')
  await page.keyboard.type('-28')
  await page.keyboard.press('Enter')
  await expect(rows).toHaveCount(4)
  const fit = lampFit(
    [
      [250, -25.5],
      [1500, -26.5],
      [3500, -27],
      [4500, -28],
    ].map(([rpm, seenDeg]) => ({ rpm: rpm!, commandedDeg: 10, seenDeg: seenDeg! })),
  )
  await expect(page.getByRole('group', { name: 'The angle' })).toContainText(
    `${(fit.delayS! * 1e6).toFixed(0)} µs`,
  )
  await page.keyboard.press('ControlOrMeta+z')
  await expect(rows).toHaveCount(3)
  // the capture is zoomed and moved by keys
  await page.getByRole('tab', { name: 'Capture', exact: true }).focus()
  await page.keyboard.press('Enter')
  await page.getByRole('button', { name: 'Run it' }).focus()
  await page.keyboard.press('Enter')
  const trace = page.getByRole('application', { name: 'The capture' })
  await expect(trace).toBeVisible()
  await expect(page.getByText('0.000 to 3.000 s of 3.00 s')).toBeVisible()
  await trace.focus()
  await page.keyboard.press('+')
  await expect(page.getByText('0.750 to 2.250 s of 3.00 s')).toBeVisible()
  await page.keyboard.press('ArrowRight')
  await expect(page.getByText('0.900 to 2.400 s of 3.00 s')).toBeVisible()
})

test('the pickup by its meter and its gap, ways out of another wheel, top dead centre, dwell by coil', async ({
  page,
}) => {
  watch(page)
  await openSample(page)
  await page.goto('/build/saltmarsh-nine/trigger?tab=pickup')
  const ohms = page.getByRole('group', { name: 'Ohms between leads' })
  const type = async (label: string, text: string): Promise<void> => {
    await ohms.getByLabel(label).fill(text)
    await page.keyboard.press('Tab')
  }
  await type('Red 1, black 2', 'much')
  await expect(ohms).toContainText('Such as 860, 1k2 or open.')
  await type('Red 1, black 2', '1k24')
  await type('Red 1, black 3', 'open')
  await type('Red 2, black 3', 'open')
  await expect(page.getByText('A coil between 1 and 2')).toBeVisible()
  await expect(page.getByText('Lead 3 is its shield.')).toBeVisible()

  // its gap, as the core has it
  const gap = page.getByRole('group', { name: 'The gap' })
  await gap.getByLabel('Peak measured').fill('1.8')
  await page.keyboard.press('Enter')
  await gap.getByLabel('and a gap of').fill('0.8 mm')
  await page.keyboard.press('Enter')
  const { nearM, farM } = gapWindow({
    ...{ peakV: 1.8, rpm: 200, gapM: 0.8e-3, diameterM: 0.15, pitches: 36 },
    ...{ thresholdV: 0.3, limitV: 100, crankRpm: 120, limiterRpm: 7500 },
    ...{ runoutM: 0.2e-3, clearM: 0.3e-3 },
  })
  await expect(
    page.getByText(`${(1e3 * nearM).toFixed(1)} to ${(1e3 * farM).toFixed(1)} mm`),
  ).toBeVisible()

  // the pins of a switching sensor: the third way is the right one
  await page.getByText('Which pin is which').click()
  for (const [across, withSteel, without] of [
    ['0.05', '5', '5'],
    ['4.4', '0.7', '0.7'],
    ['2.5', '0.2', '4.9'],
  ]) {
    await page.getByLabel('Across the 1 kΩ').fill(across!)
    await page.getByLabel('Third, with steel').fill(withSteel!)
    await page.getByLabel('without', { exact: true }).fill(without!)
    await page.getByRole('button', { name: 'Next', exact: true }).click()
  }
  await expect(page.getByText('Supply A, ground C, signal B.')).toBeVisible()

  await page.getByRole('tab', { name: 'Wheel and unit' }).click()
  const ways = page.getByRole('table', { name: 'Ways out' })
  await expect(ways.locator('tbody tr').first()).toContainText('Tell the unit the wheel there is')
  const same = page.getByRole('table', { name: 'The same angle in each convention' })
  await expect(same.getByRole('row', { name: /last tooth before the gap before/ })).toContainText(
    (97.6 + 30).toFixed(1),
  )
  await page.getByLabel('Wheel it waits for').fill('36-2')
  await page.keyboard.press('Enter')
  await expect(ways).toHaveCount(0)

  await page.getByRole('tab', { name: 'Lamp' }).click()
  await page.getByText('Find top dead centre').click()
  await page.getByLabel('Touches at').fill('340')
  await page.getByLabel('the other way at').fill('26')
  await expect(page.getByText('Top dead centre is at 3.0°')).toBeVisible()
  const coil = page.getByRole('group', { name: 'Dwell of a coil' })
  await coil.getByLabel('Battery').fill('13.8')
  await coil.getByLabel('Charged for').fill('3.2 ms')
  await page.keyboard.press('Enter')
  await expect(
    page.getByRole('table', { name: 'Dwell by coil' }).getByRole('row').nth(1),
  ).toContainText(/Coil 1.*13\.8.*3\.2/)
  await saved(page)
  await page.getByRole('link', { name: 'Logbook' }).click()
  const { build } = await exportBuild(page)
  expect(build.triggers[0]).toMatchObject({
    ...{ expects: '36-2', gap: { peakV: 1.8, gapM: 0.8e-3 } },
    dwell: [{ coil: 'Coil 1', batteryV: 13.8, dwellS: 3.2e-3 }],
  })
})

test('the line-up says where triggers stand, search finds them, and the cam gets its pull-up', async ({
  page,
}) => {
  watch(page)
  await openSample(page)
  const row = (name: string) =>
    page
      .getByRole('list', { name: 'Channels' })
      .getByRole('link', { name: new RegExp(`^${name} trigger`) })
  await expect(row('Crank')).toContainText('It waits for 60-2; on the engine is 36-2.')
  await expect(row('Cam')).toContainText('Design its input.')
  await page.getByLabel('Filter').fill('trigger 36-2')
  await expect(row('Cam')).toHaveCount(0)
  await expect(row('Crank')).toBeVisible()
  await page.getByLabel('Filter').fill('')
  await page.getByRole('heading', { name: 'Line-up' }).click()
  await page.keyboard.press('/')
  await page.getByRole('textbox', { name: 'Find' }).fill('cam')
  await page.getByRole('button', { name: /^Cam a trigger/ }).click()
  await expect(page.getByRole('heading', { name: /^Cam/ })).toBeVisible()
  await expect(page.getByRole('heading', { name: /^Lamp on cylinder 1/ })).toHaveCount(0)

  await page.getByRole('tab', { name: 'Input' }).click()
  const told = page.getByRole('group', { name: 'The input' })
  await told.getByLabel('high above').fill('3.2 V')
  await page.keyboard.press('Enter')
  await told.getByLabel('Battery, cranking').fill('5.5')
  await page.keyboard.press('Enter')
  await expect(page.getByText(/left in the worst corner/)).toBeVisible()
  await saved(page)
  await page.getByRole('link', { name: 'Logbook' }).click()
  const { build } = await exportBuild(page)
  const kept = build.triggers.find((t) => t.id === 'tr-cam')!
  expect(kept.switched).toMatchObject({ batteryV: [5.5, 15], lowV: 0.4 })
  const { input } = inputOf(build, kept.input!)
  expect(input.thresholds).toEqual({ lowV: 1.2, highV: 3.2 })
  const designs = designSwitchedInput(inputTask(kept, kept.switched!, input))
  await page.getByRole('link', { name: 'Line-up' }).click()
  await expect(row('Cam')).toContainText('Design its input.')
  await row('Cam').click()
  await page.getByRole('tab', { name: 'Input' }).click()
  const rows = page.getByRole('table', { name: 'Ways to read the sensor' }).locator('tbody tr')
  await expect(rows).toHaveCount(designs.length)
  for (const [i, d] of designs.entries())
    await expect(rows.nth(i)).toContainText(d.marginV.toFixed(2))
  await expect(rows.first()).toContainText(`${designs[0]!.upOhm / 1000} kΩ`)
  // none of them lies in the drawer: what does is tried, and fitted
  const drawer = page.getByRole('group', { name: 'From the drawer' })
  await drawer.getByLabel('Resistor').fill('3k3')
  await page.keyboard.press('Enter')
  await drawer.getByRole('button', { name: 'Fit it' }).click()
  const given = switchedInput(inputTask(kept, kept.switched!, input), {
    ...{ school: 'pull-up', upOhm: 3300, downOhm: null },
  })
  await expect(page.getByText(/^Fitted: 3.3\skΩ/)).toContainText(
    `${given.marginV.toFixed(2)} V left in the worst corner`,
  )
  await page.getByRole('link', { name: 'Line-up' }).click()
  await expect(row('Cam')).toContainText('Look at its edges.')
})

test('a build without a trigger gets one, and it can be removed again', async ({ page }) => {
  watch(page)
  await page.goto('/builds')
  await page.getByRole('button', { name: 'New build' }).click()
  await page.getByLabel('Name').fill('Bare')
  await page.getByRole('button', { name: 'Start', exact: true }).click()
  await page.getByRole('link', { name: 'Trigger', exact: true }).click()
  await page.getByRole('button', { name: 'Add a trigger' }).click()
  await expect(page.getByRole('heading', { name: 'Crank, 36-1' })).toBeVisible()
  await page.getByRole('tab', { name: 'Wheel and unit' }).click()
  await page.getByLabel('Wheel on the engine').fill('0,10,25.5,90,150,200,270/360')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: 'Crank, uneven' })).toBeVisible()
  // a cam beside it, of one tooth, for the same engine
  await page.getByRole('button', { name: 'Add a trigger' }).click()
  await expect(page.getByRole('heading', { name: 'Cam, 0/720' })).toBeVisible()
  await page.getByRole('button', { name: 'Remove this trigger' }).click()
  await expect(page.getByRole('heading', { name: 'Crank, uneven' })).toBeVisible()
  await expect(page.getByLabel('Which trigger')).toHaveCount(0)
  await page.getByRole('button', { name: 'Remove this trigger' }).click()
  await expect(page.getByRole('heading', { name: 'Trigger', level: 1 })).toBeVisible()
})
