import type { Build, Device, Id, Load, Post, Stand, Strap, VehicleState } from '../build/types.ts'
import { assumed } from '../build/types.ts'
import { elementOf, inputOf, wiredReads } from '../build/find.ts'
import { findFamily } from '../curve/registry.ts'

type Joint = Strap['jointA']
type StateKey = 'keyOn' | 'cranking' | 'idle' | 'all'

/** The grounds of a kind of vehicle, as one finds them: every length and current is a guess to be replaced. */
export type GroundTemplate = {
  id: string
  name: string
  says: string
  posts: readonly (readonly [key: string, name: string, kind: Post['kind'], along: number])[]
  /** metres and mm²; a bolted joint has neither */
  straps: readonly (readonly [
    a: string,
    b: string,
    name: string,
    wire: readonly [lengthM: number, areaMm2: number] | null,
    joint: Joint,
  ])[]
  /** where the engine unit and what shows are grounded, and where the sensors of gauges are screwed in */
  unitAt: string
  shownAt: string
  screwedIn: string
  tank: string
  /** where what draws the most returns */
  fanAt: string
  lampsAt: string
  pumpAt: string
}

const CAR = {
  posts: [
    ['battery', 'Battery negative', 'battery', 0.2],
    ['nose', 'Nose stud', 'stud', 0.05],
    ['body', 'Body', 'body', 0.45],
    ['block', 'Engine block', 'block', 0.3],
    ['head', 'Head', 'head', 0.33],
    ['bulkhead', 'Bulkhead stud', 'stud', 0.5],
    ['tank', 'Tank', 'tank', 0.9],
  ],
  straps: [
    ['block', 'battery', 'engine strap', [0.5, 25], 'unknown'],
    ['body', 'battery', 'body strap', [0.4, 16], 'unknown'],
    ['head', 'block', 'head bolts', null, 'clean'],
    ['nose', 'body', 'nose stud', null, 'clean'],
    ['bulkhead', 'body', 'bulkhead stud', null, 'clean'],
    ['tank', 'body', 'tank wire', [1, 1.5], 'unknown'],
  ],
  ...{ unitAt: 'block', shownAt: 'bulkhead', screwedIn: 'block', tank: 'tank' },
  ...{ fanAt: 'nose', lampsAt: 'nose', pumpAt: 'tank' },
} as const

export const TEMPLATES: readonly GroundTemplate[] = [
  {
    ...CAR,
    id: 'front-battery',
    name: 'Car, battery in front',
    says: 'Battery beside the engine, straps to engine and body.',
  },
  {
    ...CAR,
    id: 'rear-battery',
    name: 'Car, battery in the rear',
    says: 'A long cable forward, the body as return.',
    posts: CAR.posts.map((p) => (p[0] === 'battery' ? ([p[0], p[1], p[2], 0.92] as const) : p)),
    straps: [
      ['body', 'battery', 'body strap', [0.4, 25], 'unknown'],
      ['block', 'body', 'engine strap', [0.4, 16], 'unknown'],
      ...CAR.straps.slice(2),
    ],
  },
  {
    ...CAR,
    id: 'insulated-body',
    name: 'Car with a body that does not conduct',
    says: 'Every return is a wire: fibre, wood or a bonded shell.',
    posts: CAR.posts.map((p) =>
      p[0] === 'body' ? (['body', 'Ground bar', 'stud', 0.45] as const) : p,
    ),
    straps: [
      ['block', 'battery', 'engine strap', [0.5, 25], 'unknown'],
      ['body', 'battery', 'ground cable', [1.5, 16], 'crimped'],
      ['head', 'block', 'head bolts', null, 'clean'],
      ['nose', 'body', 'nose return', [1.5, 6], 'crimped'],
      ['bulkhead', 'body', 'bulkhead return', [0.6, 6], 'crimped'],
      ['tank', 'body', 'tank return', [2, 2.5], 'crimped'],
    ],
  },
  {
    ...CAR,
    id: 'motorcycle',
    name: 'Motorcycle',
    says: 'A short frame, the engine bolted into it.',
    posts: [
      ['battery', 'Battery negative', 'battery', 0.6],
      ['nose', 'Fork head', 'stud', 0.1],
      ['body', 'Frame', 'body', 0.5],
      ['block', 'Engine block', 'block', 0.45],
      ['head', 'Head', 'head', 0.4],
      ['bulkhead', 'Dash bracket', 'stud', 0.2],
      ['tank', 'Tank', 'tank', 0.55],
    ],
    straps: [
      ['block', 'battery', 'engine strap', [0.4, 16], 'unknown'],
      ['body', 'block', 'engine mounts', null, 'unknown'],
      ['head', 'block', 'head bolts', null, 'clean'],
      ['nose', 'body', 'fork head', null, 'unknown'],
      ['bulkhead', 'nose', 'dash bracket', null, 'unknown'],
      ['tank', 'body', 'tank wire', [0.5, 1], 'unknown'],
    ],
  },
]

