import { describe, expect, it } from 'vitest'
import { parseWheel, sceneTask, simulateTrigger } from '../../core/trigger/index.ts'
import { simulatedScope } from '../../server/bench/scope.ts'
import { Sweeps } from '../../server/bench/sweeps.ts'
import { sweepOf, type ScopeScene } from './scope.ts'
import type { Transport } from './transport.ts'

/** The simulated scope without a cable between; `change` may spoil what it answers. */
function transportTo(change: (reply: string, asked: string) => string | null): Transport {
  const scope = simulatedScope(new Sweeps())
  let heard: (line: string) => void = () => undefined
  let answering: Promise<void> = Promise.resolve()
  return {
    open: async ({ line }) => {
      heard = line
    },
    send: async (text) => {
      // one line after the other, as over a cable
      answering = answering.then(async () => {
        const reply = await scope.take(text)
        const told = reply === null ? null : change(reply, text)
        if (told !== null) heard(told)
      })
    },
    close: async () => undefined,
  }
}
const asIs = (reply: string): string => reply
const SCENE: ScopeScene = {
  ...{
    wheel: '36-2',
    pickup: 'vr',
    cylinders: 3,
    running: 'idle',
    faults: ['noise', 'bent'],
    seed: 5,
  },
}

describe('a sweep of the scope on the bench', () => {
  it('is what the simulator gives, to a step of its converter', async () => {
    const shares: number[] = []
    const { samples, sampleHz } = await sweepOf(transportTo(asIs), SCENE, (s) => shares.push(s))
    const task = sceneTask({
      ...{ wheel: parseWheel('36-2'), pickup: 'vr', cylinders: 3, running: 'idle', seed: 5 },
      faults: ['noise', 'bent'],
    })
    const { samples: real } = simulateTrigger(task)
    expect([samples.length, sampleHz]).toEqual([real.length, task.sampleHz])
    const most = real.reduce((m, v) => Math.max(m, Math.abs(v)), 0)
    for (let i = 0; i < real.length; i += 97)
      expect(Math.abs(samples[i]! - real[i]!)).toBeLessThan(most / 2048)
    expect(shares.at(-1)).toBe(1)
  })
  it('refuses in words what it cannot be told', async () => {
    const sweep = (of: Partial<ScopeScene>) =>
      sweepOf(transportTo(asIs), { ...SCENE, ...of }, () => undefined)
    await expect(sweep({ wheel: '36-40' })).rejects.toThrow('The scope refused')
    await expect(sweep({ running: 'flying' })).rejects.toThrow('The scope refused')
    await expect(sweep({ faults: ['rust'] })).rejects.toThrow('The scope refused')
    await expect(sweep({ cylinders: 0 })).rejects.toThrow('The scope refused')
  })
  it.each([
    ['a preamble of words', 'WAV:PRE?', 'many,points'],
    ['a preamble without end', 'WAV:PRE?', '5000'],
    ['more points than it said', 'WAV:PRE?', '9,50000,1e-3'],
    ['a block that is no numbers', 'WAV:DATA?', 'none'],
  ])('%s is said, and no capture is made of it', async (_, query, answer) => {
    const transport = transportTo((reply, asked) => (asked.startsWith(query) ? answer : reply))
    await expect(sweepOf(transport, SCENE, () => undefined)).rejects.toThrow(/^The scope/)
  })
  it('a scope that is not there is said', async () => {
    const nobody: Transport = {
      open: () => Promise.reject(new Error('The bench does not answer.')),
      send: async () => undefined,
      close: async () => undefined,
    }
    await expect(sweepOf(nobody, SCENE, () => undefined)).rejects.toThrow(
      'The bench does not answer.',
    )
  })
})
