import { fileURLToPath } from 'node:url'
import { chromium, type Page } from '@playwright/test'
import { CHROMIUM_FLAGS } from './chromiumFlags.ts'
import { serve } from './serve.ts'

const root = fileURLToPath(new URL('..', import.meta.url)),
  build = '/build/saltmarsh-nine'
const channel = (id: string, stage: string): string =>
  `${build}/channel/ch-${id}/rd-${id}?stage=${stage}`

const toStage = async (page: Page): Promise<void> => {
  await page.locator('#stages').evaluate((e) => e.scrollIntoView({ block: 'start' }))
}
const toRegion = async (page: Page, name: string): Promise<void> => {
  await page
    .getByRole('region', { name, exact: true })
    .evaluate((e) => e.scrollIntoView({ block: 'start' }))
}
const VIEWS: { name: string; path: string; dark?: boolean; act?: (page: Page) => Promise<void> }[] =
  [
    {
      name: 'line-up',
      path: build,
      act: async (page) => {
        await page.getByText('Worst first').click()
      },
    },
    { name: 'channel', path: channel('coolant', 'leads') },
    { name: 'channel-dark', path: channel('oil', 'input'), dark: true },
    { name: 'element', path: channel('air', 'element'), act: toStage },
    { name: 'input', path: channel('oil', 'input'), act: toStage },
    { name: 'table', path: channel('coolant', 'table'), act: toStage },
    {
      name: 'look-alikes',
      path: channel('oil-pressure', 'element'),
      act: async (page) => {
        await toRegion(page, 'Look-alikes')
      },
    },
    {
      name: 'lambda',
      path: channel('lambda', 'element'),
      act: async (page) => {
        await toRegion(page, 'Fuel and AFR')
      },
    },
    {
      name: 'tank',
      path: channel('fuel', 'element'),
      act: async (page) => {
        await page.locator('summary').filter({ hasText: 'Tank and sender' }).click()
        await toRegion(page, 'Tank and sender')
      },
    },
    { name: 'switch', path: `${build}/channel/fan-channel/fan-read` },
    { name: 'two-senders', path: channel('side-left', 'element') },
    { name: 'budget', path: channel('gearbox', 'budget'), act: toStage },
    {
      name: 'prove',
      path: `${build}/prove`,
      act: async (page) => {
        await page.getByRole('button', { name: /Coolant/ }).click()
        await page.getByLabel('Thermometer in the shed').fill('14.4')
        await page.getByLabel('Engine unit shows').fill('9')
      },
    },
    { name: 'logbook', path: `${build}/logbook` },
    { name: 'vehicle', path: `${build}/vehicle` },
    { name: 'card', path: `${build}/card/rd-coolant` },
    { name: 'earths', path: `${build}/earths` },
    {
      name: 'trigger',
      path: `${build}/trigger`,
      act: async (page) => {
        await page.getByRole('button', { name: 'Open', exact: true }).first().click()
        await page.getByRole('group', { name: 'Polarity' }).waitFor()
        for (let i = 0; i < 2; i++) await page.getByRole('button', { name: 'Nearer' }).click()
        await page.evaluate(() => window.scrollTo(0, 0))
      },
    },
    {
      name: 'bench',
      path: channel('coolant', 'element'),
      act: async (page) => {
        await page.getByRole('button', { name: 'Record from the bench' }).click()
        await page.getByRole('button', { name: 'Start reading' }).click()
        await page.getByText(/SIMULATED BENCH METER/).waitFor()
        await page.getByText('Flask, from the kettle').click()
        await page.waitForTimeout(6000)
        await toStage(page)
      },
    },
  ]

const { server, port } = await serve()
try {
  const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM_PATH ?? '/usr/bin/chromium',
    args: CHROMIUM_FLAGS,
  })
  for (const view of VIEWS) {
    const page = await browser.newPage({
      viewport: { width: 1280, height: 800 },
      baseURL: `http://127.0.0.1:${port}`,
      reducedMotion: 'reduce',
    })
    await page.goto('/sample')
    await page.waitForURL(/saltmarsh-nine/)
    if (view.dark)
      await page.evaluate(() => localStorage.setItem('mantine-color-scheme-value', 'dark'))
    await page.goto(view.path)
    await page.waitForTimeout(1500)
    await view.act?.(page)
    await page.waitForTimeout(700)
    await page.screenshot({ path: `${root}docs/screenshots/${view.name}.png` })
    await page.close()
    console.log(view.name)
  }
  await browser.close()
} finally {
  server.kill()
}
