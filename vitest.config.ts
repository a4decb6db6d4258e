import { defineConfig } from 'vitest/config'

export default defineConfig({
  test: {
    include: ['{core,app,server,demo,scripts,trials}/**/*.test.ts'],
    testTimeout: 60_000,
    maxWorkers: 2,
    // nothing tested keeps state between files, and reading the modules anew for each costs more than most of the tests
    isolate: false,
    reporters: ['default'],
  },
})
