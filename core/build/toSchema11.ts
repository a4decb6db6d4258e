import { isThing, lift, thingsOf, type Old, type SchemaLift } from './lift.ts'

/**
 * From schema 10, in which a pin was a text, and what stands electrically at the pin of a switch or a trigger lay with
 * that. Now pins are things of a device, and everybody reads through an input at one.
 */
export const TO_SCHEMA_11: SchemaLift = {
  first: withUnits,
  top: (b) => ('channels' in b ? { wires: [], ...b } : b),
  proofs: (p) => ('read' in p && 'measurements' in p ? { inForce: null, ...p } : p),
  devices: (d, build) => deviceOf(d, build, thingsOf(build.triggers)),
  elements: (e) => elementOf(e),
  channels: (c) => lift(c, { onOff: onOffOf }),
  triggers: (t) => triggerOf(t),
  edits: editsOf,
}

const assumed = (value: number): Old => ({ value, basis: 'assumed', from: [] })
const text = (value: unknown): string => (typeof value === 'string' ? value : '')
/** Ids are of 64 characters at the most. */
const idFor = (of: unknown, what: string): string =>
  `${text(of).slice(0, 63 - what.length)}-${what}`

const pin = (id: string, name: string, kind = 'signal'): Old => ({
  ...{ id, name, kind, can: [], wire: '' },
})

/** What of the numbers an input was designed from stands at the pin. */
const AT_PIN = ['thresholdLowV', 'thresholdHighV', 'limitV', 'fitted']
const withoutThose = (value: unknown, keys: readonly string[]): unknown =>
  isThing(value)
    ? Object.fromEntries(Object.entries(value).filter(([key]) => !keys.includes(key)))
    : (value ?? null)

/** What a pin is like, by the numbers its design was typed with. */
function frontEnd(typed: unknown): Old {
  if (!isThing(typed)) return { thresholds: null, fitted: null, filterF: 0 }
  const { thresholdLowV: lowV, thresholdHighV: highV, fitted = null, limitV } = typed
  return {
    thresholds: typeof lowV === 'number' && typeof highV === 'number' ? { lowV, highV } : null,
    ...{ fitted, filterF: 0 },
    ...(typeof limitV === 'number' && limitV > 0 ? { limitV } : {}),
  }
}

/** A trigger that no unit reads, but whose input was designed, gets a unit of its own. */
function withUnits(build: Old): Old {
  const lone = thingsOf(build.triggers).filter((t) => t.device === null && isThing(t.input))
  if (lone.length === 0) return build
  const supply = { railMa: null, stopsBelowV: null, mustLive: false, feed: 'unknown' }
  const units = lone.map((t): Old => ({
    ...{ id: idFor(t.id, 'unit'), name: `Unit of ${text(t.name)}`.slice(0, 200), kind: 'ecu' },
    ...{ note: '', supply, inputs: [] },
  }))
  return {
    ...build,
    devices: [...thingsOf(build.devices), ...units],
    triggers: thingsOf(build.triggers).map((t) =>
      lone.includes(t) ? { ...t, device: idFor(t.id, 'unit') } : t,
    ),
  }
}

/** What was typed of a pin beside its device: with the switch that reads there, or the sensor that gives it edges. */
function typedAt(input: Old, build: Old): { onOff: unknown; edges: Old | null } {
  for (const channel of thingsOf(build.channels))
    for (const read of thingsOf(channel.reads)) {
      if (read.input !== input.id) continue
      const source = isThing(read.source) ? read.source.id : null
      const element = thingsOf(build.elements).find((e) => e.id === source)
      const edges = isThing(element?.settings) ? element.settings.edges : null
      return {
        onOff: isThing(channel.onOff) ? channel.onOff.input : null,
        edges: isThing(edges) ? edges : null,
      }
    }
  return { onOff: null, edges: null }
}

function inputOf(input: Old, build: Old): Old {
  if (!('pulls' in input)) return input
  const { onOff, edges } = typedAt(input, build)
  const pulls =
    edges?.pull === 'down'
      ? thingsOf(input.pulls).map((p) => ({ ...p, railV: assumed(0), toReference: false }))
      : input.pulls
  return {
    ...input,
    ...{ pulls, pin: idFor(input.id, 'pin'), supplyPin: null, groundPin: null },
    ...frontEnd(onOff ?? edges),
  }
}

