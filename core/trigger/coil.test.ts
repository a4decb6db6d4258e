import { describe, expect, it } from 'vitest'
import { saltmarshNine } from '../../demo/saltmarshNine.ts'
import {
  applyChange,
  readBuild,
  undo,
  writeBuild,
  type Build,
  type CoilReader,
  type Edited,
} from '../build/index.ts'
import { coilReader, USUAL_COIL_READER } from './coil.ts'
import { readBy } from './ofBuild.ts'

const sample = saltmarshNine()
const { id } = sample.triggers.find((t) => t.pickup === 'vr')!
const of = (build: Build) => build.triggers.find((t) => t.id === id)!
let count = 0
const stamp = () => ({ id: `c${count++}`, at: '2026-11-27T10:00:00Z', by: '' })
const after = (build: Build, edit: Edited): Build => applyChange(build, edit, stamp())
/** What a gap follows from, as builds had it when the thresholds lay with it. */
const GAP = {
  ...{ peakV: 1.2, rpm: 200, gapM: 0.001, diameterM: 0.15, crankRpm: 120, limiterRpm: 7500 },
  ...{ runoutM: 0.0002, clearM: 0.0003 },
}

describe('what reads a coil', () => {
  it('is kept at the pin that reads it, whichever page it is typed on', () => {
    const crank = of(sample)
    const other = sample.triggers.find((t) => t.input !== null && t.id !== id)!
    const typed = (patch: Partial<CoilReader>): Edited => ({
      kind: 'editCoilReader',
      args: { id, patch, now: coilReader(sample, crank) },
    })
    const next = after(sample, typed({ thresholdV: 0.5, limitV: 60 }))
    const { input } = readBy(next, of(next))
    expect(input).toMatchObject({ limitV: 60, thresholds: { highV: 0.5, lowV: 0.3 } })
    expect(coilReader(next, of(next))).toEqual({
      ...{ peakV: 1, thresholdV: 0.5, hysteresisV: 0.2, limitV: 60 },
    })
    expect(of(next).comparator).toEqual({ peakV: 1 })
    // the peak is the coil's own: the pin is not said to be what nobody typed
    const peak = after(sample, typed({ peakV: 1.4 }))
    expect(readBy(peak, of(peak)).input).toEqual(readBy(sample, crank).input)
    expect(coilReader(peak, of(peak))).toEqual({ ...USUAL_COIL_READER, peakV: 1.4 })
    expect(readBy(next, other).input).toEqual(readBy(sample, other).input)
    expect(readBuild(writeBuild(next)).build).toEqual(next)
    expect(of(undo(next, stamp()))).toEqual(crank)
  })
  it('is kept with a coil that no unit reads, and as builds had it before', () => {
    const lone = after(sample, { kind: 'readTrigger', args: { id, input: null } })
    const next = after(lone, {
      kind: 'editCoilReader',
      args: { id, patch: { limitV: 40 }, now: USUAL_COIL_READER },
    })
    expect(coilReader(next, of(next))).toEqual({ ...USUAL_COIL_READER, limitV: 40 })
    expect(readBuild(writeBuild(next)).build).toEqual(next)
    const before = { ...of(lone), gap: { ...GAP, thresholdV: 0.7, limitV: 33 }, comparator: null }
    expect(coilReader(lone, before)).toMatchObject({ thresholdV: 0.7, limitV: 33 })
  })
})
