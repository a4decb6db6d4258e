import { readFile } from 'node:fs/promises'
import { expect, test } from '@playwright/test'
import { readBundle } from '../core/build/index.ts'
import {
  correctedAngle,
  camPhase,
  csvOfCapture,
  lampFit,
  parseWheel,
  readCapture,
  sceneTask,
  simulateTrigger,
  strengthOf,
  wavOfCapture,
} from './core.ts'
import { exportBuild, numberIn, openSample, saved, watch, wipe } from './help.ts'
import { crankedCapture, openCapture, crankSpeed, wheel } from './capture.ts'

test('the reversed pickup is found in its capture, and the angle corrected by the lamp', async ({
  page,
}) => {
  watch(page)
  await openSample(page)
  await page.getByRole('link', { name: 'Trigger', exact: true }).click()
  await expect(page.getByRole('heading', { name: 'Crank, 36-2' })).toBeVisible()
  await expect(page.getByRole('group', { name: 'What the unit was told' }).first()).toContainText(
    'The unit waits for 60-2',
  )
  await openCapture(
    page,
    'first.csv',
    csvOfCapture({ samples: crankedCapture(true), sampleHz: 20_000 }),
  )
  await expect(page.getByRole('group', { name: 'Polarity' })).toContainText(
    'Exchange the two leads.',
  )
  await expect(page.getByRole('group', { name: 'The wheel' })).toContainText('36-2 by this capture')
  await page.getByRole('button', { name: 'Show the evidence' }).click()
  const row = (way: string) =>
    page.getByRole('table', { name: 'Evidence of the polarity' }).getByRole('row', { name: way })
  await expect(
    page.getByRole('img', { name: /About a gap the signal rises through zero/ }),
  ).toBeVisible()
  const jumps = async (way: string) => numberIn(await row(way).locator('td').nth(2).textContent())
  expect(await jumps('falling')).toBeGreaterThan(2 * (await jumps('rising')))

  // the leads exchanged: the next capture is clean
  await page.getByRole('tab', { name: 'Capture', exact: true }).click()
  await openCapture(
    page,
    'second.csv',
    csvOfCapture({ samples: crankedCapture(false), sampleHz: 20_000 }),
  )
  await expect(page.getByText('The leads are the right way round.')).toBeVisible()
  await page.getByRole('tab', { name: 'What it shows' }).click()
  await expect(page.getByText('None: every edge came when it was due.')).toBeVisible()

  // the trace is drawn anew in the other theme, and back
  const trace = page.getByRole('application', { name: 'The capture' }).locator('canvas')
  const drawn = () => trace.evaluate((c: HTMLCanvasElement) => c.toDataURL())
  const light = await drawn()
  const theme = page.locator('header button').last()
  await theme.click()
  await expect.poll(drawn).not.toBe(light)
  await theme.click()
  await expect.poll(drawn).toBe(light)

  // the ring turns with the capture
  const ring = page.getByRole('slider', { name: 'The wheel before its pickup' })
  await page.getByRole('button', { name: 'Nearer' }).click()
  await page.getByRole('button', { name: 'Nearer' }).click()
  const before = await ring.getAttribute('aria-valuenow')
  await page.getByRole('button', { name: 'Later' }).click()
  await expect(ring).not.toHaveAttribute('aria-valuenow', before!)

  await page.getByRole('tab', { name: 'Wheel and unit' }).click()
  await page.getByLabel('Wheel it waits for').fill('36-40')
  await page.keyboard.press('Enter')
  await expect(page.getByText(/40 cannot be missing/)).toBeVisible()
  await page.getByLabel('Wheel it waits for').fill('36-2')
  await page.keyboard.press('Enter')
  await expect(page.getByText('The unit waits for 60-2')).toHaveCount(0)

  const fit = lampFit([
    { rpm: 250, commandedDeg: 10, seenDeg: -25.5 },
    { rpm: 1500, commandedDeg: 10, seenDeg: -26.5 },
    { rpm: 3500, commandedDeg: 10, seenDeg: -27 },
  ])
  const counts = { tooth: 'after-gap', from: 'before' } as const
  const angle = Number(correctedAngle(97.6, fit.offsetDeg, wheel, counts).toFixed(1))
  const said = page.getByRole('group', { name: 'The angle' })
  await expect(said).toContainText(`Enter ${angle}°`)
  await expect(said).toContainText(`${(fit.delayS! * 1e6).toFixed(0)} µs`)
  await said.getByRole('button', { name: 'It is entered' }).click()
  await saved(page)
  await page.getByRole('link', { name: 'Logbook' }).click()
  const { build } = await exportBuild(page)
  expect(build.triggers[0]).toMatchObject({ angleDeg: angle, expects: '36-2' })
  expect(
    build.measurements.filter((m) => m.about.kind === 'lamp').every((m) => m.struck !== null),
  ).toBe(true)
})

