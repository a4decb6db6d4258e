import { describe, expect, it } from 'vitest'
import {
  type Build,
  channelOf,
  inForceOf,
  maker,
  readBuild,
  readOf,
  undo,
  wiredReads,
  writeBuild,
} from '../build/index.ts'
import { familyOf } from '../curve/registry.ts'
import {
  assembleChain,
  heightOf,
  isReaderProven,
  leftOpen,
  needsOf,
  partsAt,
  unevenly,
  readerChains,
  readStatus,
  sumOfReaders,
  walkBackward,
  walkForward,
} from './index.ts'
import { coded } from '../coded.fixture.ts'
import { after, chainOf, sample } from './sample.fixture.ts'

const statusOf = (b: Build, read: string) => readStatus(b, readOf(b, read).read)
const linked = after(sample, {
  kind: 'editChannel',
  args: { id: 'ch-side-left', patch: { linked: true } },
})

describe('two senders on one wire', () => {
  it('are one channel: the thread goes there and back level, and the halves share what is there', () => {
    const chain = chainOf(linked, 'rd-side-left')
    for (const truth of [2, 8, 14, 20]) {
      const { stages, parts } = walkForward(chain, truth)
      expect(parts[0]!.truth + parts[1]!.truth).toBeCloseTo(truth, 9)
      for (const h of parts) expect(h.height).toBeCloseTo(truth, 6)
      expect(parts[0]!.signal + parts[1]!.signal).toBeCloseTo(
        stages.find((s) => s.id === 'element')!.value,
        1,
      )
      for (const s of stages.filter((x) => x.id !== 'shown'))
        expect(
          Math.min(...walkBackward(chain, s.id, s.value).map((t) => Math.abs(t - truth))),
          s.id,
        ).toBeLessThan(0.05)
      expect(heightOf(chain, 'element', stages[1]!.value)).toBeCloseTo(truth, 6)
    }
  })
  it('uneven halves bend the thread at the element by what the reading then lies, and both heights part', () => {
    const chain = chainOf(sample, 'rd-side-left')
    const level = walkForward(chain, 8),
      uneven = walkForward(unevenly(chain, 3), 8)
    const bias = (w: typeof level): number => w.biases.find((b) => b.share === 'element')!.bias
    expect(Math.abs(bias(level))).toBeLessThan(0.05)
    expect(Math.abs(bias(uneven))).toBeGreaterThan(0.5)
    expect(uneven.biases.reduce((s, b) => s + b.bias, 0)).toBeCloseTo(uneven.shown - 8, 6)
    expect(uneven.parts[0]!.height).toBeGreaterThan(8 + 3)
    expect(uneven.parts[1]!.height).toBeLessThan(8 - 3)
    expect(partsAt(unevenly(chainOf(sample, 'rd-fuel'), 3), 8)).toEqual([])
    // what the meter reads then explains the truth: it lies in the bar
    const [low, high] = familyOf(chain.spec.sensor.family).interval!(
      chain.spec.sensor.curve,
      uneven.stages[1]!.value,
    )
    expect(low).toBeLessThan(8.05)
    expect(high).toBeGreaterThan(7.95)
  })
  it('leave a bar and a wide band until they are said to stand level, and the next step says so', () => {
    const [low, high] = leftOpen(chainOf(sample, 'rd-side-left'), 8)
    expect(high - low).toBeGreaterThan(1)
    expect(leftOpen(chainOf(linked, 'rd-side-left'), 8)).toEqual(
      [8, 8].map((v) => expect.closeTo(v, 3)),
    )
    expect(statusOf(sample, 'rd-side-left').next.title.code).toBe('uneven')
    expect(statusOf(linked, 'rd-side-left').worst!.band).toBeLessThan(
      statusOf(sample, 'rd-side-left').worst!.band / 2,
    )
    expect(statusOf(linked, 'rd-side-left').next.stage).not.toBe('element')
  })
  it('name the half whose points are missing, or that both run opposite ways', () => {
    const bare = sample.measurements
      .filter((m) => m.about.kind === 'point' && m.about.element === 'el-side-right')
      .reduce(
        (b, m) =>
          after(b, {
            kind: 'strikeMeasurement',
            args: { id: m.id, at: '2026-11-25T08:00:00Z', why: '' },
          }),
        sample,
      )
    const { next, state } = statusOf(bare, 'rd-side-left')
    expect(next.title.values[0]).toBe('Right pod sensor')
    expect([next.title.code, next.stage, state]).toEqual(['first-point', 'element', 'empty'])
    const falling = after(bare, {
      kind: 'editElement',
      args: { id: 'el-side-right', patch: { settings: { assumedCurve: 'falling' } } },
    })
    expect(assembleChain(falling, 'rd-side-left').problem).toMatch(/hide each other/)
    const onTrust = after(bare, {
      kind: 'editElement',
      args: { id: 'el-side-right', patch: { settings: { assumedCurve: 'rising' } } },
    })
    expect(chainOf(onTrust, 'rd-side-left').spec.basis.element).toBe('assumed')
  })
  it('a proof rests on both', () => {
    const proof = {
      id: 'p',
      read: 'rd-side-left',
      measurements: [],
      dependsOn: null,
      inForce: inForceOf(sample, 'rd-side-left'),
      at: '2026-11-25T08:00:00Z',
      by: '',
    }
    const proven = after(sample, { kind: 'prove', args: { proof } })
    expect(isReaderProven(proven, 'rd-side-left')).toBe(true)
    const struck = sample.measurements.find(
      (m) => m.about.kind === 'point' && m.about.element === 'el-side-right',
    )!
    expect(
      isReaderProven(
        after(proven, {
          kind: 'strikeMeasurement',
          args: { id: struck.id, at: '2026-11-25T08:00:00Z', why: '' },
        }),
        'rd-side-left',
      ),
    ).toBe(false)
    expect(
      isReaderProven(
        after(proven, {
          kind: 'editChannel',
          args: { id: 'ch-side-left', patch: { linked: true } },
        }),
        'rd-side-left',
      ),
    ).toBe(false)
  })
})

