import {
  parseWheel,
  SCENE_FAULTS,
  RUNNINGS,
  type Scene,
  type SceneFault,
} from '../../core/trigger/index.ts'
import { EchtError } from '../../core/error.ts'
import { ScpiError, ScpiParser, type Command } from './scpi.ts'
import type { ConverterSweep, Sweeps } from './sweeps.ts'

/** Points that are sent at once. */
const BLOCK = 4096
const MOST_TEETH = 120

const ILLEGAL = (): ScpiError => new ScpiError(-224, 'Illegal parameter value')

/** One of several words, whatever their case; refused where it is none of them. */
function oneOf<T extends string>(words: readonly T[], argument: string): T {
  const found = words.find((w) => w === argument.toLowerCase())
  if (!found) throw ILLEGAL()
  return found
}

function wheelOf(argument: string): Scene['wheel'] {
  try {
    const wheel = parseWheel(argument.replaceAll(' ', ''))
    if (wheel.edgesDegrees.length > MOST_TEETH) throw ILLEGAL()
    return wheel
  } catch (error) {
    throw error instanceof EchtError ? ILLEGAL() : error
  }
}

function numberOf(argument: string, low: number, high: number): number {
  if (argument === '') throw new ScpiError(-109, 'Missing parameter')
  const value = Number(argument)
  if (!Number.isInteger(value) || value < low || value > high)
    throw new ScpiError(-222, 'Data out of range')
  return value
}

/**
 * A simulated scope on a trigger's wire: told which engine turns before it, it takes one sweep and gives it in blocks
 * of the converter's counts, by IEEE 488.2's decimal numbers. `WAVeform:PREamble?` says how many points, how many a
 * second and volts a count.
 */
export function simulatedScope(sweeps: Sweeps): ScpiParser {
  const scene: Scene = {
    ...{ wheel: parseWheel('36-1'), pickup: 'vr', cylinders: 4, running: 'cranking', faults: [] },
    seed: 1,
  }
  let taken: ConverterSweep | null = null
  const needed = () => {
    if (!taken) throw new ScpiError(-230, 'Data corrupt or stale')
    return taken
  }
  const set = (header: string, to: (argument: string) => unknown): Command => ({
    header,
    run: (argument) => void to(argument),
  })
  return new ScpiParser('ECHT,SIMULATED SCOPE,0,1.0', [
    set('SIMulate:WHEel', (a) => (scene.wheel = wheelOf(a))),
    set('SIMulate:PICKup', (a) => (scene.pickup = oneOf(['vr', 'hall'], a))),
    set('SIMulate:ENGine', (a) => (scene.running = oneOf(RUNNINGS, a))),
    set('SIMulate:CYLinders', (a) => (scene.cylinders = numberOf(a, 1, 16))),
    set('SIMulate:SEED', (a) => (scene.seed = numberOf(a, 1, 2 ** 31))),
    set('SIMulate:FAULts', (a) => {
      const words = a.split(',').filter((w) => w.trim() !== '')
      scene.faults = words.map((w): SceneFault => oneOf(SCENE_FAULTS, w.trim()))
    }),
    {
      header: 'SINGle',
      run: async (_, signal) => {
        taken = await sweeps.take({ ...scene }, signal)
      },
    },
    {
      header: 'WAVeform:PREamble?',
      run: () => {
        const { counts, sampleHz, voltPerCount } = needed()
        return `${counts.length},${sampleHz},${voltPerCount.toExponential(8)}`
      },
    },
    {
      header: 'WAVeform:DATA?',
      run: (a) => {
        const { counts } = needed()
        const from = numberOf(a, 0, counts.length - 1)
        return counts.subarray(from, from + BLOCK).join(',')
      },
    },
  ])
}