test('the sample’s own captures, by keyboard: leads exchanged, a sweep, a wheel rolling away', async ({
  page,
}) => {
  watch(page)
  await openSample(page)
  await page.goto('/build/saltmarsh-nine/trigger')
  const kept = page.getByRole('table', { name: 'Captures kept with the build' })
  const open = (name: string) =>
    kept.getByRole('row').filter({ hasText: name }).getByRole('button', { name: 'Open' })
  await open('cranking, does not start').focus()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('group', { name: 'Polarity' })).toContainText(
    'Exchange the two leads.',
  )
  await expect(page.getByRole('group', { name: 'The wheel' })).toContainText('36-2 by this capture')
  await page.getByRole('tab', { name: 'Capture', exact: true }).click()
  // the cam stands beside the crank in the same file
  await expect(page.getByLabel('Crank on')).toHaveValue('0')
  await open('revved from idle').click()
  await expect(page.getByText('A sound card may turn its signal over')).toBeVisible()
  await page.goto('/build/saltmarsh-nine/trigger?of=tr-wheel&tab=capture')
  await open('rolling away').click()
  await expect(page.getByText('a ring without a gap', { exact: false })).toBeVisible()
  await expect(page.getByText(/turns a minute/)).toBeVisible()

  // told by the wheel the unit waits for, the same edges are never in sync, and why is said
  await page.goto('/build/saltmarsh-nine/trigger?tab=wheel')
  await page.getByLabel('Wheel on the engine').fill('60-2')
  await page.keyboard.press('Enter')
  await page.getByRole('tab', { name: 'Capture', exact: true }).click()
  await open('cranking, does not start').click()
  await page.getByRole('tab', { name: 'What it shows' }).click()
  await expect(page.getByText('Never in sync: these edges are those of a 36-2')).toBeVisible()
})

test('the scope on the bench delivers what the simulator makes: a broken tooth is named, a weak signal seen', async ({
  page,
}) => {
  watch(page)
  await openSample(page)
  await page.goto('/build/saltmarsh-nine/trigger')
  await page.getByRole('switch', { name: 'gap twice what it should be' }).click()
  await page.getByRole('button', { name: 'Take it with the bench’s scope' }).click()
  await expect(page.getByText(/3\.0 s from the scope · \d+ turns/)).toBeVisible()
  await page.getByRole('tab', { name: 'What it shows' }).click()
  const made = simulateTrigger(
    sceneTask({
      ...{ wheel, pickup: 'vr', cylinders: 3, running: 'cranking', seed: 1 },
      faults: ['noise', 'wide'],
    }),
  )
  const read = readCapture(made.samples, { sampleHz: 50_000, wheel, pickup: 'vr' })
  const { turns } = strengthOf(made.samples, read)!
  const row = page.getByRole('table', { name: 'Peaks and noise by speed' }).locator('tbody tr')
  const shown = (await row.first().locator('td').allTextContents()).map(Number)
  expect(shown[0]).toBeCloseTo(turns[0]!.rpm, -0.5)
  expect(Math.abs(shown[1]! / turns[0]!.leastV - 1)).toBeLessThan(0.03)
  // what it gives becomes the peak the comparator is judged by at Earths
  const button = page.getByRole('button', { name: /for the peak while cranking/ })
  const peak = numberIn(/Take ([\d.]+) V/.exec((await button.textContent())!)![1]!)
  await button.click()
  await page.getByRole('link', { name: 'The comparator' }).click()
  await expect(page.getByLabel('Peak while cranking')).toHaveValue(String(peak))

  await page.goto('/build/saltmarsh-nine/trigger')
  await page.getByLabel('The engine').selectOption('idle')
  await page.getByRole('switch', { name: 'a tooth broken off' }).click()
  await page.getByRole('button', { name: 'Take it with the bench’s scope' }).click()
  await page.getByRole('tab', { name: 'What it shows' }).click()
  await expect(page.getByText(/from edge 0 number 11/)).toBeVisible()
})

