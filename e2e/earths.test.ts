import { expect, test } from '@playwright/test'
import {
  edgeMargin,
  groundAdvice,
  groundPicture,
  groundSlopes,
  noiseOfRoute,
  offsetByStrap,
  railBudgets,
  solvedGround,
  wireThere,
} from './core.ts'
import { exportBuild, numberIn, openSample, saved, watch } from './help.ts'
import { saltmarshNine } from '../demo/saltmarshNine.ts'
import { importBuild } from '../trials/pages.ts'

const sample = saltmarshNine()
const solved = solvedGround(sample).solved!
const slopes = groundSlopes(sample)
const costs = groundPicture({ ...solved.ground, ...solved.estimate }, slopes, 'state-all')
const costOf = (read: string) => costs.costs.find((c) => c.read === read)!

test('the fan on the display’s ground is found, repaired, and the line-up is better for it', async ({
  page,
}) => {
  watch(page)
  await openSample(page)
  await page.getByRole('link', { name: 'Earths' }).click()
  await page.getByText('Everything on', { exact: true }).click()
  const rows = page.getByRole('table', { name: 'What the grounds cost' }).locator('tbody tr')
  const oil = rows.filter({ hasText: 'Oil, gallery · Display' })
  const off = costOf('rd-oil-display').off
  await expect(oil).toContainText(`+${off.toFixed(1)} °C`)
  await expect(oil).toContainText('Fan')
  // the posts stand where the core says
  const display = page.getByRole('button', { name: /^Display [+−]/ })
  const relative = costs.volt['gp-display']! - costs.volt['gp-unit']!
  expect(numberIn(/[+−][\d.]+/.exec((await display.getAttribute('aria-label'))!)![0])).toBeCloseTo(
    relative * 1000,
    0,
  )
  await expect(page.getByRole('list', { name: 'Rules that are broken' })).toContainText(
    'Fan returns',
  )

  // the channels are shown in this state when somebody asks
  const counted = page.getByRole('switch', { name: 'show the channels in this state' })
  await counted.click()
  await expect(counted).toBeChecked()
  await page.getByRole('link', { name: 'Line-up' }).click()
  const row = page.getByRole('listitem').filter({ hasText: 'Gearbox oil' }).first()
  await expect(row).toContainText('look here')
  await page.getByRole('link', { name: 'Earths' }).click()

  const repair = page.getByRole('group', { name: 'Proposed repair' })
  const [first] = groundAdvice(sample, solved, slopes, 'state-all').repairs
  expect(first!.repair.kind).toBe('move-return')
  await expect(repair).toContainText('Take the return of Fan to Battery negative')
  await repair.getByRole('button', { name: 'Try it' }).click()
  await expect(oil).not.toContainText(`+${off.toFixed(1)} °C`)
  await expect(page.getByText('Fan returns')).toHaveCount(0)
  await saved(page)
  await page.getByRole('link', { name: 'Logbook' }).click()
  await expect(page.getByRole('list').first()).toContainText('return of the load')
  const { build } = await exportBuild(page)
  expect(build.loads.find((l) => l.id === 'gl-fan')!.into).toBe('gp-battery')
  expect(build.vehicle.state).toBe('state-all')
})

test('by keyboard alone: a drop is typed where it tells most, and the strap is known by it', async ({
  page,
}) => {
  watch(page)
  await openSample(page)
  await page.goto('/build/saltmarsh-nine/earths?tab=drops')
  const drops = page.getByRole('table', { name: 'Volt drops' }).locator('tbody tr')
  await expect(drops).toHaveCount(2)
  await expect(page.getByRole('group', { name: 'Measure next' })).toBeVisible()
  const next = groundAdvice(sample, solved, slopes, 'state-all').next!
  await expect(page.getByLabel('Red on')).toHaveValue(next.plus)
  await expect(page.getByLabel('Black on')).toHaveValue(next.minus)
  // nothing typed, then probes on one post: each says so and records nothing
  await page.getByLabel('Meter shows').focus()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('alert')).toContainText('Type what the meter shows')
  await page.getByLabel('Black on').selectOption(next.plus)
  await page.getByLabel('Meter shows').focus()
  await page.keyboard.type('94 mV')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('alert')).toContainText('Both probes stand on one post')
  await page.getByLabel('Black on').selectOption(next.minus)
  await page.getByLabel('Meter shows').focus()
  await page.keyboard.press('ControlOrMeta+a')
  await page.keyboard.type(`${(next.expectedV * 1000).toFixed(0)} mV`)
  await page.keyboard.press('Enter')
  await expect(drops).toHaveCount(3)
  // the same with the probes exchanged contradicts it
  await page.getByLabel('Red on').selectOption(next.minus)
  await page.getByLabel('Black on').selectOption(next.plus)
  await page.getByLabel('Meter shows').focus()
  await page.keyboard.type(`${(next.expectedV * 1000).toFixed(0)} mV`)
  await page.keyboard.press('Enter')
  await expect(page.getByText(/contradicts the others/).first()).toBeVisible()
  await page.keyboard.press('ControlOrMeta+z')
  await expect(drops).toHaveCount(3)
  await expect(page.getByText(/contradicts the others/)).toHaveCount(0)

  // a post is chosen by key, and says what feeds it
  await page.getByRole('button', { name: /^Tank [+−]/ }).focus()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('group', { name: 'The chosen post' })).toContainText('Fuel pump')
})

