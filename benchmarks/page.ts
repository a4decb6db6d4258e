import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { fileURLToPath } from 'node:url'
import { gzipSync } from 'node:zlib'
import { chromium, type Page } from '@playwright/test'
import { writeBuild } from '../core/build/index.ts'
import { parseWheel, simulateTrigger, wavOfCapture } from '../core/trigger/index.ts'
import { manyChannels } from '../trials/manyChannels.ts'
import { CHROMIUM_FLAGS } from '../scripts/chromiumFlags.ts'
import { serve } from '../scripts/serve.ts'
import { report } from './ratio.ts'

const root = fileURLToPath(new URL('..', import.meta.url))

/** How much slower than this machine's the processor of the page is made. */
const SLOWED = Number(process.env.SLOWED ?? 2)

/** Long tasks (over 50 ms) while `act` goes on for five seconds. */
async function longTasks(
  page: Page,
  act: (elapsedMs: number) => Promise<void>,
): Promise<{ count: number; moves: number }> {
  await page.evaluate(() => {
    const w = window as unknown as { long: number }
    w.long = 0
    new PerformanceObserver((list) => {
      w.long += list.getEntries().length
    }).observe({ entryTypes: ['longtask'] })
  })
  const began = performance.now()
  let moves = 0
  while (performance.now() - began < 5000) {
    await act(performance.now() - began)
    moves++
    await page.waitForTimeout(16)
  }
  return { count: await page.evaluate(() => (window as unknown as { long: number }).long), moves }
}

