import { expect, it } from 'vitest'
import { applyChange, checkBuild, createBuild, writeBuild } from '../../core/build/index.ts'
import { familyOf } from '../../core/curve/registry.ts'
import { assembleChain } from '../../core/chain/index.ts'
import { draftInput, EMPTY_DRAFT } from '../parts/InputFields.tsx'
import { newChannel, newDevice, newInput, newPull } from './make.ts'

const needs = { range: [-10, 125] as [number, number], best: [80, 110] as [number, number], accuracy: 2 }
const stamp = { id: 'c', at: '2026-11-24T20:00:00Z', by: '' }

it.each([['converter', 'V'], ['converter', 'counts'], ['converter', 'Ω'], ['needle', 'V']] as const)('a new channel on a %s by %s passes the schema, and is all assumed', (kind, axis) => {
  const input = newInput(draftInput({ ...EMPTY_DRAFT, kind, axis, pin: ' 14 ' }))
  const { channel, element } = newChannel({ name: 'Coolant', family: 'thermistor', medium: 'liquid', input: input.id, needs })
  const build = applyChange(createBuild('b', 'B', stamp.at), { kind: 'addChannel', args: { channel, elements: [element], devices: [{ ...newDevice('Unit'), inputs: [input] }] } }, stamp)
  expect(checkBuild(JSON.parse(writeBuild(build))).build).toEqual(build)
  expect(input.pin).toBe('14')
  expect(input.pulls.every((p) => p.ohm.basis === 'assumed')).toBe(true)
  expect(input.table === null).toBe(kind === 'needle')
  const trusted = applyChange(build, { kind: 'editElement', args: { id: element.id, patch: { settings: { ...element.settings, assumedCurve: familyOf('thermistor').library[0]!.id } } } }, { ...stamp, id: 'd' })
  expect(assembleChain(trusted, channel.reads[0]!.id).spec!.basis).toMatchObject({ element: 'assumed', pin: 'assumed', shown: 'assumed' })
})

it('air and liquid shed heat differently', () => {
  const settings = (medium: 'air' | 'liquid') => newChannel({ name: 'x', family: 'thermistor', medium, input: 'i', needs }).element.settings
  expect(settings('liquid').dissipationMwPerK!).toBeGreaterThan(settings('air').dissipationMwPerK!)
})

it('no pull-up asked for gives none, a fitted part is a 1 % one', () => {
  expect(newInput(draftInput({ ...EMPTY_DRAFT, pull: 'none' })).pulls).toEqual([])
  expect(newPull(2200, 'fitted', 5, true)).toMatchObject({ tolerance: 0.01, on: true, toReference: true })
})
