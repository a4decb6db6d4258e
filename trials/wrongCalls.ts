import { spawn } from 'node:child_process'
import { fileURLToPath } from 'node:url'
import { CALLS, wrongAnswers } from '../core/wrongCalls.fixture.ts'

/** One function called wrong in all its places takes no longer, s. */
const LIMIT_S = 240

/** Every function called wrong in every place, each in a process of its own that is ended where it does not end. */
export async function wrongCalls(): Promise<{
  tries: number
  outcome: string
  failures: string[]
}> {
  let tries = 0
  const failures: string[] = []
  const names = Object.keys(CALLS)
  for (const name of names) {
    const said = await inProcess(name)
    if (said === null) failures.push(`${name}: no end within ${LIMIT_S} s, or the process died`)
    else {
      tries += said.calls
      failures.push(...said.answers.map((a) => `${name}: ${a.place} = ${a.wrong}: ${a.answer}`))
    }
  }
  return { tries, outcome: `${names.length} functions`, failures }
}

const inProcess = (name: string): Promise<ReturnType<typeof wrongAnswers> | null> =>
  new Promise((resolve) => {
    const child = spawn(
      process.execPath,
      ['--import', 'tsx', fileURLToPath(import.meta.url), name],
      { stdio: ['ignore', 'pipe', 'ignore'] },
    )
    let text = ''
    child.stdout.on('data', (d: Buffer) => (text += d.toString()))
    const timer = setTimeout(() => child.kill('SIGKILL'), 1000 * LIMIT_S)
    child.on('close', (code) => {
      clearTimeout(timer)
      resolve(code === 0 ? (JSON.parse(text) as ReturnType<typeof wrongAnswers>) : null)
    })
  })

if (process.argv[1] === fileURLToPath(import.meta.url))
  console.log(JSON.stringify(wrongAnswers(process.argv[2]!, () => true)))