describe('two senders on two inputs', () => {
  // the same pods, each to a pin of its own: the second pin is a copy of the first with its own table
  const ids = ['in-side-right', 'rd-side-right']
  const make = maker(() => ids.shift()!)
  const display = sample.devices.find((d) => d.id === 'display')!
  const apart = after(
    sample,
    {
      kind: 'addInput',
      args: {
        device: 'display',
        input: {
          ...display.inputs.find((i) => i.id === 'in-side-left')!,
          id: ids.shift()!,
          pin: 'pin-side-right',
          pulls: [
            {
              ...display.inputs.find((i) => i.id === 'in-side-left')!.pulls[0]!,
              id: 'pull-side-right',
            },
          ],
          table: null,
        },
        pin: { ...display.pins[0]!, id: 'pin-side-right', name: '19' },
      },
    },
    { kind: 'enterTable', args: { input: 'in-side-left', entered: null } },
    { kind: 'editChannel', args: { id: 'ch-side-left', patch: { combine: 'separate' } } },
    {
      kind: 'addRead',
      args: { channel: 'ch-side-left', read: make.newRead('el-side-right', 'in-side-right') },
    },
  )
  const channel = channelOf(apart, 'ch-side-left')

  it('each half is asked for its share, by what it can hold', () => {
    const [left, right] = wiredReads(channel).map((r) => needsOf(apart, channel, r)) as [
      typeof channel.needs,
      typeof channel.needs,
    ]
    expect([left.range, right.range]).toEqual([
      [0, 11],
      [0, 11],
    ])
    expect(left.best[0] + right.best[0]).toBeCloseTo(channel.needs.best[0], 9)
    expect(Math.hypot(left.accuracy, right.accuracy)).toBeCloseTo(channel.needs.accuracy, 9)
    expect(statusOf(apart, 'rd-side-right').assembled.spec!.range).toEqual(right.range)
  })
  it('add up whatever each holds: no bar is left, and the band is the root of both squared', () => {
    const sum = sumOfReaders(apart, channel, 12)!
    expect(sum.problem).toBeNull()
    expect(sum.parts.reduce((s, p) => s + p.truth, 0)).toBeCloseTo(12, 9)
    expect(Math.abs(sum.off)).toBeLessThan(0.3)
    expect(sum.half).toBeCloseTo(Math.hypot(...sum.parts.map((p) => p.half)), 9)
  })
  it('a half without a reader is said to be missing; one sensor is no sum', () => {
    expect(
      sumOfReaders(
        after(apart, { kind: 'removeRead', args: { id: 'rd-side-right' } }),
        channelOf(
          after(apart, { kind: 'removeRead', args: { id: 'rd-side-right' } }),
          'ch-side-left',
        ),
        12,
      )!.problem,
    ).toMatch(/no reader/)
    expect(sumOfReaders(apart, channelOf(apart, 'ch-fuel'), 12)).toBeNull()
  })
  it('readers are compared with those of the same half only', () => {
    expect(readerChains(apart, 'ch-side-left', 'el-side-right').map((r) => r.read.id)).toEqual([
      'rd-side-right',
    ])
    expect(readerChains(apart, 'ch-side-left').map((r) => r.read.id)).toEqual(['rd-side-left'])
  })
})

