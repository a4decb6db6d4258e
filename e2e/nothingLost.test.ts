import { expect, test, type Page } from '@playwright/test'
import { saltmarshNine } from '../demo/saltmarshNine.ts'
import { writeBuild } from '../core/build/index.ts'
import { exportBuild, openSample, saved, watch } from './help.ts'
import { importBuild } from '../trials/pages.ts'

/** The coolant channel of the sample, for its engine unit. */
async function openCoolant(page: Page): Promise<void> {
  watch(page)
  await openSample(page)
  await page
    .getByRole('link', { name: /Coolant, block/ })
    .first()
    .click()
}

test('what warns is not recorded unless the person says so, and then stays in its place', async ({
  page,
}) => {
  await openCoolant(page)
  await page.getByRole('tab', { name: /Element/ }).click()
  const rows = page.getByRole('table', { name: 'Measured points' }).getByRole('row')
  await expect(rows).toHaveCount(8)
  const before = 8
  await page.getByLabel('How', { exact: true }).selectOption({ label: 'Boiling water' })
  await page.getByLabel('Altitude', { exact: true }).fill('12000')
  await page.getByLabel('Meter shows', { exact: true }).fill('200')
  await page.getByRole('button', { name: 'Record', exact: true }).click()
  await expect(page.getByRole('alert')).toContainText(
    'Not recorded. Altitude: Outside −500 to 9000 m',
  )
  await expect(page.getByLabel('Altitude', { exact: true })).toHaveValue('12000')
  await expect(rows).toHaveCount(before)
  await page.getByRole('button', { name: 'Record it all the same' }).click()
  await expect(rows).toHaveCount(before + 1)
  await expect(rows.last()).toContainText('cannot be used')
  await saved(page)
  // the reader says so in its own row, the others stand
  await page
    .getByRole('navigation', { name: 'Places' })
    .getByRole('link', { name: 'Line-up' })
    .click()
  await expect(page.getByRole('link', { name: /Coolant, block/ }).first()).toContainText(
    'Strike or correct the point that cannot be used.',
  )
  await expect(page.getByRole('link', { name: /Air, after/ })).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByRole('link', { name: /Coolant, block/ }).first()).not.toContainText(
    'cannot be used',
  )
})

test('a range that passes what mattered takes it along, and an edit that cannot be is refused beside its box', async ({
  page,
}) => {
  await openCoolant(page)
  await page.getByRole('button', { name: 'Edit the channel' }).click()
  await page.getByLabel('Range from').fill('115')
  await page.keyboard.press('Enter')
  await expect(page.getByLabel('Matters from')).toHaveValue('115')
  await expect(page.getByLabel('Matters to')).toHaveValue('125')
  await page.getByLabel('Place in the vehicle').fill('x'.repeat(2001))
  await expect(page.getByText('2,001 characters: at most 2,000 are kept.')).toBeVisible()
  await saved(page)
  await page.reload()
  await page.getByRole('button', { name: 'Edit the channel' }).click()
  await expect(page.getByLabel('Range from')).toHaveValue('115')
})

test('a build deleted in another tab says so, and is brought back with what was done here', async ({
  page,
  context,
}) => {
  watch(page)
  await openSample(page)
  await page.getByRole('link', { name: 'Vehicle and instruments' }).click()
  const other = await context.newPage()
  await other.goto('/builds')
  await other.getByRole('button', { name: 'More for Saltmarsh Nine', exact: true }).click()
  await other.getByRole('menuitem', { name: 'Delete' }).click()
  await expect(page.getByRole('alert')).toContainText('deleted in another tab')
  await page.getByLabel('The shed stands at').fill('77')
  await page.keyboard.press('Enter')
  await expect(page.locator('.save')).toHaveText('not saved')
  await page.keyboard.press('End')
  await page.mouse.wheel(0, 5000)
  await expect(page.getByRole('alert')).toBeInViewport()
  await page.getByRole('button', { name: 'Bring it back' }).click()
  await saved(page)
  await page.reload()
  await expect(page.getByLabel('The shed stands at')).toHaveValue('77')
})

