import { chromium, type BrowserContext } from '@playwright/test'
import { CHROMIUM_FLAGS } from '../scripts/chromiumFlags.ts'
import { serve } from '../scripts/serve.ts'

/** Runs something against the built app, served on a port of its own, in a browser of its own. */
export async function withApp<T>(
  run: (context: BrowserContext, base: string) => Promise<T>,
): Promise<T> {
  const { server, port } = await serve()
  // a browser that does not start must not leave the server behind
  try {
    const browser = await chromium.launch({
      executablePath: process.env.CHROMIUM_PATH ?? '/usr/bin/chromium',
      args: CHROMIUM_FLAGS,
    })
    try {
      const context = await browser.newContext({ viewport: { width: 1280, height: 800 } })
      return await run(context, `http://127.0.0.1:${port}`)
    } finally {
      await browser.close()
    }
  } finally {
    server.kill('SIGTERM')
  }
}
