import type { Build, Id } from '../build/types.ts'
import { amount, engineering, say, type Said } from '../quantity/said.ts'
import type { GroundPicture } from './costs.ts'

/** A rule of grounding that this vehicle breaks, and by how much. */
export type BrokenRule = { says: Said; grade: 'doubt' | 'wrong'; post: Id }

/** Current through a sensor ground that is no sensor's, A. */
const SENSOR_GROUND_A = 0.1
/** Drop of a joint between a head, a block or a body and the rest that says it is insulated, Ω. */
const INSULATED_OHM = 0.01

/**
 * Rules of grounding checked on a vehicle as it is drawn, in the state that is looked at, each with the number that
 * breaks it: no load current in the sensor ground; the sensor ground joined to the chassis nowhere else; a device's
 * ground shared with no load; the battery's negative post on engine and body both; no block or head insulated.
 */
export function brokenRules(build: Build, picture: GroundPicture): BrokenRule[] {
  return [
    ...loadsInSensorGround(build),
    ...sensorGroundElsewhere(build),
    ...sharedDeviceGround(build, picture),
    ...batteryLeads(build),
    ...insulated(build, picture),
  ]
}

const postsOf = (build: Build, ...kinds: string[]) =>
  build.posts.filter((p) => kinds.includes(p.kind))
const nameOf = (build: Build, id: Id): string => build.posts.find((p) => p.id === id)?.name ?? ''

const loadsInSensorGround = (build: Build): BrokenRule[] =>
  postsOf(build, 'sensors').flatMap((p) =>
    build.loads
      .filter((l) => l.into === p.id && l.ampere.value > SENSOR_GROUND_A)
      .map((l) => ({
        says: say(
          'load-in-sensor-ground',
        )`${l.name} returns ${amount(l.ampere.value, 'A')} into ${p.name}: every sensor on it moves. Return it to the battery.`,
        grade: 'wrong' as const,
        post: p.id,
      })),
  )

const sensorGroundElsewhere = (build: Build): BrokenRule[] =>
  postsOf(build, 'sensors').flatMap((p) => {
    const own = postsOf(build, 'device').find((d) => d.device === p.device)?.id
    const elsewhere = build.straps
      .filter((s) => s.a === p.id || s.b === p.id)
      .map((s) => (s.a === p.id ? s.b : s.a))
      .filter((to) => to !== own)
    return own && elsewhere.length > 0
      ? [
          {
            says: say(
              'sensor-ground-elsewhere',
            )`${p.name} is joined to ${nameOf(build, elsewhere[0]!)} as well as to its device: current between the two runs through it. Take that wire off.`,
            grade: 'wrong' as const,
            post: p.id,
          },
        ]
      : []
  })

const sharedDeviceGround = (build: Build, { volt }: GroundPicture): BrokenRule[] =>
  postsOf(build, 'device').flatMap((p) => {
    const device = build.devices.find((d) => d.id === p.device)
    const strangers = build.loads.filter((l) => l.into === p.id && l.name !== device?.name)
    return strangers.map((l) => ({
      says: say(
        'load-on-device-ground',
      )`${l.name} returns ${amount(l.ampere.value, 'A')} through the ground of ${device?.name ?? p.name}, which stands ${engineering(volt[p.id] ?? 0, 'V', 3)} above the battery now. Give it a return of its own.`,
      grade: 'wrong' as const,
      post: p.id,
    }))
  })

function batteryLeads(build: Build): BrokenRule[] {
  const [battery] = postsOf(build, 'battery')
  if (!battery) return []
  const beside = build.straps
    .filter((s) => s.a === battery.id || s.b === battery.id)
    .map((s) => (s.a === battery.id ? s.b : s.a))
  const reaches = (...kinds: string[]): boolean =>
    postsOf(build, ...kinds).some((p) => beside.includes(p.id))
  const missing = (['block', 'head'] as const).some((k) => reaches(k))
    ? reaches('body', 'stud')
      ? null
      : 'the body'
    : 'the engine'
  return missing === null || build.straps.length === 0
    ? []
    : [
        {
          says: say(
            'battery-lead-missing',
          )`No strap runs from ${battery.name} to ${missing}: its current goes a way round. Battery negative belongs on engine and body both.`,
          grade: 'doubt',
          post: battery.id,
        },
      ]
}

/** A block, head or body that hangs by one bad joint. */
function insulated(build: Build, { ampere, volt }: GroundPicture): BrokenRule[] {
  return postsOf(build, 'block', 'head', 'body').flatMap((p) => {
    const own = build.straps.filter((s) => s.a === p.id || s.b === p.id)
    const [only] = own
    if (own.length !== 1 || !only) return []
    const through = Math.abs(ampere[only.id] ?? 0)
    const across = Math.abs((volt[only.a] ?? 0) - (volt[only.b] ?? 0))
    if (through < 1e-6 || across / through < INSULATED_OHM) return []
    return [
      {
        says: say(
          'insulated',
        )`${p.name} hangs by ${only.name || 'one joint'} alone, of ${engineering(across / through, 'Ω', 2)}: a gasket, paint or a rubber mount insulates it. Give it a strap.`,
        grade: 'wrong' as const,
        post: p.id,
      },
    ]
  })
}