test('captures that cannot be read are refused with their reason, and the page stays', async ({
  page,
}) => {
  watch(page)
  await openSample(page)
  await page.goto('/build/saltmarsh-nine/trigger')
  const good = csvOfCapture({ samples: crankedCapture(false).subarray(0, 4000), sampleHz: 20_000 })
  const lines = good.split('\r\n')
  const wav = wavOfCapture({ samples: crankedCapture(false), sampleHz: 20_000 })
  const huge = wav.slice()
  new DataView(huge.buffer).setUint32(40, 1e9, true)
  for (const [name, content, says] of [
    ['backwards.csv', [...lines.slice(0, 900), ...lines.slice(300, 900)].join('\n'), /backwards/],
    ['empty.csv', '', /./],
    ['short.wav', wav.slice(0, 700), /cut short/],
    ['huge.wav', huge, /cut short/],
    ['one.csv', lines.map((l) => l.split(',')[1]).join('\n'), /no time column/],
    ['still.csv', lines.map((l) => `0,${l.split(',')[1]}`).join('\n'), /Time runs from/],
  ] as const) {
    await openCapture(page, name, content)
    await expect(page.getByRole('alert').first(), name).toContainText(says)
  }
  // the next one is read as if nothing had been
  await openCapture(page, 'good.wav', wav)
  await expect(page.getByText(/A sound card may turn its signal over/)).toBeVisible()
  await expect(page.getByRole('group', { name: 'The wheel' })).toContainText('36-2')
  await expect(page.getByRole('alert')).toHaveCount(0)
})

test('a file of two channels: the crank is told by its name, the cam is read against it', async ({
  page,
}) => {
  watch(page)
  await openSample(page)
  await page.goto('/build/saltmarsh-nine/trigger')
  const crank = crankedCapture(false)
  const { samples: cam } = simulateTrigger({
    ...{ wheel: parseWheel('0,250/720'), pickup: 'hall', sampleHz: 20_000, durationS: 2, seed: 9 },
    rpm: crankSpeed,
  })
  const rows = Array.from(crank, (v, i) => `${i / 20_000},${cam[i]!.toFixed(3)},${v.toFixed(4)}`)
  await openCapture(page, 'both.csv', ['Time (s),Cam,Crank', ...rows].join('\n'))
  await expect(page.getByLabel('Crank on')).toHaveValue('1')
  await expect(page.getByRole('group', { name: 'The wheel' })).toContainText('36-2')
  await page.getByLabel('Cam on').selectOption({ label: 'Cam' })
  const edges = page.getByRole('table', { name: 'Edges of the cam' })
  const read = readCapture(
    Float32Array.from(crank, (v) => Number(v.toFixed(4))),
    {
      ...{ sampleHz: 20_000, wheel, pickup: 'vr' },
    },
  )
  const phase = camPhase(read, cam, wheel)
  expect(phase.edges).toHaveLength(2)
  for (const [i, e] of phase.edges.entries())
    await expect(edges.getByRole('row').nth(i + 1)).toContainText(e.afterDeg.toFixed(1))
  await expect(page.getByText('tells one turn of the crank from the other')).toBeVisible()
  // taken for the crank, the cam makes no sense, and the page stays
  await page.getByLabel('Crank on').selectOption({ label: 'Cam' })
  await expect(page.getByLabel('Crank on')).toHaveValue('0')
  await expect(page.getByRole('heading', { name: /^Crank, 36-2/ })).toBeVisible()
})

