import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { setTimeout as rest } from 'node:timers/promises'
import { chromium, type BrowserContext } from '@playwright/test'
import { saltmarshNine } from '../demo/saltmarshNine.ts'
import { uniformStream } from '../core/math/index.ts'
import { parseWheel, simulateTrigger, wavOfCapture } from '../core/trigger/index.ts'
import { CHROMIUM_FLAGS } from '../scripts/chromiumFlags.ts'
import { importBuild, storedBuild } from './pages.ts'
import { pathOf } from '../core/build/index.ts'

type Kills = { kills: number; edits: number; failures: string[] }

const executablePath = process.env.CHROMIUM_PATH ?? '/usr/bin/chromium'

/**
 * Types numbers that count up into one box. The page says that it is saving, and later that it has saved: what was
 * typed when it began to say the first is what it promises with the second. Runs in the page.
 */
function stream(): void {
  const w = window as unknown as { lastSaved: number; typed: number }
  w.lastSaved = -1
  w.typed = 0
  let promised = -1
  const label = document.querySelector('.save')!
  new MutationObserver(() => {
    const text = label.textContent ?? ''
    if (text === 'saving' && promised < 0) promised = w.typed
    if (text.startsWith('saved') && promised >= 0) {
      w.lastSaved = promised
      promised = -1
    }
  }).observe(label, { childList: true, characterData: true, subtree: true, attributes: true })
  const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')!.set!
  const box = [...document.querySelectorAll('label')].find((l) => l.textContent === 'Wire colour')!
    .control as HTMLInputElement
  const turn = (): void => {
    set.call(box, `n${w.typed + 1}`)
    box.dispatchEvent(new Event('input', { bubbles: true }))
    setTimeout(() => {
      box.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true }))
      w.typed++
      setTimeout(turn, 3)
    })
  }
  turn()
}

/**
 * A browser killed at random moments while edits stream into it: it opens again, and the last value
 * said to be saved is there.
 */
export async function killed(base: string, kills: number, seed: number): Promise<Kills> {
  const uniform = uniformStream(seed)
  const result: Kills = { kills, edits: 0, failures: [] }
  for (let k = 0; k < kills; k++) {
    const profile = mkdtempSync(join(process.env.TMPDIR ?? tmpdir(), 'echt-kill-'))
    const build = { ...saltmarshNine(), id: `kill-${k}` }
    const launch = () =>
      chromium.launchPersistentContext(profile, { executablePath, args: CHROMIUM_FLAGS })
    const first = await launch()
    const page = first.pages()[0] ?? (await first.newPage())
    await page.addInitScript({ content: 'globalThis.__name = (f) => f' })
    await importBuild(page, build, base)
    await page.goto(`${base}/build/${build.id}/channel/ch-air/rd-air?stage=leads`)
    await page.getByLabel('Wire colour').waitFor()
    await page.evaluate(stream)
    const until = performance.now() + 100 + 900 * uniform()
    let saved = 0
    while (performance.now() < until)
      saved = await page.evaluate(() => (window as unknown as { lastSaved: number }).lastSaved)
    killBrowserOf(profile)
    await first.close().catch(() => undefined)
    const { again, reopened } = await openedAgain(launch)
    try {
      await reopened.goto(`${base}/build/${build.id}/channel/ch-air/rd-air?stage=leads`)
      await reopened.getByLabel('Wire colour').waitFor({ timeout: 30_000 })
      const stored = await storedBuild(reopened, build.id)
      const { colour } = pathOf(stored, 'rd-air').wired.wire
      const value = Number(/^n(\d+)$/.exec(colour)?.[1] ?? 0)
      result.edits += value
      if (value < saved)
        result.failures.push(`kill ${k}: ${saved} was said to be saved, ${value} is there`)
    } catch (error) {
      result.failures.push(`kill ${k}: ${(error as Error).message.split('\n')[0]}`)
    }
    await again.close()
    rmSync(profile, { recursive: true, force: true })
  }
  return result
}

