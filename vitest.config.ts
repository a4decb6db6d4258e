import { defineConfig } from 'vitest/config'

export default defineConfig({
  test: { include: ['{core,app,server,demo,scripts}/**/*.test.ts'], testTimeout: 60_000, maxWorkers: 2, reporters: ['default'] },
})
