import { spawn } from 'node:child_process'
import { fileURLToPath } from 'node:url'
import { chromium, type BrowserContext } from '@playwright/test'
import { CHROMIUM_FLAGS } from '../scripts/chromiumFlags.ts'

/** Runs something against the built app, served on a port of its own, in a browser of its own. */
export async function withApp<T>(
  run: (context: BrowserContext, base: string) => Promise<T>,
): Promise<T> {
  const server = spawn(process.execPath, ['--import', 'tsx', 'server/main.ts'], {
    cwd: fileURLToPath(new URL('..', import.meta.url)),
    env: { ...process.env, PORT: '0', HOST: '127.0.0.1' },
    stdio: ['ignore', 'pipe', 'inherit'],
  })
  const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM_PATH ?? '/usr/bin/chromium',
    args: CHROMIUM_FLAGS,
  })
  try {
    const base = await new Promise<string>((resolve, reject) => {
      server.stdout.on('data', (text: Buffer) => {
        const found = /http:\/\/127\.0\.0\.1:\d+/.exec(String(text))
        if (found) resolve(found[0])
      })
      server.on('exit', () => reject(new Error('The server did not start.')))
    })
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } })
    return await run(context, base)
  } finally {
    await browser.close()
    server.kill('SIGTERM')
  }
}