/** Hashes and whether they still hold, of every file the database of this page keeps. Runs in the page. */
async function keptHashes(): Promise<Record<string, boolean>> {
  const db = await new Promise<IDBDatabase>((done, failed) => {
    const open = indexedDB.open('echt')
    open.onsuccess = () => done(open.result)
    open.onerror = () => failed(open.error)
  })
  const files = await new Promise<{ sha256: string; bytes: Uint8Array }[]>((done, failed) => {
    const got = db.transaction('files').objectStore('files').getAll()
    got.onsuccess = () => done(got.result as { sha256: string; bytes: Uint8Array }[])
    got.onerror = () => failed(got.error)
  })
  db.close()
  const held: Record<string, boolean> = {}
  for (const { sha256, bytes } of files) {
    const digest = await crypto.subtle.digest('SHA-256', bytes as BufferSource)
    const hex = [...new Uint8Array(digest)].map((b) => b.toString(16).padStart(2, '0')).join('')
    held[sha256] = hex === sha256
  }
  return held
}

/** Samples of the capture that is kept: a few megabytes, so that its writing takes a while. */
const KEPT = simulateTrigger({
  ...{ wheel: parseWheel('36-2'), pickup: 'vr', sampleHz: 100_000, durationS: 12 },
  rpm: () => 700,
})

/**
 * A browser killed within the very write of a capture: what its build names is there to the byte, or is not named.
 */
export async function killedKeeping(
  base: string,
  kills: number,
  seed: number,
): Promise<{ kills: number; named: number; failures: string[] }> {
  const uniform = uniformStream(seed)
  const result = { kills, named: 0, failures: [] as string[] }
  const buffer = Buffer.from(wavOfCapture({ samples: KEPT.samples, sampleHz: 100_000 }))
  for (let k = 0; k < kills; k++) {
    const profile = mkdtempSync(join(process.env.TMPDIR ?? tmpdir(), 'echt-kill-'))
    const sample = saltmarshNine()
    const build = { ...sample, id: `keep-${k}` }
    const launch = () =>
      chromium.launchPersistentContext(profile, { executablePath, args: CHROMIUM_FLAGS })
    const first = await launch()
    const page = first.pages()[0] ?? (await first.newPage())
    await importBuild(page, build, base)
    await page.getByRole('link', { name: 'Trigger', exact: true }).click()
    await page.getByLabel('Capture file').setInputFiles({
      ...{ name: 'long.wav', mimeType: 'audio/wav', buffer },
    })
    const keep = page.getByRole('button', { name: 'Keep it with the build' })
    await keep.waitFor()
    await keep.click()
    await rest(600 * uniform())
    killBrowserOf(profile)
    await first.close().catch(() => undefined)
    const { again, reopened } = await openedAgain(launch)
    try {
      await reopened.goto(`${base}/build/${build.id}`)
      await reopened.locator('h1').first().waitFor({ timeout: 30_000 })
      const stored = await storedBuild(reopened, build.id)
      const held = await reopened.evaluate(keptHashes)
      const own = stored.attachments.filter((a) => !sample.attachments.some((b) => b.id === a.id))
      result.named += own.length
      for (const { sha256 } of own)
        if (!held[sha256]) result.failures.push(`kill ${k}: the build names what is not there`)
      for (const [hash, whole] of Object.entries(held))
        if (!whole) result.failures.push(`kill ${k}: ${hash} is cut`)
    } catch (error) {
      result.failures.push(`kill ${k}: ${(error as Error).message.split('\n')[0]}`)
    }
    await again.close()
    rmSync(profile, { recursive: true, force: true })
  }
  return result
}

/** The browser of a profile once more, and a page of it in which what is sent to it runs. */
async function openedAgain(launch: () => Promise<BrowserContext>) {
  const again = await launch()
  const reopened = again.pages()[0] ?? (await again.newPage())
  await reopened.addInitScript({ content: 'globalThis.__name = (f) => f' })
  return { again, reopened }
}

/** Ends every process of the browser that has this profile, at once and without asking. */
function killBrowserOf(profile: string): void {
  for (const pid of pidsOf(profile)) {
    try {
      process.kill(pid, 'SIGKILL')
    } catch (error) {
      // gone with its parent
      if ((error as NodeJS.ErrnoException).code !== 'ESRCH') throw error
    }
  }
}

/** Processes that were started with this profile. */
function pidsOf(profile: string): number[] {
  return readdirSync('/proc')
    .filter((name) => /^\d+$/.test(name))
    .filter((pid) => {
      try {
        return readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes(profile)
      } catch (error) {
        // a process that ended while it was looked at
        if (['ENOENT', 'ESRCH'].includes((error as NodeJS.ErrnoException).code ?? '')) return false
        throw error
      }
    })
    .map(Number)
}
