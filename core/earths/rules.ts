import type { Build, Id } from '../build/types.ts'
import { orElse } from '../error.ts'
import { carriesAmpere, chooseWire, ratedAmpere } from '../ground/index.ts'
import { amount, engineering, say, type Said } from '../quantity/said.ts'
import { wireOhm } from '../standards/wire.ts'
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
 * ground shared with no load; the battery's negative post on engine and body both; no block or head insulated;
 * shields at one end; every wire thick enough for what it carries; coils and injectors returned where no device
 * stands.
 */
export function brokenRules(build: Build, picture: GroundPicture): BrokenRule[] {
  return [
    ...loadsInSensorGround(build),
    ...sensorGroundElsewhere(build),
    ...sharedDeviceGround(build, picture),
    ...batteryLeads(build),
    ...insulated(build, picture),
    ...shieldsAtBothEnds(build, picture),
    ...thinWires(build, picture),
    ...pulsesWhereDevicesStand(build),
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
        )`${l.name} returns ${amount(l.ampere.value, 'A')} into ${p.name}: every sensor on it
          moves. Return it to the battery.`,
        grade: 'wrong' as const,
        post: p.id,
      })),
  )

const sensorGroundElsewhere = (build: Build): BrokenRule[] =>
  postsOf(build, 'sensors').flatMap((p) => {
    const own = postsOf(build, 'device').find((d) => d.device === p.device)?.id
    const elsewhere = build.straps
      .filter((s) => !s.shield && (s.a === p.id || s.b === p.id))
      .map((s) => (s.a === p.id ? s.b : s.a))
      .filter((to) => to !== own)
    return own && elsewhere.length > 0
      ? [
          {
            says: say(
              'sensor-ground-elsewhere',
            )`${p.name} is joined to ${nameOf(build, elsewhere[0]!)} as well as to its device:
              current between the two runs through it. Take that wire off.`,
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
      )`${l.name} returns ${amount(l.ampere.value, 'A')} through the ground of
        ${device?.name ?? p.name}, which stands ${engineering(volt[p.id] ?? 0, 'V', 3)} above
        the battery now. Give it a return of its own.`,
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
          )`No strap runs from ${battery.name} to ${missing}: its current goes a way round.
            Battery negative belongs on engine and body both.`,
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
        says: say('insulated')`${p.name} hangs by ${only.name || 'one joint'} alone, of
          ${engineering(across / through, 'Ω', 2)}: a gasket, paint or a rubber mount insulates
          it. Give it a strap.`,
        grade: 'wrong' as const,
        post: p.id,
      },
    ]
  })
}

const shieldsAtBothEnds = (build: Build, { ampere }: GroundPicture): BrokenRule[] =>
  build.straps
    .filter((s) => s.shield)
    .map((s) => ({
      says: say(
        'shield-both-ends',
      )`${s.name || 'A shield'} is grounded at ${nameOf(build, s.a)} and at
        ${nameOf(build, s.b)}: it carries ${engineering(Math.abs(ampere[s.id] ?? 0), 'A', 2)}
        of ground current now. Lift one end, the sensor ground of the unit keeps the other.`,
      grade: 'wrong' as const,
      post: s.a,
    }))

/** A wire may lose so much in its metal, V; the cables of a starter, for their second, twice that. */
const THIN_V = 0.25
const CABLE_A = 50
/** Where wires lie in a vehicle, °C. */
const AROUND_C = 40

/** Wires too thin for what runs in them: by what they may carry, or by what they lose. */
const thinWires = (build: Build, { ampere }: GroundPicture): BrokenRule[] =>
  build.straps.flatMap((s): BrokenRule[] => {
    const through = Math.abs(ampere[s.id] ?? 0)
    if (!s.wire || s.shield || through < 1) return []
    const carries = carriesAmpere(ratedAmpere(s.wire.areaMm2), AROUND_C)
    const lost = through * wireOhm(s.wire)
    const allowedDropV = through > CABLE_A ? 2 * THIN_V : THIN_V
    // a starter draws its current for a second only
    const glows = through > carries && through <= CABLE_A
    if (!glows && lost <= allowedDropV) return []
    // out and back again: half of its length is one way
    const size = orElse(
      () =>
        chooseWire({
          ampere: through,
          oneWayM: s.wire!.lengthM / 2,
          allowedDropV,
          ambientC: AROUND_C,
        }).label,
      'a shorter way',
    )
    const says = glows
      ? say(
          'wire-over-rating',
        )`${s.name} carries ${amount(through, 'A')} and may carry ${amount(carries, 'A')}: it overheats. Take ${size}.`
      : say(
          'thin-wire',
        )`${s.name} loses ${engineering(lost, 'V', 2)} at ${amount(through, 'A')}: too thin for
          its length. Take ${size}.`
    return [{ says, grade: glows ? 'wrong' : 'doubt', post: s.a }]
  })

/** Coils and injectors by what people call them: the record does not say what a load is. */
const PULSES = /coil|ignit|spark|inject/i
/** Where their pulses belong: metal they are bolted to, or the battery. */
const FOR_PULSES = new Set(['battery', 'block', 'head'])

const pulsesWhereDevicesStand = (build: Build): BrokenRule[] =>
  build.loads.flatMap((l): BrokenRule[] => {
    const into = build.posts.find((p) => p.id === l.into)
    if (!PULSES.test(l.name) || !into || FOR_PULSES.has(into.kind)) return []
    // a device's and a sensor ground have rules of their own
    if (into.kind === 'device' || into.kind === 'sensors') return []
    const beside = build.straps
      .filter((s) => s.a === into.id || s.b === into.id)
      .map((s) => (s.a === into.id ? s.b : s.a))
    const device = build.posts.find((p) => beside.includes(p.id) && p.kind === 'device')
    if (!device) return []
    return [
      {
        says: say(
          'pulse-return',
        )`${l.name} returns pulses of ${amount(l.peakA ?? l.ampere.value, 'A')} into
          ${into.name}, from which ${device.name} hangs. Return it to the head or the block.`,
        grade: 'doubt',
        post: into.id,
      },
    ]
  })
