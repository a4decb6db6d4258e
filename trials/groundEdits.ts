import type { Build, Edited } from '../core/build/index.ts'
import { groundFrom, TEMPLATES } from '../core/earths/index.ts'
import type { Draw } from './randomEdits.ts'

const OHMS = [0.0004, 0.002, 0.05, 1, 1e-6, 0, -1]
const AMPERES = [0, 0.5, 8, 40, 400, -3, 1e9]
const JOINTS = ['clean', 'crimped', 'soldered', 'unknown', 'dirty'] as const

/** Edits of a build's grounds, of those the screens make, and now and then one that must be refused. */
export function groundEdits(build: Build, draw: Draw, id: () => string): (() => Edited)[] {
  const gone = { id: 'gone' }
  const post = () => (draw.from(build.posts) ?? gone).id
  const strap = () => (draw.from(build.straps) ?? gone).id
  const load = () => (draw.from(build.loads) ?? gone).id
  const state = () => (draw.from(build.states) ?? gone).id
  const read = () => (draw.from(build.channels.flatMap((c) => c.reads)) ?? gone).id
  const stated = (value: number) => ({ value, basis: 'measured' as const, from: [] })
  return [
    () => ({ kind: 'startGround', args: groundFrom(draw.from(TEMPLATES), build, id) }),
    () => ({
      kind: 'editVehicle',
      args: { patch: { state: draw.uniform() < 0.3 ? null : state() } },
    }),
    () => ({
      kind: 'editStrap',
      args: {
        id: strap(),
        patch: draw.from([
          { ohm: stated(draw.from(OHMS)) },
          { ohm: null },
          { a: post() },
          { b: post() },
          { jointA: draw.from(JOINTS) },
          { wire: { lengthM: draw.from(AMPERES), areaMm2: 4 } },
        ]),
      },
    }),
    () => ({
      kind: 'addStrap',
      args: {
        strap: {
          ...{ id: id(), name: 'new', a: post(), b: post(), ohm: null, wire: null },
          ...{ jointA: 'clean', jointB: draw.from(JOINTS), shield: false },
        },
      },
    }),
    () => ({ kind: 'removeStrap', args: { id: strap() } }),
    () => ({ kind: 'removePost', args: { id: post() } }),
    () => ({ kind: 'editPost', args: { id: post(), patch: { along: draw.from([0, 0.5, 1, 2]) } } }),
    () => ({
      kind: 'editLoad',
      args: {
        id: load(),
        patch: draw.from([{ ampere: stated(draw.from(AMPERES)) }, { into: post() }]),
      },
    }),
    () => ({ kind: 'runLoad', args: { id: load(), state: state(), runs: draw.uniform() < 0.5 } }),
    () => ({ kind: 'removeLoad', args: { id: load() } }),
    () => ({ kind: 'removeState', args: { id: state() } }),
    () => ({
      kind: 'standOn',
      args: { id: id(), read: read(), post: draw.uniform() < 0.3 ? null : post(), bolted: false },
    }),
    () => ({
      kind: 'addMeasurement',
      args: {
        measurement: {
          ...{ id: id(), at: '2026-11-27T10:00:00Z', by: '', method: 'volt drop', note: '' },
          about: { kind: 'drop', plus: post(), minus: post(), state: state() },
          readings: [
            {
              ...{ role: 'drop', typed: 'as read', unit: 'V', instrument: null },
              value: draw.from([0, 0.02, 0.3, -0.1, 12, 1e9]),
            },
          ],
          struck: null,
        },
      },
    }),
  ]
}