test('replacing a build is undone by one press, and importing over a deleted one asks', async ({
  page,
}) => {
  watch(page)
  await openSample(page)
  await page.getByRole('link', { name: 'Vehicle and instruments' }).click()
  await page.getByLabel('The shed stands at').fill('12')
  await page.keyboard.press('Enter')
  await saved(page)
  await importBuild(page, saltmarshNine())
  await page.getByRole('button', { name: /put back the one that was here/ }).click()
  await page.getByRole('link', { name: 'Vehicle and instruments' }).click()
  await expect(page.getByLabel('The shed stands at')).toHaveValue('12')
  await page.getByRole('link', { name: 'Logbook' }).click()
  const { text } = await exportBuild(page)
  await page.goto('/builds')
  await page.getByRole('button', { name: 'More for Saltmarsh Nine', exact: true }).click()
  await page.getByRole('menuitem', { name: 'Delete' }).click()
  await page.getByLabel('Build file').setInputFiles({
    name: 'again.json',
    mimeType: 'application/json',
    buffer: Buffer.from(text),
  })
  await expect(page.getByRole('dialog')).toContainText('This build was deleted here')
  await expect(page.getByRole('dialog')).toContainText('They do not differ')
})

test('a damaged record opens at its last valid state, and as it was found goes to a file', async ({
  page,
}) => {
  await openSample(page)
  await page.goto('/builds')
  await page.evaluate(async (text) => {
    const build = JSON.parse(text) as { channels: { reads: { input: string }[] }[] }
    // a reader that names an input nobody has
    build.channels[1]!.reads[0]!.input = 'nowhere'
    const db = await new Promise<IDBDatabase>((done) => {
      const open = indexedDB.open('echt')
      open.onsuccess = () => done(open.result)
    })
    await new Promise((done) => {
      const tx = db.transaction('builds', 'readwrite')
      const store = tx.objectStore('builds')
      const got = store.get('saltmarsh-nine')
      got.onsuccess = () => store.put({ ...(got.result as object), build })
      tx.oncomplete = done
    })
    db.close()
  }, writeBuild(saltmarshNine()))
  await page.goto('/build/saltmarsh-nine')
  await expect(page.getByText(/found damaged and is open at its last valid state/)).toBeVisible()
  await expect(page.getByRole('link', { name: /Coolant, block/ }).first()).toBeVisible()
  await page.goto('/builds')
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save it as it was found' }).click(),
  ])
  expect(download.suggestedFilename()).toBe('damaged-build.json')
})

test('a page that fails keeps the header, the places and undo, and comes back with an undo', async ({
  page,
}) => {
  await openSample(page)
  await page.goto('/build/saltmarsh-nine/vehicle')
  await page.getByLabel('The shed stands at').fill('55')
  await page.keyboard.press('Enter')
  await saved(page)
  // a page broken from outside: no number of the record can do it any more
  await page.evaluate(() => {
    const real = Array.prototype.toReversed
    Array.prototype.toReversed = function (this: unknown[]) {
      if (document.querySelector('.save')?.getAttribute('data-broken') !== null && this.length > 20)
        throw new TypeError('broken for the test')
      return real.call(this) as unknown[]
    }
    document.querySelector('.save')!.setAttribute('data-broken', '')
  })
  await page.getByRole('link', { name: 'Logbook' }).click()
  await expect(page.getByRole('alert')).toContainText(
    'failed, for a reason this program does not know',
  )
  await expect(page.getByRole('alert')).not.toContainText('broken for the test')
  await expect(page.getByRole('link', { name: 'Line-up' })).toBeVisible()
  await page.evaluate(() => document.querySelector('.save')!.removeAttribute('data-broken'))
  await page.getByRole('button', { name: 'Undo' }).click()
  const newest = page.getByRole('list', { name: /^What happened on/ }).first()
  await expect(newest.getByRole('listitem').first()).toContainText('altitude of the shed')
})