test('from a template on a new build, wires run by mouse and refused where they cannot be', async ({
  page,
}) => {
  watch(page)
  await page.goto('/builds')
  await page.getByRole('button', { name: 'New build' }).click()
  await page.getByLabel('Name').fill('Shed car')
  await page.getByRole('button', { name: 'Start', exact: true }).click()
  await page.getByRole('link', { name: 'Earths' }).click()
  await page
    .getByRole('group', { name: 'Car, battery in front' })
    .getByRole('button', { name: 'Start with it' })
    .click()
  const nose = page.getByRole('button', { name: /^Nose stud / })
  await expect(nose).toBeVisible()
  await page.getByRole('tab', { name: 'Straps and joints' }).click()
  const straps = page.getByRole('table', { name: 'Straps and wires' }).locator('tbody tr')
  await expect(straps).toHaveCount(6)
  // pulled from the nose to the battery
  const middle = async (name: RegExp) => {
    const circle = page.getByRole('button', { name }).locator('circle').last()
    const box = (await circle.boundingBox())!
    return { x: box.x + box.width / 2, y: box.y + box.height / 2 }
  }
  const [from, to] = [await middle(/^Nose stud /), await middle(/^Battery negative /)]
  await page.mouse.move(from.x, from.y)
  await page.mouse.down()
  await page.mouse.move((from.x + to.x) / 2, from.y + 20, { steps: 4 })
  await page.mouse.move(to.x, to.y, { steps: 4 })
  await page.mouse.up()
  await expect(straps).toHaveCount(7)
  await straps
    .last()
    .getByRole('button', { name: /^Change/ })
    .click()
  const form = page.getByRole('group', { name: /^Strap Nose stud to/ })
  // no length, a length below nothing, and both ends on one post
  await form.getByLabel('Length').fill('0')
  await page.keyboard.press('Enter')
  await expect(form.getByText(/above zero/)).toBeVisible()
  await form.getByLabel('Length').fill('2.5')
  await page.keyboard.press('Enter')
  await form.getByLabel('Size').fill('10 AWG')
  await page.keyboard.press('Enter')
  await form.getByLabel('To', { exact: true }).selectOption({ label: 'Nose stud' })
  await expect(form.getByRole('alert')).toContainText('between two posts')
  await saved(page)
  await page.getByRole('link', { name: 'Logbook' }).click()
  const { build } = await exportBuild(page)
  const added = build.straps.at(-1)!
  expect(added.wire!.lengthM).toBe(2.5)
  expect(added.wire!.areaMm2).toBeCloseTo(5.26, 1)
  expect(added.a).not.toBe(added.b)
})

test('a part that hangs from nothing is named, and the rest of the build stands', async ({
  page,
}) => {
  watch(page)
  await openSample(page)
  await page.goto('/build/saltmarsh-nine/earths?tab=straps')
  await page.getByRole('button', { name: 'Change bulkhead cable' }).click()
  await page
    .getByRole('group', { name: 'Strap bulkhead cable' })
    .getByRole('button', { name: 'Remove' })
    .click()
  await expect(page.getByRole('alert').first()).toContainText('from nothing')
  await page.getByRole('link', { name: 'Line-up' }).click()
  await expect(page.getByRole('heading', { name: 'Line-up' })).toBeVisible()
  await page.keyboard.press('ControlOrMeta+z')
  await page.getByRole('link', { name: 'Earths' }).click()
  await expect(page.getByRole('alert')).toHaveCount(0)
})

