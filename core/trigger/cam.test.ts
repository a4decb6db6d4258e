import { describe, expect, it } from 'vitest'
import { normalStream, uniformStream } from '../math/index.ts'
import { camPhase, inGap } from './cam.ts'
import { readCapture } from './decode.ts'
import { crankedFromRest, turn } from './engine.fixture.ts'
import { parseWheel } from './wheel.ts'

const wheel = parseWheel('36-2')
const SAMPLE_HZ = 50_000

/** The signal of a cam that falls at angles of the cycle after edge 0, by the speed the crank was made with. */
function camBeside(
  made: ReturnType<typeof turn>,
  edges: readonly { at: number; cycle: 360 | 720 }[],
  scatterDeg = 0,
): Float32Array {
  const normal = normalStream(uniformStream(3))
  const cam = new Float32Array(made.samples.length).fill(5)
  const start = made.startsS[0]! * SAMPLE_HZ
  let angle = 0
  const due = edges.map((e) => ({ ...e, next: e.at }))
  let off = due.map(() => scatterDeg * normal())
  for (let i = Math.ceil(start); i < cam.length; i++) {
    angle += (6 * made.speed[i]!) / SAMPLE_HZ
    due.forEach((e, k) => {
      const width = 12
      if (angle >= e.next + off[k]! && angle < e.next + off[k]! + width) cam[i] = 0.2
      if (angle >= e.next + width + 20) {
        e.next += e.cycle
        off = off.map((o, j) => (j === k ? scatterDeg * normal() : o))
      }
    })
  }
  return cam
}

const made = turn({
  ...{ wheel: '36-2', sampleHz: SAMPLE_HZ, durationS: 4, rpm: crankedFromRest(420), noise: 0.05 },
  ...{ swing: 0.2, seed: 6 },
})
const crank = readCapture(made.samples, { sampleHz: SAMPLE_HZ, wheel, pickup: 'vr' })

describe('a cam against its crank', () => {
  it.each([12, 118.3, 205, 347])('one edge in a cycle, %d° after edge 0', (at) => {
    const { edges, tellsTurns } = camPhase(crank, camBeside(made, [{ at, cycle: 720 }]), wheel)
    expect(edges).toHaveLength(1)
    // in the gap the speed between its two teeth is all there is
    expect(Math.abs(edges[0]!.afterDeg - at)).toBeLessThan(inGap(at, wheel) ? 1 : 0.5)
    expect(edges[0]!.everyTurns).toBe(2)
    expect(edges[0]!.spreadDeg).toBeLessThan(0.5)
    expect(tellsTurns).toBe(true)
  })
  it('one that comes in every turn tells no turn from the other', () => {
    const { edges, tellsTurns } = camPhase(crank, camBeside(made, [{ at: 90, cycle: 360 }]), wheel)
    expect(edges).toHaveLength(1)
    expect(edges[0]!.everyTurns).toBe(1)
    expect(Math.abs(edges[0]!.afterDeg - 90)).toBeLessThan(0.5)
    expect(tellsTurns).toBe(false)
  })
  it('two, in different turns', () => {
    const cam = camBeside(made, [
      { at: 60, cycle: 720 },
      { at: 360 + 150, cycle: 720 },
    ])
    const { edges } = camPhase(crank, cam, wheel)
    expect(edges.map((e) => Math.round(e.afterDeg))).toEqual([60, 150])
    expect(edges.map((e) => e.everyTurns)).toEqual([2, 2])
  })
  it('one that scatters, as a worn belt does, says by how much', () => {
    const cam = camBeside(made, [{ at: 118, cycle: 720 }], 1)
    const { edges } = camPhase(crank, cam, wheel)
    expect(edges).toHaveLength(1)
    expect(edges[0]!.spreadDeg).toBeGreaterThan(0.5)
    expect(edges[0]!.spreadDeg).toBeLessThan(1.7)
  })
  it('one whose scatter lies across edge 0 is one', () => {
    const cam = camBeside(made, [{ at: 720, cycle: 720 }], 1)
    const { edges } = camPhase(crank, cam, wheel)
    expect(edges).toHaveLength(1)
    const { afterDeg } = edges[0]!
    expect(Math.min(afterDeg, 360 - afterDeg)).toBeLessThan(1)
  })
  it('says nothing of what does not switch', () => {
    expect(camPhase(crank, new Float32Array(made.samples.length), wheel).edges).toEqual([])
  })
  it('lies beside the gap or not', () => {
    expect(inGap(345, wheel)).toBe(true)
    expect(inGap(118, wheel)).toBe(false)
    expect(inGap(118, parseWheel('4-0'))).toBe(false)
  })
})
