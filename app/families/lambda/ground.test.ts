import { describe, expect, it } from 'vitest'
import type { TakenPoint } from '../../../core/chain/index.ts'
import { groundSeen } from './ground.ts'

/** A controller of 0 V at λ 0.68 and 5 V at λ 1.36, on a ground that stands `groundV` above the device's. */
const voltAt = (lambda: number): number => ((lambda - 0.68) / 0.68) * 5
const point = (method: string, truth: number, signal: number, id: string): TakenPoint =>
  ({ method, truth, signal, signalUncertainty: 0.002, measurement: { id } }) as TakenPoint
const sheet = [point('manual', 0.68, 0, 'low'), point('manual', 1.36, 5, 'high')]
const outputs = (groundV: number, gain = 1): TakenPoint[] =>
  [0.8, 1, 1.2].map((l, i) => point('output', l, gain * voltAt(l) + groundV, `out-${i}`))

describe('the ground between controller and device', () => {
  it('is found whichever side stands higher, and by whatever order the points were taken in', () => {
    for (const groundV of [0.03, -0.045, 0]) {
      const { found, heard } = groundSeen([...outputs(groundV), ...sheet])
      expect(found!.volt).toBeCloseTo(groundV, 9)
      expect(found!.slopeAgrees).toBe(true)
      expect(heard).toEqual(['out-0', 'out-1', 'out-2'])
    }
  })
  it('is none while a line or an output is missing', () => {
    expect(groundSeen([]).found).toBeNull()
    expect(groundSeen(sheet).found).toBeNull()
    expect(groundSeen([sheet[0]!, ...outputs(0.03)]).found).toBeNull()
  })
  it('of one output alone is known as well as that was read', () => {
    const { found } = groundSeen([...sheet, outputs(0.02)[1]!])
    expect(found!.volt).toBeCloseTo(0.02, 9)
    expect(found!.sigmaV).toBeCloseTo(0.002, 9)
  })
  it('that grows with the output is a wrong scale, and said to be', () => {
    expect(groundSeen([...sheet, ...outputs(0, 1.06)]).found!.slopeAgrees).toBe(false)
  })
  it('is none of two lines that are one: they give no slope', () => {
    const twice = [sheet[0]!, { ...sheet[0]!, signal: 0.01 }]
    expect(groundSeen([...twice, ...outputs(0.02)]).found).toBeNull()
  })
})
