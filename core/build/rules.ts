import { settingsError } from '../curve/settings.ts'
import { TAKES } from '../curve/takes.ts'
import { orElse } from '../error.ts'
import { isWired, wiredReads } from './find.ts'
import { parseWheel } from '../trigger/wheel.ts'
import type { Collection } from './limits.ts'
import { sayError } from './sayError.ts'
import type { Build, Channel, Device, Id, Measurement, Pin, Read } from './types.ts'

/** What can be referred to: things of the lists, and the parts that lie in them. */
export type Kind = Collection | 'inputs' | 'reads' | 'pins'

/** A thing names another; `says` what is wrong where that is not there. */
export type Reference = { to: Kind | readonly Kind[]; id: Id; says: () => string }

/** What holds of the things of one list beside their schema. */
export type Rules<T> = {
  /** parts of a thing with ids of their own, and what each is of */
  claims?: (thing: T) => { kind: Kind | null; id: Id; what: string }[]
  refers?: (thing: T) => Reference[]
  /** a thing without what is not there; left out where this is, or where nothing is left of it */
  without?: (thing: T, isThere: (to: Kind, id: Id) => boolean) => T | null
  /** what a thing takes that no other may have as well, and what to say where two do */
  takes?: (thing: T) => { what: string; by: string; says: (by: string, other: string) => string }[]
  /** what else is wrong with it; null where nothing is */
  wrong?: (thing: T) => string | null
}

/** In the order in which things refer to others: each only to what stands before it. */
export const RULES: { [C in Collection]: Rules<Build[C][number]> } = {
  instruments: {},
  devices: {
    claims: ({ name, pins, inputs }) => [
      ...claimsOfPins(name, pins),
      ...inputs.flatMap((i) => [
        { kind: 'inputs' as const, id: i.id, what: `an input of "${name}"` },
        ...i.pulls.map((p) => ({ kind: null, id: p.id, what: `a pull-up of "${name}"` })),
      ]),
    ],
    wrong: (device) => wrongPins(device) ?? wrongInputs(device) ?? wrongTable(device),
  },
  elements: {
    claims: ({ name, pins }) => claimsOfPins(name, pins),
    wrong: ({ name, pins, family, settings }) => {
      const error = settingsError(family, settings)
      return error
        ? `the settings of "${name}": ${sayError(error, settings)}`
        : wrongPins({ name, pins })
    },
  },
  posts: {
    refers: ({ name, device }) =>
      device === null
        ? []
        : [
            {
              ...{ to: 'devices', id: device },
              says: () => `the post "${name}" is the ground of a device that is not there`,
            },
          ],
    without: (post) => ({ ...post, device: null }),
  },
  straps: {
    refers: ({ name, a, b }) =>
      [a, b].map((id) => ({
        ...{ to: 'posts', id },
        says: () => `the strap "${name}" ends on a post that is not there`,
      })),
    wrong: ({ name, a, b }) => (a === b ? `the strap "${name}" runs from a post to itself` : null),
  },
  wires: {
    refers: ({ name, from, to }) =>
      [from, to].map((id) => ({
        ...{ to: ['pins', 'posts'], id },
        says: () => `the wire "${name}" ends at a pin that is not there`,
      })),
    wrong: ({ name, from, to }) =>
      from === to ? `the wire "${name}" runs from a pin to itself` : null,
  },
  states: {},
  loads: {
    refers: ({ name, into, runs }) => [
      {
        ...{ to: 'posts', id: into },
        says: () => `the load "${name}" returns into a post that is not there`,
      },
      ...runs.map((id): Reference => ({
        ...{ to: 'states', id },
        says: () => `the load "${name}" runs in a state that is not there`,
      })),
    ],
    without: (load, isThere) =>
      isThere('posts', load.into)
        ? { ...load, runs: load.runs.filter((s) => isThere('states', s)) }
        : null,
  },
  channels: {
    claims: ({ name, reads }) =>
      reads.map((r) => ({ kind: 'reads', id: r.id, what: `a reader of "${name}"` })),
    refers: ({ name, elements, reads }) => [
      ...elements.map((id): Reference => ({
        ...{ to: 'elements', id },
        says: () => `channel "${name}" names a sensor that is not there`,
      })),
      ...reads.flatMap((r) => ofRead(name, r)),
    ],
    takes: (channel) => wiredReads(channel).map((r) => takesInput(channel.name, r.input)),
    wrong: wrongChannel,
  },
  stands: {
    refers: ({ post, read }) => [
      { to: 'posts', id: post, says: () => 'a sensor stands on a post that is not there' },
      { to: 'reads', id: read, says: () => 'a reader that is not there stands on a post' },
    ],
    takes: ({ read }) => [
      { what: `stand ${read}`, by: read, says: () => 'one sensor stands on two posts' },
    ],
  },
  triggers: {
    refers: ({ name, input, secondPin }) => [
      ...(input === null
        ? []
        : [
            {
              ...{ to: 'inputs' as const, id: input },
              says: () => `the trigger "${name}" is read at an input that is not there`,
            },
          ]),
      ...(secondPin === null
        ? []
        : [
            {
              ...{ to: 'pins' as const, id: secondPin },
              says: () => `a lead of the trigger "${name}" goes to a pin that is not there`,
            },
          ]),
    ],
    without: (trigger) => ({ ...trigger, input: null, secondPin: null }),
    takes: ({ name, input }) => (input === null ? [] : [takesInput(name, input)]),
    wrong: ({ name, wheel, expects }) => {
      const bad = [wheel, expects].find(
        (text) => text !== null && !orElse(() => parseWheel(text), null),
      )
      return bad ? `the trigger "${name}" has a wheel that cannot be: "${bad.slice(0, 40)}"` : null
    },
  },
  measurements: {
    refers: (m) =>
      aboutOf(m).map(([to, id]) => ({
        ...{ to, id },
        says: () => `a measurement of ${m.at} is about something that is not there`,
      })),
  },
  proofs: {
    refers: ({ read, at }) => [
      {
        ...{ to: ['reads', 'triggers'], id: read },
        says: () => `a proof of ${at} is about a reader that is not there`,
      },
    ],
  },
  attachments: {
    refers: ({ name, trigger }) =>
      trigger === null
        ? []
        : [
            {
              ...{ to: 'triggers', id: trigger },
              says: () => `the capture "${name}" is of a trigger that is not there`,
            },
          ],
    without: (file) => ({ ...file, trigger: null }),
  },
}