test('a capture is kept with the build, goes out in its zip, and comes in with it', async ({
  page,
}) => {
  watch(page)
  await openSample(page)
  await page.goto('/build/saltmarsh-nine/trigger')
  const wav = wavOfCapture({ samples: crankedCapture(false), sampleHz: 20_000 })
  await openCapture(page, 'good.wav', wav)
  await page.getByRole('button', { name: 'Keep it with the build' }).click()
  const kept = page.getByRole('table', { name: 'Captures kept with the build' })
  const row = kept.getByRole('row').filter({ hasText: 'good.wav' })
  await expect(row).toHaveCount(1)
  await page.getByRole('button', { name: 'Keep it with the build' }).click()
  await expect(page.getByRole('alert')).toContainText('good.wav is kept already')
  await saved(page)
  await page.getByRole('link', { name: 'Logbook' }).click()
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Export this build' }).click(),
  ])
  expect(download.suggestedFilename()).toMatch(/\.zip$/)
  const zip = await readFile(await download.path())
  const { build, files } = readBundle(new Uint8Array(zip))
  const own = build.attachments.find((a) => a.name === 'good.wav')!
  expect(own.bytes).toBe(wav.length)
  expect(files.get(own.sha256)).toEqual(new Uint8Array(wav))
  // those of the sample go with it too
  expect([...files.keys()].sort()).toEqual(build.attachments.map((a) => a.sha256).sort())

  // another browser: nothing here, the zip brings both
  await wipe(page)
  await page.goto('/builds')
  await page
    .locator('input[type="file"]')
    .setInputFiles({ name: 'saltmarsh.zip', mimeType: 'application/zip', buffer: zip })
  await expect(page.getByRole('heading', { name: 'Line-up' })).toBeVisible()
  await page.goto('/build/saltmarsh-nine/trigger')
  await row.getByRole('button', { name: 'Open', exact: true }).click()
  await expect(page.getByText('36-2 by this capture')).toBeVisible()
  await kept.getByRole('button', { name: 'Remove good.wav' }).click()
  await expect(row).toHaveCount(0)
  await page.keyboard.press('ControlOrMeta+z')
  await expect(row).toBeVisible()
})

test('a capture goes out as CSV, VCD and WAV, and each comes back as the same engine', async ({
  page,
}) => {
  watch(page)
  await openSample(page)
  await page.getByRole('link', { name: 'Trigger', exact: true }).click()
  const samples = crankedCapture(true)
  await openCapture(page, 'from the yard.csv', csvOfCapture({ samples, sampleHz: 20_000 }))
  const about = page.getByText(/^Capture 2\.0 s/)
  const turns = readCapture(samples, { sampleHz: 20_000, wheel, pickup: 'vr' }).cycleStartsS.length
  await expect(about).toContainText(`from the yard.csv · ${turns} turns`)
  for (const format of ['csv', 'vcd', 'wav']) {
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: `Save as ${format.toUpperCase()}` }).click(),
    ])
    expect(download.suggestedFilename()).toBe(`from the yard.${format}`)
    await openCapture(page, `again.${format}`, await readFile(await download.path()))
    await expect(about).toContainText(`again.${format} · ${turns} turns`)
    // what a sound card recorded does not tell which way round the leads are
    const polarity =
      format === 'wav' ? /A sound card may turn its signal over/ : 'Exchange the two leads.'
    await expect(page.getByText(polarity)).toBeVisible()
    await openCapture(page, 'from the yard.csv', csvOfCapture({ samples, sampleHz: 20_000 }))
    await expect(about).toContainText('from the yard.csv')
  }
})
