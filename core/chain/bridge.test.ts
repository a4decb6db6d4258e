import { describe, expect, it } from 'vitest'
import { inputOf, measured, type Build, type Input } from '../build/index.ts'
import { solveCircuit } from '../circuit/index.ts'
import { idealValue, linearSpread, walkForward } from './index.ts'
import { after, chainOf, sample as build, sampleWithInput, withRead } from './sample.fixture.ts'

describe('a ratiometric bridge', () => {
  const pinAt = (b: Build, kPa: number): number =>
    walkForward(chainOf(b, 'rd-map'), kPa).stages.find((s) => s.id === 'pin')!.value
  it('is what the circuit gives by hand, its supply current in the ground wire included', () => {
    const chain = chainOf(
      withRead('rd-map', (r) => ({
        wire: {
          ...r.wire,
          groundOhm: measured(2),
          signalOhm: measured(1),
          groundOffsetV: measured(0.01),
        },
      })),
      'rd-map',
    )
    const signal = idealValue(chain, 'element', 150)
    const supplyV = 5 - 0.005 * 2 - (0.01 + 0.005 * 2)
    const { voltage } = solveCircuit({
      reference: 'g',
      elements: [
        { id: 'emf', kind: 'voltage', plus: 'e', minus: 'low', volt: (signal / 5) * supplyV },
        { id: 'source', kind: 'resistor', a: 'e', b: 'high', ohm: 100 },
        { id: 'signal', kind: 'resistor', a: 'high', b: 'pin', ohm: 1 },
        { id: 'leak', kind: 'resistor', a: 'pin', b: 'g', ohm: 1e7 },
        { id: 'offset', kind: 'voltage', plus: 'low', minus: 'g', volt: 0.01 + 0.005 * 2 },
      ],
    })
    expect(walkForward(chain, 150).stages.find((s) => s.id === 'pin')!.value).toBeCloseTo(
      voltage.pin!,
      5,
    )
  })
  it('a ground offset arrives times 1 − V/Vs', () => {
    const at = (volt: number): number =>
      pinAt(
        withRead('rd-map', (r) => ({ wire: { ...r.wire, groundOffsetV: measured(volt) } })),
        150,
      )
    const v = at(0)
    expect((at(0.05) - v) / 0.05).toBeCloseTo(1 - v / 5, 3)
  })
  it('follows its supply: where that is the reference it cancels, where it is not it does not', () => {
    const shown = (patch: Partial<Input>): number =>
      walkForward(chainOf(sampleWithInput('rd-pedal-a', patch), 'rd-pedal-a'), 30).shown
    const right = shown({})
    expect(shown({ referenceV: measured(4.9) })).toBeCloseTo(right, 3)
    const own = {
      ...inputOf(build, 'in-pedal-a').input.sensorSupply,
      volt: measured(4.9),
      toReference: false,
    }
    expect(
      linearSpread(
        chainOf(sampleWithInput('rd-pedal-a', { sensorSupply: own }), 'rd-pedal-a'),
        90,
      ).shares.find((s) => s.share === 'input')!.sigma,
    ).toBeGreaterThan(0.3)
    expect(
      linearSpread(chainOf(build, 'rd-pedal-a'), 90).shares.find((s) => s.share === 'input'),
    ).toBeUndefined()
  })
  it('a differential input takes the sensor’s ground for its own', () => {
    const off = withRead('rd-lambda', (r) => ({
      wire: { ...r.wire, groundOffsetV: measured(0.1) },
    }))
    const bias = (b: Build): number =>
      walkForward(chainOf(b, 'rd-lambda'), 1).biases.find((x) => x.share === 'ground')!.bias
    expect(bias(off)).toBeGreaterThan(0.01)
    expect(
      Math.abs(
        bias(
          after(off, {
            kind: 'editInput',
            args: { input: 'in-lambda', patch: { differential: true } },
          }),
        ),
      ),
    ).toBeLessThan(1e-9)
  })
})
