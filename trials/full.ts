import { expect, type BrowserContext, type CDPSession, type Page } from '@playwright/test'
import { saltmarshNine } from '../demo/saltmarshNine.ts'
import { parseWheel, simulateTrigger, wavOfCapture } from '../core/trigger/index.ts'
import { residentKB } from './resident.ts'
import { importBuild, isSaved, storedBuild, watched } from './pages.ts'

/** The stores a browser may have no more room in. */
const STORES = ['builds', 'pieces', 'files', 'damaged'] as const
type Store = (typeof STORES)[number]

/** Makes a store refuse what is put there as a browser does whose disk is full, until it is freed. Runs in the page. */
function fillable(): void {
  const full = new Set<string>()
  const { put, add } = IDBObjectStore.prototype
  const refusing = (really: typeof put) =>
    function (this: IDBObjectStore, ...args: Parameters<typeof put>) {
      if (!full.has(this.name)) return really.apply(this, args)
      throw new DOMException('full', 'QuotaExceededError')
    }
  IDBObjectStore.prototype.put = refusing(put)
  IDBObjectStore.prototype.add = refusing(add)
  const page = window as unknown as Record<'fill' | 'free', (store: string) => void>
  page.fill = (store) => full.add(store)
  page.free = (store) => full.delete(store)
}

const tell = (page: Page, what: 'fill' | 'free', store: Store): Promise<void> =>
  page.evaluate(
    ([name, to]) => (window as unknown as Record<string, (s: string) => void>)[name]!(to),
    [what, store] as const,
  )

const WAV = {
  ...{ name: 'engine.wav', mimeType: 'audio/wav' },
  buffer: Buffer.from(
    wavOfCapture({
      sampleHz: 8000,
      ...simulateTrigger({
        ...{ wheel: parseWheel('36-2'), pickup: 'vr', sampleHz: 8000, durationS: 2 },
        rpm: () => 700,
      }),
    }),
  ),
}

/** What is typed while there is no room, on the page of a lead's colour. */
async function edited(page: Page, value: string): Promise<void> {
  const box = page.getByLabel('Wire colour')
  await box.fill(value)
  await box.press('Enter')
}

const ON = '/channel/ch-air/rd-air?stage=leads'

/** What each store without room must come to: it is said to be full, and nothing that was typed or kept is lost. */
const CASES: Record<Store, (page: Page, id: string, base: string) => Promise<void>> = {
  builds: (page, id, base) => anEditWithout('builds', page, id, base),
  pieces: (page, id, base) => anEditWithout('pieces', page, id, base),
  files: async (page, id, base) => {
    await page.goto(`${base}/build/${id}/trigger`)
    await page.getByLabel('Capture file').setInputFiles(WAV)
    const keep = page.getByRole('button', { name: 'Keep it with the build' })
    await keep.waitFor()
    await tell(page, 'fill', 'files')
    await keep.click()
    await expect(page.getByText(/storage is full/).first()).toBeVisible()
    const before = saltmarshNine().attachments.length
    expect((await storedBuild(page, id)).attachments).toHaveLength(before)
    await tell(page, 'free', 'files')
    await keep.click()
    await expect.poll(async () => (await storedBuild(page, id)).attachments.length).toBe(before + 1)
  },
  damaged: async (page, id, base) => {
    await isSaved(page)
    await page.evaluate(spoil, id)
    await page.evaluate(() => sessionStorage.setItem('full', 'damaged'))
    await page.addInitScript(() => {
      const store = sessionStorage.getItem('full')
      if (store) (window as unknown as Record<string, (s: string) => void>).fill!(store)
    })
    await page.goto(`${base}/build/${id}`)
    await expect(page.getByRole('alert').first()).toContainText(/storage is full/)
    // it lies there as it was found, until there is room beside it
    await page.evaluate(() => sessionStorage.removeItem('full'))
    await page.goto(`${base}/build/${id}`)
    await expect(page.getByText(/open at its last valid state/)).toBeVisible()
  },
}

async function anEditWithout(store: Store, page: Page, id: string, base: string): Promise<void> {
  await page.goto(`${base}/build/${id}${ON}`)
  await tell(page, 'fill', store)
  await edited(page, `while ${store}`)
  await expect(page.getByRole('alert').first()).toContainText(/storage is full/)
  await tell(page, 'free', store)
  await edited(page, `after ${store}`)
  await isSaved(page)
  const texts = JSON.stringify((await storedBuild(page, id)).changes)
  for (const value of [`while ${store}`, `after ${store}`])
    if (!texts.includes(value)) throw new Error(`"${value}" is lost`)
}

