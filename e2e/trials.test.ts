import { expect, test } from '@playwright/test'
import { everyBox, EXTREMES } from '../trials/boxes.ts'
import { killed } from '../trials/kills.ts'
import { everyPage } from '../trials/everyPage.ts'
import { pasted } from '../trials/paste.ts'
import { twoTabs } from '../trials/twoTabs.ts'

// thinned samples of the campaigns of `npm run trials`, with other seeds

test('two tabs type into the same boxes at once: every edit is kept or named', async ({
  context,
  baseURL,
}) => {
  const did = await twoTabs(context, baseURL!, { edits: 16, longestMs: 60, seed: 21 })
  expect(did.edits).toBeGreaterThan(16)
  expect(did).toMatchObject({ missing: [], errors: [], agree: true })
})

test('extreme values in every box of some pages lose no page and no build', async ({
  context,
  baseURL,
}) => {
  test.setTimeout(180_000)
  const { failures, tries } = await everyBox(context, baseURL!, {
    // another page than the campaign begins with
    pages: (all) => all.filter((_, i) => i % 60 === 5 && i > 5),
    values: EXTREMES.filter((_, i) => i % 4 === 0),
  })
  expect(tries).toBeGreaterThan(5)
  expect(failures).toEqual([])
})

test('a browser killed while edits stream has what it said was saved', async ({ baseURL }) => {
  test.setTimeout(120_000)
  const { failures, edits } = await killed(baseURL!, 1, 21)
  expect(edits).toBeGreaterThan(1)
  expect(failures).toEqual([])
})

test('points by the hundred are taken at once, and taken back by one undo', async ({
  context,
  baseURL,
}) => {
  const { before, after, undone, errors } = await pasted(context, baseURL!, 400)
  expect([after - before, undone - before, errors]).toEqual([400, 0, []])
})

test('mutated builds that pass the checks open on every page that shows what was mutated', async ({
  context,
  baseURL,
}) => {
  test.setTimeout(180_000)
  const { failures, tries } = await everyPage(context, baseURL!, { builds: 1, seed: 31 })
  expect(tries).toBeGreaterThan(2)
  expect(failures).toEqual([])
})