const pinsNoted = (trigger: Old): string[] =>
  text(trigger.pins)
    .split(/[,;/]/)
    .map((name) => name.trim())
    .filter((name) => name !== '')

/** What an input of what switches is taken to bear, V. */
const UNTYPED_LIMIT_V = 15.5

/** The input a trigger is read at from now on, and its pins. */
function inputOfTrigger(trigger: Old): { input: Old; pins: Old[] } {
  const [first = '', ...rest] = pinsNoted(trigger)
  const id = idFor(trigger.id, 'pin')
  const input: Old = {
    ...{ id: idFor(trigger.id, 'in'), pin: id, supplyPin: null, groundPin: null },
    ...{ signal: 'voltage', counter: null, bits: null, differential: false, table: null },
    sensorSupply: { volt: assumed(5), toReference: false, tolerance: 0.01 },
    ...{ referenceV: assumed(5), referenceTolerance: 0.01, pulls: [], limitV: UNTYPED_LIMIT_V },
    ...frontEnd(trigger.input),
  }
  const second = rest.length > 0 ? [pin(idFor(trigger.id, 'pin2'), rest.join(', '))] : []
  return { input, pins: [pin(id, first), ...second] }
}

function deviceOf(device: Old, build: Old, triggers: readonly Old[]): Old {
  if (!('inputs' in device) || !Array.isArray(device.inputs)) return device
  const own = triggers.filter((t) => t.device === device.id).map(inputOfTrigger)
  return {
    ...device,
    pins: withNamesApart(pinsOf(device, triggers)),
    inputs: [...thingsOf(device.inputs).map((i) => inputOf(i, build)), ...own.map((o) => o.input)],
  }
}

/** Pins of a device as they were noted: of its inputs, and of the triggers it reads. */
const pinsOf = (device: Old, triggers: readonly Old[]): Old[] => [
  ...thingsOf(device.inputs).map((i) => pin(idFor(i.id, 'pin'), text(i.pin))),
  ...triggers.filter((t) => t.device === device.id).flatMap((t) => inputOfTrigger(t).pins),
]

/** Pins of one device: where two were called the same, the second says so. */
function withNamesApart(pins: readonly Old[]): Old[] {
  const taken = new Set<string>()
  return pins.map((p) => {
    const name = text(p.name).trim()
    let own = name
    for (let n = 2; own !== '' && taken.has(own.toLowerCase()); n++) own = `${name} (${n})`
    taken.add(own.toLowerCase())
    return { ...p, name: own }
  })
}

const KINDS: readonly [RegExp, string][] = [
  [/ground|earth|\bminus\b|negative/i, 'ground'],
  [/supply|plus|positive|\b\d+(\.\d+)? ?V\b/i, 'supply'],
  [/shield|screen/i, 'shield'],
]
const kindOf = (name: string): string => KINDS.find(([is]) => is.test(name))?.[1] ?? 'signal'

const pinsOfElement = (element: unknown, pins: unknown): Old[] =>
  withNamesApart(
    thingsOf(pins).map((p, i) => ({
      ...pin(idFor(element, `pin${i + 1}`), text(p.name), kindOf(text(p.name))),
      wire: text(p.wire),
    })),
  )

const settingsOf = (settings: unknown): unknown =>
  isThing(settings)
    ? lift(settings, { edges: (e) => withoutThose(e, ['thresholdLowV', 'thresholdHighV', 'pull']) })
    : settings

const elementOf = (element: Old): Old =>
  lift(element, { pins: (pins) => pinsOfElement(element.id, pins), settings: settingsOf })

function onOffOf(onOff: unknown): unknown {
  if (!isThing(onOff) || !('input' in onOff)) return onOff
  const { input, ...rest } = onOff
  return { ...rest, switched: withoutThose(input, AT_PIN) }
}

