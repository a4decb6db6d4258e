import { number, say } from '../quantity/said.ts'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { maker } from '../build/make.ts'
import {
  applyChange,
  type Build,
  createBuild,
  readBuild,
  withInput,
  writeBuild,
} from '../build/index.ts'
import { errorBudget, readStatus, walkBackward, walkForward } from '../chain/index.ts'
import { chainOf } from '../chain/edited.ts'
import { logbook } from '../logbook/index.ts'
import { expectedReadings } from '../prove/index.ts'
import { quantityOf } from '../../app/parts/units.ts'
import { stageTicks } from '../../app/places/channel/scales/ticks.ts'
import { lineFamily } from './lineFamily.ts'
import { position } from './potentiometer/index.ts'
import { families, familyOf, findFamily, registerFamily } from './registry.ts'
import { DEFAULTS } from '../../app/store/settings.ts'

/** A made-up kind of sensor: height over the road, straight volts. */
const rideHeight = lineFamily({
  id: 'ride-height',
  name: 'Ride height, optical',
  quantity: 'height',
  truthUnit: 'm',
  signalUnit: 'V',
  signal: 'voltage',
  drive: () => ({ kind: 'voltage', sourceOhm: 50, nominalV: null, supplyMa: 0 }),
  needs: { range: [0.05, 0.25], best: [0.08, 0.15], accuracy: 0.004 },
  plausible: [0, 2],
  settings: [
    {
      id: 'tiltDeg',
      label: 'Tilt of its beam',
      kind: 'number',
      unit: '°',
      otherwise: 0,
      why: 'A tilted beam is longer than the height.',
    },
  ],
  keyOn: { label: 'Height over a flat floor', how: 'Lay a rule beside it.', sigma: 0.0005 },
  firstSteps: ['begin at rest.', 'jack it up for the second.'],
  methods: position.methods,
  library: [],
  spanSignal: 4,
  describe: (curve) => [{ name: 'V per m', value: say('coefficient')`${number(curve.slope, 3)}` }],
  checks: () => [],
  cautions: [],
})

const READ = 'read'
const TRUTHS = [0.05, 0.1, 0.15, 0.2, 0.25]
const really = (height: number): number => 0.5 + 16 * height

/** A build with one such sensor on a 12-bit input, measured at five heights. */
function measuredBuild(): Build {
  let n = 0
  const make = maker(() => `id-${++n}`)
  const family = familyOf('ride-height')
  const made = make.newInput(
    {
      pin: '7',
      signal: 'voltage',
      bits: 12,
      referenceV: 5,
      pullOhm: null,
      pullKind: 'fitted',
      railV: 5,
      cells: 16,
      axis: 'V',
      highestHz: 0,
      gateS: 0.1,
    },
    { unit: 'm', range: family.needs.range },
  )
  const { channel, element } = make.newChannel({
    name: 'Ride height, front',
    family,
    input: made.input.id,
    needs: family.needs,
  })
  return {
    ...createBuild('made-up', 'Made up', '2026-11-01T10:00:00Z'),
    devices: [withInput(make.newDevice('Display'), made)],
    elements: [element],
    channels: [{ ...channel, reads: [{ ...channel.reads[0]!, id: READ }] }],
    measurements: TRUTHS.map((truth, i) => ({
      id: `m-${i}`,
      at: '2026-11-01T10:00:00Z',
      by: '',
      about: { kind: 'point', element: element.id },
      method: 'typed',
      note: '',
      struck: null,
      readings: [
        { role: 'truth', typed: String(truth), unit: 'm', value: truth, instrument: null },
        {
          role: 'signal',
          typed: really(truth).toFixed(3),
          unit: 'V',
          value: Number(really(truth).toFixed(3)),
          instrument: null,
        },
      ],
    })),
  }
}

describe('a made-up family put into the registry', () => {
  let takeOut = (): void => undefined
  let build: Build
  beforeAll(() => {
    takeOut = registerFamily(rideHeight)
    build = measuredBuild()
  })
  afterAll(() => {
    takeOut()
    expect(findFamily('ride-height')).toBeUndefined()
    expect(families).not.toContain(rideHeight)
  })

  it('is one of those to choose from, and no id is given twice', () => {
    expect(families.at(-1)).toBe(rideHeight)
    expect(() => registerFamily(rideHeight)).toThrowError(
      expect.objectContaining({ code: 'registered-twice' }) as Error,
    )
  })
  it('has its row on the line-up: measured, within what is needed', () => {
    const status = readStatus(build, build.channels[0]!.reads[0]!)
    expect(status.state).toBe('measured')
    expect(status.ratio).toBeGreaterThan(0)
    expect(status.next.title.code).not.toBe('newer-version')
  })
  it('has its chain, forward and back, and ticks on every scale', () => {
    const chain = chainOf(build, READ)
    const { shown, stages } = walkForward(chain, 0.12)
    expect(shown).toBeCloseTo(0.12, 3)
    expect(stages.find((s) => s.id === 'element')!.value).toBeCloseTo(really(0.12), 2)
    expect(walkBackward(chain, 'pin', really(0.12))[0]).toBeCloseTo(0.12, 2)
    const q = quantityOf('m', DEFAULTS)
    for (const stage of chain.spec.stages)
      expect(
        stageTicks(chain, stage, { low: 0.05, high: 0.25 }, (h) => 500 - 2000 * h, q).length,
      ).toBeGreaterThan(3)
  })
  it('has its budget, and its readings to expect at key-on and on the card', () => {
    const chain = chainOf(build, READ)
    const { lines, worst } = errorBudget(chain, 0.1)
    expect(lines.map((l) => l.share)).toContain('element')
    expect(worst).toBeGreaterThan(0)
    const expected = expectedReadings(chain, 0.1, 0.0005)
    expect(expected.find((e) => e.stage === 'pin')!.value).toBeCloseTo(really(0.1), 2)
  })
  it('goes to a file and comes back, its own setting with it, which the log calls by its name', () => {
    const tilted = applyChange(
      build,
      {
        kind: 'editElement',
        args: { id: build.elements[0]!.id, patch: { settings: { tiltDeg: 4 } } },
      },
      { id: 'tilt', at: '2026-11-02T10:00:00Z', by: '' },
    )
    const again = readBuild(writeBuild(tilted))
    const known = 'build' in again ? again.build : again
    expect(known.elements[0]!.settings.tiltDeg).toBe(4)
    expect(logbook(tilted)[0]!.said).toMatchObject({
      kind: 'changed',
      fields: [{ name: 'tilt of its beam', unit: '°', before: 0, after: 4 }],
    })
  })
})