const { server, port } = await serve()
const URL_ = `http://127.0.0.1:${port}`
try {
  const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM_PATH ?? '/usr/bin/chromium',
    args: CHROMIUM_FLAGS,
  })
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
  // what keeps its bound only on a fast machine keeps none
  const devtools = await page.context().newCDPSession(page)
  await devtools.send('Emulation.setCPUThrottlingRate', { rate: SLOWED })

  const scripts = new Set<string>()
  page.on('response', (r) => {
    if (r.url().endsWith('.js')) scripts.add(new URL(r.url()).pathname)
  })
  await page.goto(`${URL_}/builds`, { waitUntil: 'networkidle' })
  const bytes = [...scripts].reduce(
    (sum, path) => sum + gzipSync(readFileSync(`${root}/dist${path}`)).length,
    0,
  )
  report('scripts of the first screen, gzipped', bytes / 1000, 260, 'kB')

  // an empty page of the same app, the mouse moving over it
  const idle = await longTasks(page, (t) => page.mouse.move(400, 300 + 100 * Math.sin(t / 200)))
  await page.getByLabel('Build file').setInputFiles({
    name: 'sixty.json',
    mimeType: 'application/json',
    buffer: Buffer.from(writeBuild(manyChannels(60))),
  })
  await page
    .getByRole('link', { name: /Coolant, block outlet 0/ })
    .first()
    .click()
  const handle = page.getByRole('slider', { name: /^at the pin/ }).locator('.handle')
  await handle.waitFor()
  await page.waitForTimeout(2500)
  const grip = (await handle.boundingBox())!
  await page.mouse.move(grip.x + 7, grip.y + 7)
  await page.mouse.down()
  const dragged = await longTasks(page, (t) =>
    page.mouse.move(grip.x + 7, grip.y + 7 + 60 * Math.sin(t / 300)),
  )
  await page.mouse.up()
  console.log(
    `       dragging: ${dragged.moves} moves, ${dragged.count} long tasks; empty page: ` +
      `${idle.moves} moves, ${idle.count} long tasks`,
  )
  report(
    'long tasks while dragging the thread for 5 s on a build of 60 channels, beyond those of an empty page',
    dragged.count - idle.count,
    0,
    'tasks',
  )

  // somebody at work in a stage: the pull-up to and fro, among sixty readers
  await page.getByRole('tab', { name: /Input/ }).click()
  const ohms = page.getByRole('group', { name: /Pull-up/ }).getByLabel('Ohms', { exact: true })
  await ohms.waitFor()
  // found once: to look for a box by its role again is work of the page as well, and not the application's
  const box = (await ohms.elementHandle())!
  await page.waitForTimeout(2500)
  const edited = await longTasks(page, async (t) => {
    await box.fill(Math.round(t / 700) % 2 === 0 ? '2490' : '1800')
    await page.keyboard.press('Enter')
    await page.waitForTimeout(600)
  })
  console.log(`       editing one pull-up: ${edited.moves} edits, ${edited.count} long tasks`)
  report(
    'tasks over 50 ms while one pull-up among 60 readers is edited, beyond those of an empty page',
    edited.count - idle.count,
    0,
    'tasks',
  )

  // a point struck and taken back, which fits the curve anew
  await page.getByRole('tab', { name: /Element/ }).click()
  const strike = page.getByRole('button', { name: /^(Strike the point|Restore)/ }).first()
  await strike.waitFor()
  await strike.scrollIntoViewIfNeeded()
  const button = (await strike.boundingBox())!
  await page.waitForTimeout(2500)
  const struck = await longTasks(page, async () => {
    await page.mouse.click(button.x + 20, button.y + button.height / 2)
    await page.waitForTimeout(600)
  })
  console.log(`       striking a point: ${struck.moves} edits, ${struck.count} long tasks`)
  report(
    'tasks over 50 ms while a point among 60 readers is struck and taken back, beyond those of an empty page',
    struck.count - idle.count,
    0,
    'tasks',
  )

  // a wire pulled about over the picture of the grounds, and the state switched to and fro, for sixty readers
  const shed = page.url().match(/build\/[^/]+/)![0]
  await page.goto(`${URL_}/${shed}/earths`)
  await page
    .getByRole('group', { name: 'Car, battery in front' })
    .getByRole('button', { name: 'Start with it' })
    .click()
  await page.getByRole('table', { name: 'What the grounds cost' }).waitFor()
  await page.waitForTimeout(4000)
  const nose = (await page
    .getByRole('button', { name: /^Nose stud / })
    .locator('circle')
    .last()
    .boundingBox())!
  await page.mouse.move(nose.x + 6, nose.y + 6)
  await page.mouse.down()
  const pulled = await longTasks(page, (t) =>
    page.mouse.move(nose.x + 200 + 90 * Math.sin(t / 300), nose.y + 60 * Math.cos(t / 300)),
  )
  await page.mouse.up()
  const states = await Promise.all(
    ['Idle', 'Key on'].map(
      async (name) => (await page.getByText(name, { exact: true }).elementHandle())!,
    ),
  )
  const switched = await longTasks(page, async (t) => {
    await states[Math.round(t / 500) % 2]!.click()
    await page.waitForTimeout(400)
  })
  console.log(
    `       pulling a wire: ${pulled.moves} moves, ${pulled.count} long tasks; switching the ` +
      `state: ${switched.moves} times, ${switched.count} long tasks`,
  )
  report(
    'long tasks while a wire is pulled over the grounds of 60 readers for 5 s, beyond those of an empty page',
    pulled.count - idle.count,
    0,
    'tasks',
  )
  report(
    'long tasks while their state is switched for 5 s, beyond those of an empty page',
    switched.count - idle.count,
    0,
    'tasks',
  )

  // ten million samples of a capture, moved and zoomed by the wheel of the mouse
  await page.goto(`${URL_}/sample`)
  await page.waitForURL(/saltmarsh-nine/)
  await page.goto(`${URL_}/build/saltmarsh-nine/trigger`)
  const { samples } = simulateTrigger({
    ...{ wheel: parseWheel('36-2'), pickup: 'vr', sampleHz: 100_000, durationS: 10, seed: 3 },
    rpm: (t) => 250 * (1 + 0.2 * Math.sin(38 * t)),
  })
  const long = new Float32Array(10_000_000)
  for (let k = 0; k < 10; k++) long.set(samples, k * samples.length)
  const folder = mkdtempSync(`${tmpdir()}/echt-bench`)
  writeFileSync(`${folder}/long.wav`, wavOfCapture({ samples: long, sampleHz: 100_000 }))
  await page.getByLabel('Capture file').setInputFiles(`${folder}/long.wav`)
  const trace = page.getByRole('application', { name: 'The capture' })
  await trace.waitFor({ timeout: 60_000 })
  await page
    .getByRole('group', { name: 'The wheel' })
    .getByText('36-2')
    .waitFor({ timeout: 60_000 })
  const over = (await trace.boundingBox())!
  await page.mouse.move(over.x + over.width / 3, over.y + over.height / 2)
  await page.waitForTimeout(2000)
  const looked = await longTasks(page, async (t) => {
    const way = Math.round(t / 900) % 3
    if (way < 2) await page.mouse.wheel(0, way === 0 ? -120 : 120)
    else await page.keyboard.press(Math.round(t / 100) % 2 ? 'ArrowRight' : 'ArrowLeft')
  })
  rmSync(folder, { recursive: true })
  console.log(`       a capture of 10 million: ${looked.moves} moves, ${looked.count} long tasks`)
  report(
    'long tasks while a capture of 10 million samples is moved and zoomed for 5 s, beyond those of an empty page',
    looked.count - idle.count,
    0,
    'tasks',
  )
  await browser.close()
} finally {
  server.kill()
}