test('the budget of a sensor supply is what the core adds up, and warns near its limit', async ({
  page,
}) => {
  watch(page)
  await openSample(page)
  await page.goto('/build/saltmarsh-nine/earths?tab=supplies')
  const unit = page.getByRole('region', { name: 'Supply of Engine unit' })
  const { ma } = railBudgets(sample).find((b) => b.device === 'engine-unit')!
  await expect(unit.getByRole('status')).toContainText(`${ma.toFixed(1)} mA`)
  await expect(unit.getByRole('status')).toContainText('Near its limit')
  const limit = unit.getByLabel('Sensor supply gives at most')
  await limit.fill('100 mA')
  await page.keyboard.press('Enter')
  await expect(unit.getByRole('status')).toContainText('of 100 mA')
  await expect(unit.getByRole('status')).not.toContainText('Near its limit')
  // nothing, and what is no current: each by its box, and what stood before stays
  await limit.fill('0')
  await page.keyboard.press('Enter')
  await expect(unit.getByText(/above zero/)).toBeVisible()
  await expect(unit.getByRole('status')).toContainText('of 100 mA')
})

test('a strap is picked up at one end; what moves a reader stays in ink; a strap is measured by itself', async ({
  page,
}) => {
  watch(page)
  await openSample(page)
  await page.goto('/build/saltmarsh-nine/earths?tab=drops')
  const picture = page.getByRole('group', { name: 'The grounds, by their millivolts' })
  await expect(page.getByRole('group', { name: 'Proposed repair' })).toBeVisible()
  const ends = await picture
    .locator('[data-strap="gs-nose-bulkhead"]')
    .evaluate((line) => ['x1', 'y1', 'x2', 'y2'].map((k) => Number(line.getAttribute(k))))
  const box = (await picture.boundingBox())!
  const [x1, y1, x2, y2] = ends as [number, number, number, number]
  const post = page.locator('[data-post="gp-head"] circle').last()
  const head = (await post.boundingBox())!
  // near the nose's own end: the other stays where it is
  await page.mouse.move(box.x + x1 + 0.2 * (x2 - x1), box.y + y1 + 0.2 * (y2 - y1))
  await page.mouse.down()
  await page.mouse.move(head.x + 40, head.y + 10, { steps: 4 })
  await page.mouse.move(head.x + head.width / 2, head.y + head.height / 2, { steps: 3 })
  await page.mouse.up()
  await saved(page)
  await page.getByRole('link', { name: 'Logbook' }).click()
  const { build } = await exportBuild(page)
  const moved = build.straps.find((s) => s.id === 'gs-nose-bulkhead')!
  expect([moved.a, moved.b]).toEqual(['gp-head', 'gp-bulkhead'])
  await page.getByRole('link', { name: 'Earths' }).click()
  await page.keyboard.press('ControlOrMeta+z')

  const paleNow = (): Promise<number> => picture.locator('line[class*="faded"]').count()
  expect(await paleNow()).toBe(0)
  await page.getByLabel('In ink').selectOption('rd-oil-display')
  const parts = offsetByStrap(
    { ...solved.ground, ...solved.estimate },
    { volt: costs.volt },
    costOf('rd-oil-display'),
  )
  const most = Math.max(...Object.values(parts).map(Math.abs))
  const pale = Object.values(parts).filter((v) => Math.abs(v) < 0.05 * most).length
  expect(pale).toBeGreaterThan(3)
  await expect.poll(paleNow).toBe(pale)

  await page.getByRole('tab', { name: 'Volt drops' }).click()
  await page.getByText('Measure one strap by itself').click()
  const form = page.getByRole('group', { name: 'One strap' })
  await form.getByLabel('Strap').selectOption({ label: 'ground of the display' })
  await form.getByLabel('Across it').fill('91 mV')
  await form.getByLabel('Probes together').fill('1 mV')
  await form.getByLabel('Current').fill('5 A')
  await page.keyboard.press('Enter')
  await page.getByRole('tab', { name: 'Straps and joints' }).click()
  const row = page.getByRole('row', { name: /^ground of the display/ })
  await expect(row).toContainText('18 mΩ')
  await expect(row).toContainText('measured')

  // as it was typed it stays in the record; struck, it says nothing of the strap any more
  await page.getByRole('tab', { name: 'Volt drops' }).click()
  await page.getByText('Measure one strap by itself').click()
  const kept = page.getByRole('table', { name: 'Straps measured by themselves' })
  await expect(kept.getByRole('row').nth(1)).toContainText(/91 mV.*1 mV.*5 A/)
  await kept.getByRole('button', { name: /^Strike/ }).click()
  await page.getByRole('tab', { name: 'Straps and joints' }).click()
  await expect(row).not.toContainText('18 mΩ')
})

