import { defineConfig } from '@playwright/test'
import { fileURLToPath } from 'node:url'
import { CHROMIUM_FLAGS } from '../scripts/chromiumFlags.ts'

const port = 4571

export default defineConfig({
  testDir: '.',
  outputDir: '../test-results',
  workers: 3,
  fullyParallel: true,
  timeout: 90_000,
  expect: { timeout: 10_000 },
  reporter: [['list'], ['json', { outputFile: '../.cache/e2e.json' }]],
  use: {
    baseURL: `http://127.0.0.1:${port}`,
    viewport: { width: 1280, height: 800 },
    launchOptions: {
      executablePath: process.env.CHROMIUM_PATH ?? '/usr/bin/chromium',
      args: CHROMIUM_FLAGS,
    },
    trace: 'off',
    // fades take time and say nothing
    contextOptions: { reducedMotion: 'reduce' },
    actionTimeout: 30_000,
  },
  webServer: {
    command: `PORT=${port} npx tsx server/main.ts`,
    cwd: fileURLToPath(new URL('..', import.meta.url)),
    url: `http://127.0.0.1:${port}/health`,
    reuseExistingServer: false,
    timeout: 60_000,
  },
})
