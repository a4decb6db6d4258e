import { readFile } from 'node:fs/promises'
import { expect, test, type Page } from '@playwright/test'
import { readBundle } from '../core/build/index.ts'
import { openSample, saved, watch, wipe } from './help.ts'

/** Every button that hands a build out, each from where it stands. */
const BUTTONS: Record<string, (page: Page) => Promise<void>> = {
  'the list of builds': async (page) => {
    await page.goto('/builds')
    await page.getByRole('button', { name: 'More for Saltmarsh Nine' }).click()
    await page.getByRole('menuitem', { name: 'Export to a file' }).click()
  },
  'the logbook': async (page) => {
    await page.getByRole('link', { name: 'Logbook' }).click()
    await page.getByRole('button', { name: 'Export this build' }).click()
  },
  'a full storage': async (page) => {
    await page.getByRole('link', { name: 'Vehicle and instruments' }).click()
    await page.evaluate(() => {
      IDBObjectStore.prototype.put = () => {
        throw new DOMException('full', 'QuotaExceededError')
      }
    })
    await page.getByLabel('The shed stands at').fill('100')
    await page.keyboard.press('Enter')
    await page.getByRole('button', { name: 'Export now' }).click()
  },
}

for (const [where, press] of Object.entries(BUTTONS))
  test(`from ${where} a build goes to another browser with its captures`, async ({ page }) => {
    watch(page)
    await openSample(page)
    const [download] = await Promise.all([page.waitForEvent('download'), press(page)])
    expect(download.suggestedFilename()).toBe('saltmarsh-nine.echt.zip')
    const zip = await readFile(await download.path())
    const { build, files, lacking } = readBundle(new Uint8Array(zip))
    expect(build.attachments.length).toBeGreaterThan(1)
    expect([files.size, lacking]).toEqual([
      new Set(build.attachments.map((a) => a.sha256)).size,
      [],
    ])
    // another browser, to which nobody serves the sample's files
    await page.reload()
    await wipe(page)
    await page.route('**/captures/*', (route) => route.abort())
    await page.goto('/builds')
    await page
      .locator('input[type="file"]')
      .setInputFiles({ name: 'all.zip', mimeType: 'application/zip', buffer: zip })
    await expect(page.getByRole('heading', { name: 'Line-up' })).toBeVisible()
    await page.goto('/build/saltmarsh-nine/trigger')
    const kept = page.getByRole('table', { name: 'Captures kept with the build' })
    await kept.getByRole('button', { name: 'Open', exact: true }).first().click()
    await expect(page.getByRole('alert')).toHaveCount(0)
    await expect(page.getByText(/by this capture/)).toBeVisible()
  })

test('a capture that the storage spoilt is named: not opened, and left out of what is exported', async ({
  page,
}) => {
  await openSample(page)
  await page.goto('/build/saltmarsh-nine/trigger')
  const kept = page.getByRole('table', { name: 'Captures kept with the build' })
  await kept.getByRole('button', { name: 'Open', exact: true }).first().click()
  await expect(page.getByText(/by this capture/)).toBeVisible()
  await saved(page)
  // a disk cuts every file short, and nobody serves them any more
  await page.route('**/captures/*', (route) => route.abort())
  await page.evaluate(
    () =>
      new Promise<void>((done, failed) => {
        const opening = indexedDB.open('echt')
        opening.onerror = () => failed(new Error('no database'))
        opening.onsuccess = () => {
          const tx = opening.result.transaction('files', 'readwrite')
          const store = tx.objectStore('files')
          const all = store.getAll()
          all.onsuccess = () => {
            for (const f of all.result as { bytes: Uint8Array }[])
              store.put({ ...f, bytes: f.bytes.slice(0, 100) })
          }
          tx.oncomplete = () => {
            opening.result.close()
            done()
          }
        }
      }),
  )
  await page.reload()
  await kept.getByRole('button', { name: 'Open', exact: true }).first().click()
  await expect(page.getByRole('alert')).toContainText(/is damaged in this browser/)
  await page.getByRole('link', { name: 'Logbook' }).click()
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Export this build' }).click(),
  ])
  await expect(page.getByText(/is exported\..*\(damaged\)/)).toBeVisible()
  const zip = await readFile(await download.path())
  await wipe(page)
  await page.goto('/builds')
  await page
    .locator('input[type="file"]')
    .setInputFiles({ name: 'all.zip', mimeType: 'application/zip', buffer: zip })
  await expect(page.getByText(/is imported\..*not with it/)).toBeVisible()
})