test('a wire that is there, and a relay with and without its diode', async ({ page }) => {
  watch(page)
  await openSample(page)
  await page.goto('/build/saltmarsh-nine/earths?tab=wire')
  await page
    .getByRole('combobox', { name: 'The wire' })
    .selectOption({ label: 'is there: 0.75 mm²' })
  for (const [box, text] of [
    ['Current', '16'],
    ['Length one way', '1.9'],
    ['Air around it', '80'],
  ] as const) {
    await page.getByLabel(box, { exact: true }).fill(text)
    await page.keyboard.press('Enter')
  }
  const there = wireThere({
    ...{ areaMm2: 0.75, oneWayM: 1.9, ampere: 16, ambientC: 80, insulationC: 125 },
  })
  const said = page.getByRole('status', { name: 'The wire' })
  await expect(said).toContainText(`${there.carriesA.toFixed(1)} A`)
  await expect(said).toContainText(`${there.dropV.toFixed(2)} V`)
  await expect(said).toContainText(`In class ${there.insulation} it would carry it`)
  // no number, and air that no insulation of its class bears: said, and what was typed stays
  await page.getByLabel('Air around it').fill('140')
  await page.keyboard.press('Enter')
  await expect(page.getByText(/where this insulation holds/)).toBeVisible()
  await expect(page.getByLabel('Air around it')).toHaveValue('140')

  await page.getByRole('tab', { name: 'Supplies' }).click()
  const relay = page.getByRole('region', { name: 'A relay' })
  await expect(relay.getByRole('img')).toHaveAccessibleName(/162 mA through the coil/)
  await relay.getByRole('switch', { name: 'the unit’s pin is on' }).click()
  await expect(relay).toContainText('The pin sees 14.5 V')
  await relay.getByRole('switch', { name: 'diode across the coil' }).click()
  await expect(relay).toContainText('hundreds of volts')

  // a trigger's wire past the coil: its comparator has less hysteresis than the noise is high
  await page.getByRole('tab', { name: 'Shields' }).click()
  const far = page.getByRole('region', { name: 'Way 2' })
  const { leastV } = edgeMargin(
    { peakV: 1, thresholdV: 0.3, hysteresisV: 0.2 },
    {
      noiseV: noiseOfRoute([{ source: 'battery cable', lengthM: 1.2, apartM: 0.1 }], {
        ...{ ohm: 2200, cable: 'single' },
      }),
      liftV: 0,
    },
  )
  await expect(far).toContainText(`${(1000 * leastV).toFixed(0)} mV left before a false edge`)
  await page
    .getByRole('group', { name: 'The trigger’s comparator' })
    .getByLabel('Hysteresis')
    .fill('10 mV')
  await page.keyboard.press('Enter')
  await expect(far).toContainText('edges where there is none')
})

test('five hundred posts are drawn, and the page answers', async ({ page }) => {
  watch(page)
  const many = Array.from({ length: 488 }, (_, i) => i)
  const far: typeof sample = {
    ...sample,
    id: 'many-posts',
    name: 'Many posts',
    posts: [
      ...sample.posts,
      ...many.map((i) => ({
        ...{ id: `p${i}`, name: `Stud ${i}`, kind: 'stud' as const },
        ...{ device: null, along: (i % 97) / 97 },
      })),
    ],
    straps: [
      ...sample.straps,
      ...many.map((i) => ({
        ...sample.straps[0]!,
        ...{ id: `s${i}`, name: `wire ${i}`, a: `p${i}`, b: i < 8 ? 'gp-battery' : `p${i - 8}` },
      })),
    ],
    changes: [],
  }
  await importBuild(page, far)
  await page.getByRole('link', { name: 'Earths' }).click()
  await expect(page.locator('[data-post]')).toHaveCount(500)
  await page.getByText('Idle', { exact: true }).click()
  await expect(page.getByRole('button', { name: /^Tank [+−]/ })).toBeVisible()
  await page.getByRole('tab', { name: 'Posts' }).click()
  await expect(page.getByRole('tab', { name: 'Posts' })).toHaveAttribute('aria-selected', 'true')
})
