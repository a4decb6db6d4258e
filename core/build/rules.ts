import { settingsError } from '../curve/settings.ts'
import { TAKES } from '../curve/takes.ts'
import { orElse } from '../error.ts'
import { parseWheel } from '../trigger/wheel.ts'
import type { Collection } from './limits.ts'
import { sayError } from './sayError.ts'
import type { Build, Channel, Device, Id, Measurement } from './types.ts'

/** What can be referred to: things of the lists, and the parts that lie in them. */
export type Kind = Collection | 'inputs' | 'reads'

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
    claims: ({ name, inputs }) =>
      inputs.flatMap((i) => [
        { kind: 'inputs', id: i.id, what: `an input of "${name}"` },
        ...i.pulls.map((p) => ({ kind: null, id: p.id, what: `a pull-up of "${name}"` })),
      ]),
    wrong: wrongTable,
  },
  elements: {
    wrong: ({ name, family, settings }) => {
      const error = settingsError(family, settings)
      return error && `the settings of "${name}": ${sayError(error, settings)}`
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
      ...reads.flatMap((r): Reference[] => [
        {
          ...{ to: 'elements', id: r.source.id },
          says: () => `a reader of "${name}" names a sensor that is not there`,
        },
        {
          ...{ to: 'inputs', id: r.input },
          says: () => `a reader of "${name}" names an input that is not there`,
        },
      ]),
    ],
    takes: ({ name, reads }) =>
      reads.map((r) => ({
        ...{ what: `input ${r.input}`, by: name },
        says: (by, other) =>
          `one input is read twice, by "${other}" and by "${by}": give one another pin`,
      })),
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
    refers: ({ name, device }) =>
      device === null
        ? []
        : [
            {
              ...{ to: 'devices', id: device },
              says: () => `the trigger "${name}" is read by a device that is not there`,
            },
          ],
    without: (trigger) => ({ ...trigger, device: null }),
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
  for (const { source, face } of c.reads) {
    if (!c.elements.includes(source.id))
      return `a reader of "${c.name}" reads the sensor of another channel`
    const { needle } = face
    if (needle && needle.low === needle.high)
      return `the needle of "${c.name}" has both ends of its scale at ${needle.low}`
  }
  return null
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