const STATES: readonly [StateKey, string][] = [
  ['keyOn', 'Key on'],
  ['cranking', 'Cranking'],
  ['idle', 'Idle'],
  ['all', 'Everything on'],
]

type GroundArgs = {
  posts: Post[]
  straps: Strap[]
  loads: Load[]
  states: VehicleState[]
  stands: Stand[]
  state: Id | null
}

/** Amperes of usual loads, what they draw for a moment, and when they run. */
const usualLoads = (
  t: GroundTemplate,
): readonly (readonly [string, string, number, number | null, readonly StateKey[]])[] => [
  ['Fan', t.fanAt, 18, 40, ['all']],
  ['Fuel pump', t.pumpAt, 8, 14, ['cranking', 'idle', 'all']],
  ['Coils', 'head', 5, 9, ['cranking', 'idle', 'all']],
  ['Injectors', 'block', 2, 4, ['cranking', 'idle', 'all']],
  ['Headlamps', t.lampsAt, 10, null, ['all']],
  ['Starter', 'block', 180, 400, ['cranking']],
]

const DEVICE_AMPERE: Record<Device['kind'], number> = {
  ecu: 1.5,
  display: 0.8,
  gauge: 0.15,
  other: 2,
}

/** The grounds of a template for the devices and readers of a build: all assumed. `newId` gives each thing its id. */
export function groundFrom(t: GroundTemplate, build: Build, newId: () => Id): GroundArgs {
  const ids = new Map<string, Id>(
    [...t.posts.map((p) => p[0]), ...STATES.map((s) => s[0])].map((k) => [k, newId()]),
  )
  const at = (key: string): Id => ids.get(key)!
  const args: GroundArgs = {
    posts: t.posts.map(([key, name, kind, along]) => ({
      id: at(key),
      name,
      kind,
      device: null,
      along,
    })),
    straps: t.straps.map(([a, b, name, wire, joint]) => ({
      ...{
        id: newId(),
        name,
        a: at(a),
        b: at(b),
        jointA: joint,
        jointB: joint,
        ohm: null,
        shield: false,
      },
      wire: wire ? { lengthM: wire[0], areaMm2: wire[1] } : null,
    })),
    loads: usualLoads(t).map(([name, into, ampere, peakA, runs]) => ({
      ...{ id: newId(), name, into: at(into), ampere: assumed(ampere), peakA, runs: runs.map(at) },
    })),
    states: STATES.map(([key, name]) => ({ id: at(key), name })),
    stands: [],
    state: at('all'),
  }
  for (const device of build.devices) addDevice(args, device, t, at, newId)
  args.stands = standsOf(build, t, at, newId)
  return args
}

/** A device's own ground, its sensor ground where it is an engine unit, and what it draws. */
function addDevice(
  args: GroundArgs,
  device: Device,
  t: GroundTemplate,
  at: (key: string) => Id,
  newId: () => Id,
): void {
  const unit = device.kind === 'ecu'
  const key = unit ? t.unitAt : t.shownAt
  const along = t.posts.find((p) => p[0] === key)?.[3] ?? 0.5
  const ground: Post = {
    ...{ id: newId(), name: `${device.name}, ground`, kind: 'device', device: device.id },
    along: Math.min(1, along + (unit ? 0.08 : 0.12)),
  }
  const wire = (name: string, a: Id, b: Id, lengthM: number, areaMm2: number): Strap => ({
    ...{ id: newId(), name, a, b, wire: { lengthM, areaMm2 } },
    ...{ jointA: 'crimped', jointB: 'crimped', ohm: null, shield: false },
  })
  args.posts.push(ground)
  args.straps.push(wire(`ground of ${device.name}`, ground.id, at(key), 1, unit ? 2.5 : 1))
  args.loads.push({
    ...{ id: newId(), name: device.name, into: ground.id, peakA: null },
    ampere: assumed(DEVICE_AMPERE[device.kind]),
    runs: ['keyOn', 'cranking', 'idle', 'all'].map(at),
  })
  if (!unit) return
  const sensors: Post = {
    ...{ id: newId(), name: `${device.name}, sensor ground`, kind: 'sensors', device: device.id },
    along: Math.min(1, along + 0.16),
  }
  args.posts.push(sensors)
  args.straps.push(wire(`sensor ground of ${device.name}`, sensors.id, ground.id, 0.3, 0.75))
}

/** Senders of gauges are grounded where they are screwed in, and those of the tank at the tank. */
function standsOf(
  build: Build,
  t: GroundTemplate,
  at: (key: string) => Id,
  newId: () => Id,
): Stand[] {
  return build.channels.flatMap((channel) =>
    wiredReads(channel).flatMap((read): Stand[] => {
      const { device } = inputOf(build, read.input)
      const unit = findFamily(elementOf(build, read.source.id).family)?.truthUnit
      if (unit === 'l') return [{ id: newId(), read: read.id, post: at(t.tank), bolted: false }]
      if (device.kind !== 'gauge') return []
      return [{ id: newId(), read: read.id, post: at(t.screwedIn), bolted: true }]
    }),
  )
}