/** The rules of a list by its name, for whoever goes over them all. */
export const rulesOf = (collection: Collection): Rules<{ id: Id }> =>
  RULES[collection] as unknown as Rules<{ id: Id }>

const claimsOfPins = (name: string, pins: readonly Pin[]): { kind: Kind; id: Id; what: string }[] =>
  pins.map((p) => ({ kind: 'pins', id: p.id, what: `a pin of "${name}"` }))

const takesInput = (
  by: string,
  input: Id,
): ReturnType<NonNullable<Rules<Channel>['takes']>>[number] => ({
  ...{ what: `input ${input}`, by },
  says: (one, other) =>
    `one input is read twice, by "${other}" and by "${one}": give one another pin`,
})

function ofRead(name: string, read: Read): Reference[] {
  if (!isWired(read))
    // the reader it follows is of the same channel, which is looked at as a whole
    return [
      {
        ...{ to: 'devices', id: read.device },
        says: () => `a reader of "${name}" is shown by a device that is not there`,
      },
    ]
  return [
    {
      ...{ to: 'elements', id: read.source.id },
      says: () => `a reader of "${name}" names a sensor that is not there`,
    },
    {
      ...{ to: 'inputs', id: read.input },
      says: () => `a reader of "${name}" names an input that is not there`,
    },
  ]
}

/** A pin is known by its name, so that no two of a device or a sensor have the same. */
function wrongPins({ name, pins }: { name: string; pins: readonly Pin[] }): string | null {
  const known = new Set<string>()
  for (const pin of pins) {
    const said = pin.name.trim().toLowerCase()
    if (said !== '' && known.has(said))
      return `"${name}" has a pin "${pin.name.trim()}" already: give the other its own name`
    known.add(said)
  }
  return null
}

