import { expect, type BrowserContext, type Page } from '@playwright/test'
import { readBuild, writeBuild, type Build, type Channel } from '../core/build/index.ts'
import { storedText } from './inPage.ts'

/** Puts a build into the browser by its own import, in the place of one that is there. */
export async function importBuild(page: Page, build: Build, base = ''): Promise<void> {
  await page.goto(`${base}/builds`)
  await page.getByLabel('Build file').setInputFiles({
    name: 'trial.echt.json',
    mimeType: 'application/json',
    buffer: Buffer.from(writeBuild(build)),
  })
  const replace = page.getByRole('button', { name: 'Replace the one here' })
  await Promise.race([
    page.waitForURL(`**/build/${build.id}`),
    replace.waitFor().then(() => replace.click()),
  ])
  await page.waitForURL(`**/build/${build.id}`)
}

/** What the browser holds of a build, read with every check there is. Throws where it would not open. */
export const storedBuild = async (page: Page, id: string): Promise<Build> =>
  readBuild(await page.evaluate(storedText, id)).build

export const isSaved = async (page: Page): Promise<void> => {
  await expect(page.locator('.save')).toHaveText(/^saved/, { timeout: 30_000 })
}

const STAGES = ['element', 'leads', 'input', 'table', 'face', 'prove', 'budget']

/** One channel of each family and way of joining. */
export function oneOfEach(build: Build): Channel[] {
  const seen = new Set<string>()
  return build.channels.filter((channel) => {
    const element = build.elements.find((e) => e.id === channel.elements[0])!
    const kind = `${element.family} ${channel.combine}`
    if (seen.has(kind)) return false
    seen.add(kind)
    return true
  })
}

/** The places of a build, and every stage of the first reader of some channels; if left out, of one of each family. */
export function pagesOf(build: Build, channels: readonly Channel[] = oneOfEach(build)): string[] {
  const readers = channels.flatMap((channel) =>
    channel.reads.slice(0, 1).map((read) => ({ channel, read })),
  )
  return [
    '',
    '/prove',
    '/earths',
    '/earths?tab=straps',
    '/earths?tab=loads',
    '/logbook',
    '/vehicle',
    ...readers.slice(0, 1).map(({ read }) => `/card/${read.id}`),
    ...readers.flatMap(({ channel, read }) =>
      STAGES.map((stage) => `/channel/${channel.id}/${read.id}?stage=${stage}`),
    ),
  ].map((path) => `/build/${build.id}${path}`)
}

/** How long a page may take to stand, ms: a loaded machine with a cold browser takes seconds. */
const STANDS_WITHIN = 30_000

/** Waits until the page that was gone to stands with all its parts, or says why not. Throws where neither comes. */
export async function stands(page: Page): Promise<void> {
  await page
    .locator('main h1, main [role=alert], .broken')
    .first()
    .waitFor({ timeout: STANDS_WITHIN })
  await expect(page.locator('main p.pale').filter({ hasText: /^…$/ })).toHaveCount(0, {
    timeout: STANDS_WITHIN,
  })
}

/** Goes to a page of the open app as a link does, without loading it anew, and waits until it stands. */
export async function walkTo(page: Page, path: string): Promise<void> {
  await page.evaluate((to) => {
    history.pushState({}, '', to)
    dispatchEvent(new PopStateEvent('popstate', { state: {} }))
  }, path)
  // the page that was here stands until the other has come
  await page.waitForTimeout(250)
  await stands(page)
}

/** Ends with the words on the page, if it failed; null where it stands. */
export async function failureOn(page: Page): Promise<string | null> {
  const header = await page.locator('header').count()
  if (header === 0) return 'the header is gone'
  const text = await page.locator('body').innerText()
  const failed = /This page failed.*|.*for a reason this program does not know.*/.exec(text)
  return failed?.[0] ?? null
}

/** A page whose uncaught errors are collected. */
export async function watched(context: BrowserContext): Promise<{ page: Page; errors: string[] }> {
  const page = await context.newPage()
  // functions that run in the page come out of a compiler that names them by this
  await page.addInitScript({ content: 'globalThis.__name = (f) => f' })
  const errors: string[] = []
  page.on('pageerror', (e) => errors.push(e.message))
  return { page, errors }
}
