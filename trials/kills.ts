import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { chromium } from '@playwright/test'
import { saltmarshNine } from '../demo/saltmarshNine.ts'
import { uniformStream } from '../core/math/index.ts'
import { CHROMIUM_FLAGS } from '../scripts/chromiumFlags.ts'
import { importBuild, storedBuild } from './pages.ts'

export type Kills = { kills: number; edits: number; failures: string[] }

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
    const again = await launch()
    const reopened = again.pages()[0] ?? (await again.newPage())
    await reopened.addInitScript({ content: 'globalThis.__name = (f) => f' })
    try {
      await reopened.goto(`${base}/build/${build.id}/channel/ch-air/rd-air?stage=leads`)
      await reopened.getByLabel('Wire colour').waitFor({ timeout: 30_000 })
      const stored = await storedBuild(reopened, build.id)
      const colour = stored.channels.find((c) => c.id === 'ch-air')!.reads[0]!.wire.colour
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
