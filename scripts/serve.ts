import { spawn, type ChildProcess } from 'node:child_process'
import { fileURLToPath } from 'node:url'

/** The server as it is started by hand, on loopback: on a port of its own choosing, or on the one that is given. */
export async function serve(onPort = 0): Promise<{ server: ChildProcess; port: number }> {
  const server = spawn(process.execPath, ['--import', 'tsx', 'server/main.ts'], {
    cwd: fileURLToPath(new URL('..', import.meta.url)),
    env: { ...process.env, PORT: String(onPort), HOST: '127.0.0.1' },
    stdio: ['ignore', 'pipe', 'inherit'],
  })
  const port = await new Promise<number>((resolve, reject) => {
    server.stdout!.on('data', (text: Buffer) => {
      const found = /http:\/\/127\.0\.0\.1:(\d+)/.exec(String(text))
      if (found) resolve(Number(found[1]))
    })
    server.on('exit', () => reject(new Error('The server did not start.')))
  })
  return { server, port }
}
