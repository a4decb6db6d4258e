import { expect, it } from 'vitest'
import {
  applyChange,
  checkBuild,
  createBuild,
  withInput,
  writeBuild,
} from '../../core/build/index.ts'
import { families, familyOf } from '../../core/curve/index.ts'
import { assembleChain, readStatus } from '../../core/chain/index.ts'
import { draftFor, draftInput, EMPTY_DRAFT } from '../parts/InputFields.tsx'
import { newChannel, newDevice, newInput, newPull } from './make.ts'

const needs = {
  range: [-10, 125] as [number, number],
  best: [80, 110] as [number, number],
  accuracy: 2,
}
const stamp = { id: 'c', at: '2026-11-24T20:00:00Z', by: '' }

it.each([
  ['converter', 'V'],
  ['converter', 'counts'],
  ['converter', 'Ω'],
  ['needle', 'V'],
] as const)('a new channel on a %s by %s passes the schema, and is all assumed', (kind, axis) => {
  const made = newInput(draftInput({ ...EMPTY_DRAFT, kind, axis, pin: ' 14 ' }), {
    unit: '°C',
    range: needs.range,
  })
  const { channel, element } = newChannel({
    name: 'Coolant',
    family: familyOf('thermistor'),
    input: made.input.id,
    needs,
  })
  const build = applyChange(
    createBuild('b', 'B', stamp.at),
    {
      kind: 'addChannel',
      args: { channel, elements: [element], devices: [withInput(newDevice('Unit'), made)] },
    },
    stamp,
  )
  expect(checkBuild(JSON.parse(writeBuild(build))).build).toEqual(build)
  expect(made.pin.name).toBe('14')
  expect(made.input.pulls.every((p) => p.ohm.basis === 'assumed')).toBe(true)
  expect(made.input.table === null).toBe(kind === 'needle')
  const trusted = applyChange(
    build,
    {
      kind: 'editElement',
      args: {
        id: element.id,
        patch: {
          settings: { ...element.settings, assumedCurve: familyOf('thermistor').library[0]!.id },
        },
      },
    },
    { ...stamp, id: 'd' },
  )
  expect(assembleChain(trusted, channel.reads[0]!.id).spec!.basis).toMatchObject({
    element: 'assumed',
    pin: 'assumed',
    shown: 'assumed',
  })
})

it.each(families.map((f) => [f.id, f] as const))(
  'a new %s needs no more said to have a chain or to say what to do first',
  (_, family) => {
    const made = newInput(draftInput(draftFor(family.signal), family.signal), {
      unit: family.truthUnit,
      range: family.needs.range,
    })
    const { channel, element } = newChannel({
      name: 'New',
      family,
      settings: { assumedCurve: family.library.at(-1)?.id ?? null },
      input: made.input.id,
      needs: family.needs,
    })
    const build = applyChange(
      createBuild('b', 'B', stamp.at),
      {
        kind: 'addChannel',
        args: {
          channel,
          elements: [element],
          devices: [withInput(newDevice('Unit'), made)],
        },
      },
      stamp,
    )
    expect(checkBuild(JSON.parse(writeBuild(build))).build).toEqual(build)
    const status = readStatus(build, channel.reads[0]!)
    expect(status.state).toBe('assumed')
    expect(status.next).toMatchObject({ stage: 'element', title: { code: 'first-point' } })
    expect(status.assembled.spec!.basis.element).toBe('assumed')
  },
)

it('no pull-up asked for gives none, a fitted part is a 1 % one', () => {
  expect(
    newInput(draftInput({ ...EMPTY_DRAFT, pull: 'none' }), { unit: '°C', range: needs.range }).input
      .pulls,
  ).toEqual([])
  expect(newPull(2200, 'fitted', 5, true)).toMatchObject({
    tolerance: 0.01,
    on: true,
    toReference: true,
  })
})