/** Makes the record of a build in the database one that is not valid. Runs in the page. */
async function spoil(id: string): Promise<void> {
  const asked = <T>(request: IDBRequest<T>): Promise<T> =>
    new Promise((done, failed) => {
      request.onsuccess = () => done(request.result)
      request.onerror = () => failed(request.error)
    })
  const db = await asked(indexedDB.open('echt'))
  const builds = db.transaction('builds', 'readwrite').objectStore('builds')
  const kept = (await asked(builds.get(id))) as { build: { channels: unknown[] } }
  kept.build.channels.push(null)
  await asked(builds.put(kept))
  db.close()
}

/** Every store of the browser without room once, while something is to be put there. */
export async function fullStorage(
  context: BrowserContext,
  base: string,
): Promise<{ tries: number; failures: string[] }> {
  const failures: string[] = []
  for (const store of STORES) {
    const { page, errors } = await watched(context)
    await page.addInitScript(fillable)
    const id = `full-${store}`
    try {
      await importBuild(page, { ...saltmarshNine(), id }, base)
      await CASES[store](page, id, base)
    } catch (error) {
      failures.push(`${store}: ${(error as Error).message.slice(0, 400)}`)
    }
    failures.push(...errors.map((e) => `${store}: ${e}`))
    await page.close()
  }
  return { tries: STORES.length, failures }
}

/** How much memory the page and the browser hold, MB: what is used of the heap after it was swept, and resident. */
async function memoryOf(page: Page): Promise<{ heap: number; resident: number }> {
  const cdp = await page.context().newCDPSession(page)
  // twice: what is freed by the first holds others
  for (let i = 0; i < 2; i++) await cdp.send('HeapProfiler.collectGarbage')
  const { usedSize } = await cdp.send('Runtime.getHeapUsage')
  const { processInfo } = await (await browserOf(page)).send('SystemInfo.getProcessInfo')
  await cdp.detach()
  const resident = processInfo.map(({ id }) => residentKB(id)).reduce((a, b) => a + b, 0)
  return { heap: usedSize / 1e6, resident: resident / 1e3 }
}

const browserOf = (page: Page): Promise<CDPSession> =>
  page.context().browser()!.newBrowserCDPSession()

export type Grown = { after: number; heap: number[]; resident: number[] }

/** What edits on one page leave in memory, in five parts. */
export async function memoryOfEdits(
  context: BrowserContext,
  base: string,
  edits: number,
): Promise<Grown> {
  const { page } = await watched(context)
  const id = 'grown'
  await importBuild(page, { ...saltmarshNine(), id }, base)
  await page.goto(`${base}/build/${id}${ON}`)
  const grown = await inParts(page, edits, async (k) => {
    await edited(page, `colour ${k}`)
    await isSaved(page)
  })
  await page.close()
  return grown
}

/** What captures leave in memory that are opened one after another on one page, in five parts, and when it is left. */
export async function memoryOfCaptures(
  context: BrowserContext,
  base: string,
  captures: number,
): Promise<Grown & { left: { heap: number; resident: number } }> {
  const { page } = await watched(context)
  const id = 'captured'
  await importBuild(page, { ...saltmarshNine(), id }, base)
  await page.goto(`${base}/build/${id}/trigger`)
  const grown = await inParts(page, captures, async (k) => {
    const name = `engine ${k}.wav`
    await page.getByLabel('Capture file').setInputFiles({ ...WAV, name })
    await page.getByText(name).first().waitFor()
    await page.getByRole('button', { name: 'Keep it with the build' }).waitFor()
  })
  await page.getByRole('link', { name: 'Line-up', exact: true }).click()
  await page.getByRole('heading', { name: 'Line-up' }).waitFor()
  const left = await memoryOf(page)
  await page.close()
  return { ...grown, left }
}

const PARTS = 5

async function inParts(
  page: Page,
  times: number,
  run: (k: number) => Promise<void>,
): Promise<Grown> {
  const grown: Grown = { after: times / PARTS, heap: [], resident: [] }
  for (let k = 1; k <= times; k++) {
    await run(k)
    if (k % grown.after !== 0) continue
    const { heap, resident } = await memoryOf(page)
    grown.heap.push(heap)
    grown.resident.push(resident)
  }
  return grown
}