describe('the record of two', () => {
  it('goes through its file, and the second comes off with all that is its own, to be put back by undo', () => {
    expect(readBuild(writeBuild(sample)).build).toEqual(sample)
    const one = after(sample, { kind: 'removeSecondSensor', args: { channel: 'ch-side-left' } })
    expect(channelOf(one, 'ch-side-left')).toMatchObject({
      elements: ['el-side-left'],
      combine: 'one',
    })
    expect(one.elements.some((e) => e.id === 'el-side-right')).toBe(false)
    expect(
      one.measurements.some((m) => m.about.kind === 'point' && m.about.element === 'el-side-right'),
    ).toBe(false)
    const back = undo(one, { id: 'u', at: '2026-11-25T08:00:00Z', by: '' })
    expect(new Set(back.measurements.map((m) => m.id))).toEqual(
      new Set(sample.measurements.map((m) => m.id)),
    )
    expect(channelOf(back, 'ch-side-left')).toEqual(channelOf(sample, 'ch-side-left'))
    const third = maker(() => 'el-third').newElement('third', familyOf('level'))
    expect(() =>
      after(sample, {
        kind: 'addSecondSensor',
        args: { channel: 'ch-side-left', element: third, combine: 'series' },
      }),
    ).toThrow(coded('two-already'))
    expect(() =>
      after(one, { kind: 'removeSecondSensor', args: { channel: 'ch-side-left' } }),
    ).toThrow(coded('not-found'))
  })
  it('that does not agree with itself is refused', () => {
    const broken = (change: (b: Build) => void): string => {
      const b = structuredClone(sample)
      change(b)
      return JSON.stringify(b)
    }
    expect(() =>
      readBuild(
        broken((b) => {
          b.channels.find((c) => c.id === 'ch-side-left')!.combine = 'one'
        }),
      ),
    ).toThrow(/2 sensors/)
    expect(() =>
      readBuild(
        broken((b) => {
          b.channels.find((c) => c.id === 'ch-fuel')!.combine = 'series'
        }),
      ),
    ).toThrow(/1 sensor and/)
    expect(() =>
      readBuild(
        broken((b) => {
          b.channels.find((c) => c.id === 'ch-fuel')!.reads[0]!.source.id = 'el-side-left'
        }),
      ),
    ).toThrow(/another channel/)
  })
})