function triggerOf(trigger: Old): Old {
  if (!('wheel' in trigger) || !('pins' in trigger)) return trigger
  const { device, pins: _, input, ...rest } = trigger
  const second = pinsNoted(trigger).length > 1
  return {
    ...rest,
    input: device === null ? null : idFor(trigger.id, 'in'),
    secondPin: device === null || !second ? null : idFor(trigger.id, 'pin2'),
    switched: withoutThose(input, AT_PIN),
  }
}

const named = new WeakMap<Old, Map<string, { noted: string; name: string }>>()

/** What a pin is called that the history noted by a name: where two of the record were called so, as it is there. */
function nameNow(build: Old, id: string, noted: string): string {
  let names = named.get(build)
  if (!names) {
    const triggers = thingsOf(build.triggers)
    names = new Map(
      thingsOf(build.devices).flatMap((d) => {
        const asNoted = pinsOf(d, triggers)
        return withNamesApart(asNoted).map((p, i): [string, { noted: string; name: string }] => [
          text(p.id),
          { noted: text(asNoted[i]!.name).trim(), name: text(p.name) },
        ])
      }),
    )
    named.set(build, names)
  }
  const now = names.get(id)
  return now && now.noted === noted.trim() ? now.name : noted
}

/** Both sides of an edit, made into something else. */
const sides = (edit: Old, make: (value: unknown) => unknown): Old => ({
  ...edit,
  ...('before' in edit && edit.before !== undefined ? { before: make(edit.before) } : {}),
  ...('after' in edit && edit.after !== undefined ? { after: make(edit.after) } : {}),
})
const whole =
  (make: (thing: Old) => Old) =>
  (value: unknown): unknown =>
    isThing(value) ? make(value) : value

/** What becomes of an edit that the history keeps: one may be two, where a pin is a thing of its own now. */
function editsOf(edit: Old, build: Old): Old[] {
  const path = Array.isArray(edit.path) ? (edit.path as string[]) : null
  switch (edit.in) {
    case 'devices':
      return deviceEdit(edit, path, build)
    case 'elements':
      return [
        path?.[0] === 'pins'
          ? sides(edit, (pins) => pinsOfElement(edit.id, pins))
          : path?.[0] === 'settings' && path[1] === 'edges'
            ? sides(edit, (e) => withoutThose(e, ['thresholdLowV', 'thresholdHighV', 'pull']))
            : path
              ? edit
              : sides(edit, whole(elementOf)),
      ].filter((e) => !atPinOfEdges(e))
    case 'channels':
      return channelEdit(edit, path, build)
    case 'triggers':
      return triggerEdit(edit, path, build)
    case 'proofs':
      return [
        path
          ? edit
          : sides(
              edit,
              whole((p) => ({ inForce: null, ...p })),
            ),
      ]
    default:
      return [edit]
  }
}

const atPinOfEdges = ({ path }: Old): boolean =>
  Array.isArray(path) &&
  path[1] === 'edges' &&
  ['thresholdLowV', 'thresholdHighV', 'pull'].includes(path[2] as string)

function deviceEdit(edit: Old, path: string[] | null, build: Old): Old[] {
  // what stood at a pin beside its device was typed after it: the history has those edits as well
  const asNow = (p: Old): Old => ({ ...p, name: nameNow(build, text(p.id), text(p.name)) })
  const bare = whole((d) => {
    const up = deviceOf(d, {}, [])
    return 'pins' in up ? { ...up, pins: thingsOf(up.pins).map(asNow) } : up
  })
  if (!path) return [sides(edit, bare)]
  const [where, input, field] = path
  if (where !== 'inputs') return [edit]
  const inputAlone = whole((i) => inputOf(i, {}))
  const pinOf = whole((i) => asNow(pin(idFor(i.id, 'pin'), text(i.pin))))
  // schema 4 kept the whole list, whatever changed in it
  if (input === undefined)
    return [
      sides(edit, (inputs) => thingsOf(inputs).map(inputAlone)),
      sides({ ...edit, path: ['pins'] }, (inputs) => thingsOf(inputs).map(pinOf)),
    ]
  const id = idFor(input, 'pin')
  const ofPin = { ...edit, path: ['pins', id] }
  if (field === 'pin') {
    const name = (noted: unknown): string => nameNow(build, id, text(noted))
    return [sides({ ...edit, path: ['pins', id, 'name'] }, name)]
  }
  if (field !== undefined) return [edit]
  return [sides(edit, inputAlone), sides(ofPin, pinOf)]
}

