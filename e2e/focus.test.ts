import { expect, test, type Page } from '@playwright/test'
import { walkTo } from '../trials/pages.ts'
import { openSample, watch } from './help.ts'

const PAGES = [
  '/builds',
  '/build/saltmarsh-nine',
  '/build/saltmarsh-nine/earths',
  '/build/saltmarsh-nine/trigger',
  '/build/saltmarsh-nine/vehicle',
  '/build/saltmarsh-nine/logbook',
  ...['element', 'input', 'table', 'face', 'prove'].map(
    (stage) => `/build/saltmarsh-nine/channel/ch-oil/rd-oil?stage=${stage}`,
  ),
]

/** Everything here that looks the same with the keyboard on it as without. */
const unseen = (page: Page): Promise<string[]> =>
  page.evaluate(async () => {
    // what shows it may be the thing itself, a part of it, or what stands around it
    const look = (of: Element): string =>
      [of, ...of.querySelectorAll('*'), ...(of.parentElement?.children ?? [])]
        .map((e) => {
          const s = getComputedStyle(e)
          return [
            s.outlineStyle === 'none' ? '' : `${s.outlineWidth} ${s.outlineColor}`,
            ...[s.borderTopWidth, s.borderTopColor, s.boxShadow, s.stroke, s.strokeWidth],
            ...[s.backgroundColor, s.textDecorationLine],
          ].join(' ')
        })
        .join('|')
    const things = [
      ...document.querySelectorAll<HTMLElement>(
        'a[href], button, input, select, textarea, summary, [tabindex="0"]',
      ),
    ].filter((e) => e.checkVisibility() && !e.matches(':disabled, [tabindex="-1"], [type="file"]'))
    const missed: string[] = []
    for (const thing of things) {
      const active = document.activeElement
      if (active instanceof HTMLElement) active.blur()
      const without = look(thing)
      thing.focus()
      if (document.activeElement !== thing) continue
      await Promise.allSettled(document.getAnimations().map((a) => a.finished))
      if (look(thing) === without) missed.push(thing.outerHTML.slice(0, 160))
    }
    return [`${things.length}`, ...missed]
  })

for (const theme of ['light', 'dark'] as const)
  test(`whatever the keys reach is seen to be reached, ${theme}`, async ({ page }) => {
    watch(page)
    await openSample(page)
    await page.evaluate(
      (t) => document.documentElement.setAttribute('data-mantine-color-scheme', t),
      theme,
    )
    let count = 0
    for (const path of PAGES) {
      await walkTo(page, path)
      await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
      // the last thing pressed was a key: what is reached by script then is shown as reached by keys
      await page.keyboard.press('Tab')
      const [things, ...missed] = await unseen(page)
      count += Number(things)
      expect(missed, path).toEqual([])
    }
    expect(count).toBeGreaterThan(150)
  })
