import { EchtError } from '../../core/error.ts'
import { BenchInstrument } from './instrument.ts'
import type { Transport } from './transport.ts'

/** What the simulated scope is told of the engine before it. */
export type ScopeScene = {
  wheel: string
  pickup: string
  cylinders: number
  running: string
  faults: readonly string[]
  seed: number
}
type ScopeSweep = { samples: Float32Array; sampleHz: number }

/** A sweep is waited for so long, ms. */
const PATIENCE_MS = 20_000

const bad = (text: string): EchtError => new EchtError('bad-capture', text)
const inFull = (error: unknown): string =>
  `The scope did not give its sweep: ${(error as Error).message}`

/**
 * One sweep of a scope, by SCPI: told what it looks at, taken, and read a block at a time. Rejects with a sentence
 * where the scope does not answer or refuses what it is told.
 */
export async function sweepOf(
  transport: Transport,
  scene: ScopeScene,
  onProgress: (share: number) => void,
): Promise<ScopeSweep> {
  const scope = new BenchInstrument(transport, () => undefined)
  try {
    await scope.connect()
    if (scope.link.state !== 'connected')
      throw new EchtError('not-started', scope.link.why ?? 'The scope does not answer.')
    for (const line of [
      '*CLS',
      `SIM:WHE ${scene.wheel}`,
      `SIM:PICK ${scene.pickup}`,
      `SIM:CYL ${scene.cylinders}`,
      `SIM:ENG ${scene.running}`,
      `SIM:FAUL ${scene.faults.join(',')}`,
      `SIM:SEED ${scene.seed}`,
      'SING',
    ])
      scope.say(line)
    // a sweep takes its time, the more so where others ask for theirs
    await scope.ask('*OPC?', PATIENCE_MS)
    const refused = await scope.ask('SYST:ERR?')
    if (!refused.startsWith('0')) throw bad(`The scope refused what it was told: ${refused}.`)
    return await read(scope, onProgress)
  } catch (error) {
    throw error instanceof EchtError ? error : new EchtError('not-started', inFull(error))
  } finally {
    await scope.disconnect()
  }
}

async function read(
  scope: BenchInstrument,
  onProgress: (share: number) => void,
): Promise<ScopeSweep> {
  const preamble = await scope.ask('WAV:PRE?')
  const [points = NaN, sampleHz = NaN, voltPerCount = NaN] = preamble.split(',').map(Number)
  if (!(points > 0 && sampleHz > 0 && Number.isFinite(voltPerCount)))
    throw bad(`The scope says of its sweep "${preamble}", which is not understood.`)
  const samples = new Float32Array(points)
  for (let at = 0; at < points;) {
    const block = (await scope.ask(`WAV:DATA? ${at}`)).split(',')
    if (block.length === 0 || at + block.length > points)
      throw bad('The scope sent more points than it said.')
    for (const text of block) {
      const count = Number(text)
      if (text.trim() === '' || !Number.isFinite(count))
        throw bad(`The scope sent "${text.slice(0, 20)}" where a number was due.`)
      samples[at++] = count * voltPerCount
    }
    onProgress(at / points)
  }
  return { samples, sampleHz }
}