/** An input stands at a pin of its own device, and no two at one. */
function wrongInputs({ name, pins, inputs }: Device): string | null {
  const kinds = new Map(pins.map((p) => [p.id, p.kind]))
  const taken = new Set<Id>()
  for (const { pin, supplyPin, groundPin } of inputs) {
    if (kinds.get(pin) !== 'signal')
      return `an input of "${name}" is at no signal pin of it: give it one`
    if (taken.has(pin)) return `two inputs of "${name}" are at one pin: give one another`
    taken.add(pin)
    if (supplyPin !== null && kinds.get(supplyPin) !== 'supply')
      return `an input of "${name}" feeds its sensor from no supply pin of it`
    if (groundPin !== null && kinds.get(groundPin) !== 'ground')
      return `an input of "${name}" grounds its sensor at no ground pin of it`
  }
  return null
}

/** What a measurement is about. */
function aboutOf({ about }: Measurement): [Kind, Id][] {
  switch (about.kind) {
    case 'point':
      return [['elements', about.element]]
    case 'keyOn':
      return [['reads', about.read]]
    case 'input':
      return [['inputs', about.input]]
    case 'lamp':
      return [['triggers', about.trigger]]
    case 'strap':
      return [['straps', about.strap]]
    case 'drop':
      return [
        ['posts', about.plus],
        ['posts', about.minus],
        ['states', about.state],
      ]
  }
}

function wrongChannel(c: Channel): string | null {
  return wrongSensors(c) ?? wrongReads(c) ?? wrongRanges(c)
}

function wrongSensors(c: Channel): string | null {
  if (c.elements.length === 0) return `channel "${c.name}" has no sensor`
  if (new Set(c.elements).size < c.elements.length)
    return `channel "${c.name}" names one sensor twice`
  // one that a newer version knows is kept as it is
  const takes = TAKES.get(c.combine)
  return takes !== undefined && takes !== c.elements.length
    ? `channel "${c.name}" has ${c.elements.length} ` +
        `${c.elements.length === 1 ? 'sensor' : 'sensors'} and combines them as "${c.combine}"`
    : null
}

function wrongReads(c: Channel): string | null {
  const own = new Set(c.reads.map((r) => r.id))
  for (const read of c.reads) {
    const { source, face } = read
    if (source.kind === 'element' && !c.elements.includes(source.id))
      return `a reader of "${c.name}" reads the sensor of another channel`
    if (source.kind === 'read' && !own.has(source.id))
      return `a reader of "${c.name}" follows a reader of another channel`
    if (followsItself(c, read)) return `readers of "${c.name}" follow each other in a ring`
    const { needle } = face
    if (needle && needle.low === needle.high)
      return `the needle of "${c.name}" has both ends of its scale at ${needle.low}`
  }
  return null
}

/** Whether a reader that follows another comes back to itself. */
function followsItself({ reads }: Channel, start: Read): boolean {
  let read: Read | undefined = start
  for (let steps = 0; read && !isWired(read); steps++) {
    if (steps > reads.length) return true
    const before: Id = read.source.id
    read = reads.find((r) => r.id === before)
  }
  return false
}

function wrongRanges({ name, needs: { range, best } }: Channel): string | null {
  for (const [what, [low, high]] of [
    ['range', range],
    ['best range', best],
  ] as const)
    if (low >= high) return `the ${what} of channel "${name}" runs from ${low} to ${high}`
  return null
}

function wrongTable({ name, inputs }: Device): string | null {
  for (const { table } of inputs) {
    if (!table) continue
    const { entered, axisFixed, axisRange, valueRange } = table
    if (entered && entered.x.length !== entered.y.length)
      return `the table in "${name}" has ${entered.x.length} axis cells and ${entered.y.length} values`
    if (entered && !rises(entered.x)) return `the axis of the table in "${name}" does not rise`
    if (axisFixed && !rises(axisFixed)) return `the fixed axis of "${name}" does not rise`
    for (const [what, [low, high]] of [
      ['axis', axisRange],
      ['values', valueRange],
    ] as const)
      if (low >= high) return `the ${what} of the table in "${name}" run from ${low} to ${high}`
  }
  return null
}

const rises = (x: readonly number[]): boolean => x.every((v, k) => k === 0 || v > x[k - 1]!)