/** The pin somebody reads at, and the most it was said to see before its design said so. */
type AtPin = { device: unknown; input: string; limitV: unknown }

/** An edit of the numbers an input was designed from: those at the pin are of the device now. */
function designEdit(edit: Old, rest: readonly string[], at: AtPin | null, to: string[]): Old[] {
  const [key, ...deeper] = rest
  const place = (path: string[]): Old[] =>
    at ? [{ ...edit, in: 'devices', id: at.device, path: ['inputs', at.input, ...path] }] : []
  if (key === 'thresholdLowV') return place(['thresholds', 'lowV'])
  if (key === 'thresholdHighV') return place(['thresholds', 'highV'])
  if (key === 'limitV' || key === 'fitted') return place([key, ...deeper])
  if (key !== undefined) return [{ ...edit, path: [...to, ...rest] }]
  const own = ['thresholds', 'fitted', 'limitV'].flatMap((field) =>
    place([field]).map((e) =>
      sides(e, (value) => ({ limitV: at!.limitV, ...frontEnd(value) })[field]),
    ),
  )
  return [sides({ ...edit, path: to }, (value) => withoutThose(value, AT_PIN)), ...own]
}

function channelEdit(edit: Old, path: string[] | null, build: Old): Old[] {
  if (!path)
    return [
      sides(
        edit,
        whole((c) => lift(c, { onOff: onOffOf })),
      ),
    ]
  if (path[0] !== 'onOff') return [edit]
  if (path.length === 1) return [sides(edit, onOffOf)]
  if (path[1] !== 'input') return [edit]
  const channel = thingsOf(build.channels).find((c) => c.id === edit.id)
  const input = thingsOf(channel?.reads)[0]?.input
  const device = thingsOf(build.devices).find((d) => thingsOf(d.inputs).some((i) => i.id === input))
  const own = thingsOf(device?.inputs).find((i) => i.id === input)
  const at = device && own ? { device: device.id, input: text(input), limitV: own.limitV } : null
  return designEdit(edit, path.slice(2), at, ['onOff', 'switched'])
}

function triggerEdit(edit: Old, path: string[] | null, build: Old): Old[] {
  if (!path) return wholeTrigger(edit, build)
  const trigger = thingsOf(build.triggers).find((t) => t.id === edit.id)
  const device = trigger?.device ?? null
  const at =
    device === null ? null : { device, input: idFor(edit.id, 'in'), limitV: UNTYPED_LIMIT_V }
  if (path[0] === 'input') return designEdit(edit, path.slice(1), at, ['switched'])
  if (path[0] === 'pins')
    return at
      ? [
          sides(
            { ...edit, in: 'devices', id: device, path: ['pins', idFor(edit.id, 'pin'), 'name'] },
            (value) => nameNow(build, idFor(edit.id, 'pin'), pinsNoted({ pins: value })[0] ?? ''),
          ),
        ]
      : []
  // the unit it was read by before had no input of it
  return path[0] === 'device' ? [] : [edit]
}

/** A trigger that came or went takes its input and its pins along. */
function wholeTrigger(edit: Old, build: Old): Old[] {
  const side = isThing(edit.after) ? 'after' : 'before'
  const trigger = edit[side]
  if (!isThing(trigger) || typeof trigger.device !== 'string')
    return [sides(edit, whole(triggerOf))]
  const { input, pins } = inputOfTrigger(trigger)
  const inDevice = (path: string[], value: Old): Old => ({
    ...{ in: 'devices', id: trigger.device, path, [side]: value },
  })
  return [
    sides(edit, whole(triggerOf)),
    ...pins.map((p) =>
      inDevice(['pins', text(p.id)], { ...p, name: nameNow(build, text(p.id), text(p.name)) }),
    ),
    inDevice(['inputs', text(input.id)], input),
  ]
}
