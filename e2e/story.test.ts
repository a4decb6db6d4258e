import { expect, test, type Page } from '@playwright/test'
import {
  assembleChain,
  expectedReadings,
  prepareChain,
  proposeTable,
  stageBy,
  walkForward,
} from './core.ts'
import { exportBuild, numberIn, ohmsAt, saved, scale, watch, wipe } from './help.ts'

async function point(
  page: Page,
  how: string,
  shows: { thermometer?: string; altitude?: string; ohm: string },
): Promise<void> {
  const form = page.getByRole('form', { name: 'Add a point' })
  await form.getByLabel('How', { exact: true }).selectOption({ label: how })
  if (shows.thermometer) await form.getByLabel('Thermometer shows').fill(shows.thermometer)
  if (shows.altitude) await form.getByLabel('Altitude').fill(shows.altitude)
  await form.getByLabel('Meter shows', { exact: true }).fill(shows.ohm)
  await form.getByRole('button', { name: 'Record' }).click()
}

test('from a kettle to a proven reading, and back next spring', async ({ page }) => {
  test.setTimeout(180_000)
  watch(page)
  await page.goto('/')
  await page.getByRole('button', { name: 'New build' }).click()
  await page.getByRole('dialog').getByLabel('Name').fill('Grey Heron')
  await page.getByRole('button', { name: 'Start' }).click()
  await expect(page.getByRole('heading', { name: 'No channel yet' })).toBeVisible()

  await page.getByRole('button', { name: 'Add a channel' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('Name', { exact: true }).fill('Coolant, block outlet')
  await dialog.getByLabel('Device name').fill('Engine unit')
  await dialog.getByLabel('Pin').fill('14')
  await dialog.getByLabel('Its own pull-up').selectOption('none')
  await dialog.getByRole('button', { name: 'Add the channel' }).click()
  await expect(page.getByRole('heading', { name: 'Coolant, block outlet' })).toBeVisible()
  await expect(page.getByText('Take the first point.')).toBeVisible()

  // ice, the shed, the kettle at 640 m, typed as they stand on the meter
  await page.getByLabel('Probe leads, shorted').fill('0.3')
  await page.keyboard.press('Enter')
  await point(page, 'Ice and water', { ohm: '5k49' })
  await expect(page.getByText('Take a second point.')).toBeVisible()
  await point(page, 'Air of the shed', { thermometer: '16.8', ohm: ohmsAt(16.8) })
  await expect(page.getByText(/Two temperatures give a beta curve/)).toBeVisible()
  await expect(page.getByText(/Best next point: 100 °C/)).toBeVisible()
  await page
    .getByRole('form', { name: 'Add a point' })
    .getByLabel('How', { exact: true })
    .selectOption({ label: 'Boiling water' })
  await expect(page.getByText(/Boiling water and steam burn/)).toBeVisible()
  await page.getByLabel('Altitude').fill('640')
  await expect(page.getByText('Water boils at 97.85 °C here.')).toBeVisible()
  await point(page, 'Boiling water', { altitude: '640 m', ohm: ohmsAt(97.85) })

  // the bench records a flask cooling by itself, its clock running fast
  await page.getByRole('button', { name: 'Record from the bench' }).click()
  await page.getByRole('button', { name: 'Start reading' }).click()
  await expect(page.getByText(/ECHT,SIMULATED BENCH METER/)).toBeVisible()
  await page.getByText('Flask, from the kettle').click()
  const byItself = page.getByRole('switch', { name: 'by itself while it cools' })
  await byItself.click()
  await expect(byItself).toBeChecked()
  await page.getByLabel('every', { exact: true }).fill('5')
  await page.keyboard.press('Enter')
  await expect(
    page
      .getByRole('table', { name: 'Measured points' })
      .getByRole('row', { name: /^Flask, cooling/ }),
  ).toHaveCount(3, { timeout: 90_000 })
  await page.getByRole('button', { name: 'Stop' }).click()
  await page.getByRole('button', { name: 'Put the bench away' }).click()

  // a slip of the pen is named, and struck
  await point(page, 'Flask, cooling', {
    thermometer: '55',
    ohm: String(Math.round(Number(ohmsAt(55)) * 1.18)),
  })
  const slip = page.getByRole('row', { name: /does not fit/ })
  await expect(slip).toHaveCount(1)
  await slip.getByRole('button', { name: /Strike/ }).click()
  await expect(page.getByText(/does not fit the others/)).toHaveCount(0)

  // the pull-up out of what can be bought
  await page.getByRole('tab', { name: /Input/ }).click()
  await expect(page.getByText('No pull-up yet')).toBeVisible()
  await page.getByRole('button', { name: 'Choose it' }).click()
  await expect(page.getByRole('button', { name: 'Chosen' })).toBeDisabled()

  // the table, compared with the one that is in there now
  await page.getByRole('tab', { name: /Table/ }).click()
  await page.getByLabel('Paste its axis and values').fill('0,10\t140\n2,0\t40\n4,8\t-20')
  await page.getByRole('button', { name: 'Take it' }).click()
  await expect(page.getByRole('row', { name: /In Engine unit now/ })).toBeVisible()
  const text = await page.getByLabel('Table as text').inputValue()
  await page.getByRole('button', { name: /I have entered it in Engine unit/ }).click()
  await saved(page)

  // what is shown is what the core computes from the file
  await page.getByRole('link', { name: 'Logbook' }).click()
  const { build, path, text: fileText } = await exportBuild(page)
  const read = build.channels[0]!.reads[0]!
  const chain = prepareChain(assembleChain(build, read.id).spec!)
  const table = build.devices[0]!.inputs[0]!.table!
  const proposal = proposeTable(chain, table, 'best', { at: '', name: '' })
  expect(
    text
      .trim()
      .split('\n')
      .map((l) => l.split('\t').map(Number)),
  ).toEqual(
    proposal.table.x.map((x, i) => [expect.closeTo(x, 6), expect.closeTo(proposal.table.y[i]!, 6)]),
  )
  expect(table.entered!.x).toEqual(proposal.table.x)
  await page.getByRole('link', { name: 'Line-up' }).click()
  await page.getByRole('link', { name: /Coolant, block outlet/ }).click()
  const truth = Number(await scale(page, /^truth/).getAttribute('aria-valuenow'))
  const walked = walkForward(chain, truth)
  for (const stage of walked.stages) {
    const name = new RegExp(`^${stageBy(stage.id).name}`)
    expect(Number(await scale(page, name).getAttribute('aria-valuenow'))).toBeCloseTo(
      stage.value,
      stage.value > 100 ? 1 : 3,
    )
  }

  // the card goes to the car
  await page.getByRole('link', { name: 'Card for the car' }).click()
  const card = page.getByRole('table', { name: 'Expected readings' })
  await expect(card.getByRole('row')).toHaveCount(6)
  const firstRow = expectedReadings(chain, -10)
  await expect(card.getByRole('row').nth(1)).toContainText(
    firstRow.find((r) => r.stage === 'pin')!.value.toFixed(3),
  )
  await page.emulateMedia({ media: 'print' })
  await expect(page.getByRole('navigation', { name: 'Places' })).toBeHidden()
  await expect(card).toBeVisible()
  await page.emulateMedia({ media: 'screen' })
  await page.getByRole('link', { name: 'Back to the channel' }).click()

  // at key-on: first something wrong, then right
  await page.getByRole('tab', { name: /Prove/ }).click()
  await page.getByLabel('Thermometer in the shed').fill('14.2')
  const should = numberIn(
    await page.getByRole('status', { name: 'Expected' }).locator('.big').first().textContent(),
  )
  expect(should).toBeCloseTo(walkForward(chain, 14.2).shown, 1)
  await page.getByLabel('Engine unit shows').fill('-50')
  await expect(page.getByText('They do not agree.')).toBeVisible()
  await expect(
    page.getByRole('table', { name: 'Likely causes' }).getByRole('row').nth(1),
  ).toContainText(/Open: a wire is broken/)
  await page.getByLabel('Engine unit shows').fill(String(should))
  await page.getByRole('button', { name: 'Record it as proven' }).click()
  await expect(page.getByText(/Nothing to do here|Take one point|The worst error at/)).toBeVisible()
  await expect(
    page.getByLabel('Next step and where truth is lost').getByText('proven', { exact: true }),
  ).toBeVisible()
  await saved(page)

  // next spring: reload, export, wipe, import: all is there
  await page.reload()
  await expect(
    page.getByLabel('Next step and where truth is lost').getByText('proven', { exact: true }),
  ).toBeVisible()
  await page.getByRole('link', { name: 'Logbook' }).click()
  const proven = await exportBuild(page)
  expect(proven.build.proofs).toHaveLength(1)
  expect(fileText).not.toBe(proven.text)
  await wipe(page)
  await page.goto('/builds')
  await expect(page.getByRole('heading', { name: 'Nothing here yet' })).toBeVisible()
  await page.getByLabel('Build file').setInputFiles({
    name: 'spring.echt.json',
    mimeType: 'application/json',
    buffer: Buffer.from(proven.text),
  })
  await expect(page.getByRole('link', { name: /Coolant, block outlet/ })).toContainText('proven')
  await page.getByRole('link', { name: 'Logbook' }).click()
  expect((await exportBuild(page)).text).toBe(proven.text)

  // a proof lapses by itself
  await page.getByRole('link', { name: 'Line-up' }).click()
  await page.getByRole('link', { name: /Coolant, block outlet/ }).click()
  await page.getByRole('tab', { name: /Leads/ }).click()
  await page.getByLabel('Ground wire, plug to device').fill('1.5')
  await page.keyboard.press('Enter')
  await expect(
    page.getByLabel('Next step and where truth is lost').getByText('measured', { exact: true }),
  ).toBeVisible()
  await page.keyboard.press('Tab')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(
    page.getByLabel('Next step and where truth is lost').getByText('proven', { exact: true }),
  ).toBeVisible()

  // the older file meets the build that is here
  await page.goto('/builds')
  await page.getByLabel('Build file').setInputFiles(path)
  const meeting = page.getByRole('dialog')
  await expect(meeting.getByRole('list', { name: 'Differences' })).toContainText(
    '1 proof only here',
  )
  await meeting.getByRole('button', { name: 'Keep both' }).click()
  await expect(page.getByText('Grey Heron, imported').first()).toBeVisible()
})
