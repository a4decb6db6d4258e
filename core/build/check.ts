import { settingsError, type SchemaError } from '../curve/settings.ts'
import { TAKES } from '../curve/takes.ts'
import { EchtError, orElse } from '../error.ts'
import { parseWheel } from '../trigger/wheel.ts'
import { BUILD_FIELDS } from './diff.ts'
import { checkHistory } from './history.ts'
import { COLLECTIONS, MOST, type Collection } from './limits.ts'
import type { Build, Change, Device, Edit, Measurement } from './types.ts'
import * as schemas from './validate.generated.js'

type Wrong = (what: string) => never

/**
 * Throws `EchtError` `damaged-build` unless a record of today's schema is a whole and valid build: its schema, the
 * settings of every family known here, ids and references, its history.
 */
export function checkWhole(data: unknown): Build {
  const wrong: Wrong = (what) => {
    throw new EchtError(
      'damaged-build',
      `The build is damaged: ${what}. Nothing was changed; choose another copy.`,
    )
  }
  if (!schemas.build(data)) wrong(sayError(schemas.build.errors?.[0], data))
  const build = data as Build
  for (const element of build.elements) checkSettings(element, wrong)
  checkReferences(build, wrong)
  checkHistory(build.changes, wrong)
  for (const change of build.changes) {
    const problem = keptEditsProblem(change)
    if (problem) wrong(problem)
  }
  return build
}

/** Why an entry of the history would put back what is no entity, or edit what nobody can; null where it would not. */
export function keptEditsProblem({ edits }: Change): string | null {
  for (const e of edits) {
    if (e.path?.[0] === 'id') return 'the history changes an id'
    if (e.in === 'build') {
      if (!BUILD_FIELDS.some((f) => f === e.path?.[0])) return 'the history edits what is no field'
      continue
    }
    if (e.path?.length === 0) return 'the history edits a place without a name'
    if (e.path) continue
    for (const entity of [e.before, e.after]) {
      if (entity === undefined) continue
      const check = schemas[e.in]
      if (!check(entity))
        return `the history holds ${e.in} that are none: ${sayError(check.errors?.[0], entity)}`
      if ((entity as { id: string }).id !== e.id) return 'the history confuses two ids'
    }
  }
  return null
}

/**
 * Throws `EchtError` `bad-edit` unless a build is still valid after edits. It was before them, so only what they
 * touch is read against the schema; references are followed throughout.
 */
export function checkEdits(build: Build, edits: readonly Edit[]): void {
  const wrong: Wrong = (what) => {
    throw new EchtError('bad-edit', `This was not recorded: ${what}.`)
  }
  const touched = new Map<Collection | 'build', Set<string>>()
  for (const e of edits) touched.set(e.in, (touched.get(e.in) ?? new Set()).add(e.id))
  for (const [where, ids] of touched) {
    if (where === 'build') checkTop(build, wrong)
    else checkCollection(build, where, ids, wrong)
  }
  checkReferences(build, wrong)
}

function checkTop(build: Build, wrong: Wrong): void {
  const top = Object.fromEntries(BUILD_FIELDS.map((f) => [f, build[f]]))
  if (!schemas.top(top)) wrong(sayError(schemas.top.errors?.[0], top))
}

function checkCollection(
  build: Build,
  where: Collection,
  ids: ReadonlySet<string>,
  wrong: Wrong,
): void {
  const list = build[where] as { id: string; name?: string }[]
  if (list.length > MOST[where])
    wrong(`a build holds at most ${MOST[where].toLocaleString('en')} ${where}`)
  const check = schemas[where]
  for (const entity of list) {
    if (!ids.has(entity.id)) continue
    if (!check(entity)) wrong(sayError(check.errors?.[0], entity, entity.name))
    if (where === 'elements') checkSettings(entity as Build['elements'][number], wrong)
  }
}

/** The settings of an element by its own family. */
function checkSettings(element: Build['elements'][number], wrong: Wrong): void {
  const error = settingsError(element.family, element.settings)
  if (error) wrong(`the settings of "${element.name}": ${sayError(error, element.settings)}`)
}

/** Calls `wrong` where ids repeat, refer to nothing, or a range, a needle or a table is upside down. */
function checkReferences(build: Build, wrong: Wrong): void {
  const seen = new Map<string, string>()
  const claim = (id: string, what: string): void => {
    const before = seen.get(id)
    if (before) wrong(`${what} and ${before} have the same id "${id}"`)
    seen.set(id, what)
  }
  for (const collection of COLLECTIONS) for (const e of build[collection]) claim(e.id, collection)
  for (const d of build.devices)
    for (const i of d.inputs) {
      claim(i.id, `an input of "${d.name}"`)
      for (const p of i.pulls) claim(p.id, `a pull-up of "${d.name}"`)
    }
  for (const c of build.channels) for (const r of c.reads) claim(r.id, `a reader of "${c.name}"`)

  const elements = new Set(build.elements.map((e) => e.id))
  const inputs = new Set(build.devices.flatMap((d) => d.inputs.map((i) => i.id)))
  const reads = new Set(build.channels.flatMap((c) => c.reads.map((r) => r.id)))
  const posts = new Set(build.posts.map((p) => p.id))
  const states = new Set(build.states.map((s) => s.id))
  const triggers = new Set(build.triggers.map((t) => t.id))
  checkChannels(build, elements, inputs, wrong)
  const straps = new Set(build.straps.map((s) => s.id))
  const there = { elements, reads, inputs, posts, states, triggers, straps }
  checkAbout(build, there, wrong)
  for (const p of build.proofs)
    if (!reads.has(p.read) && !triggers.has(p.read))
      wrong(`a proof of ${p.at} is about a reader that is not there`)
  for (const d of build.devices) checkTables(d, wrong)
  checkGround(build, there, wrong)
  checkTriggers(build, wrong)
  for (const f of build.attachments)
    if (f.trigger !== null && !triggers.has(f.trigger))
      wrong(`the capture "${f.name}" is of a trigger that is not there`)
}

/** Ids of what is in a build, by what it is. */
export type There = Record<
  'elements' | 'reads' | 'inputs' | 'posts' | 'states' | 'triggers' | 'straps',
  ReadonlySet<string>
>

/** Measurements that are about what is there. */
function checkAbout(build: Build, there: There, wrong: Wrong): void {
  for (const m of build.measurements)
    if (!isThere(m, there)) wrong(`a measurement of ${m.at} is about something that is not there`)
}

/** Whether what a measurement is about is in the build. */
export function isThere({ about }: Measurement, there: There): boolean {
  switch (about.kind) {
    case 'point':
      return there.elements.has(about.element)
    case 'keyOn':
      return there.reads.has(about.read)
    case 'input':
      return there.inputs.has(about.input)
    case 'lamp':
      return there.triggers.has(about.trigger)
    case 'strap':
      return there.straps.has(about.strap)
    case 'drop':
      return (
        there.posts.has(about.plus) && there.posts.has(about.minus) && there.states.has(about.state)
      )
  }
}

/** Grounds that name what is there, and straps between two different posts. */
function checkGround(build: Build, there: There, wrong: Wrong): void {
  const { posts, states } = there
  const devices = new Set(build.devices.map((d) => d.id))
  for (const p of build.posts)
    if (p.device !== null && !devices.has(p.device))
      wrong(`the post "${p.name}" is the ground of a device that is not there`)
  for (const s of build.straps) {
    if (!posts.has(s.a) || !posts.has(s.b))
      wrong(`the strap "${s.name}" ends on a post that is not there`)
    if (s.a === s.b) wrong(`the strap "${s.name}" runs from a post to itself`)
  }
  const { state } = build.vehicle
  if (state !== null && !states.has(state)) wrong('the vehicle is in a state that is not there')
  checkLoads(build, there, wrong)
}

/** Triggers whose wheels can be, read by a device that is there. */
function checkTriggers(build: Build, wrong: Wrong): void {
  const devices = new Set(build.devices.map((d) => d.id))
  for (const t of build.triggers) {
    for (const text of [t.wheel, t.expects])
      if (text !== null && !orElse(() => parseWheel(text), null))
        wrong(`the trigger "${t.name}" has a wheel that cannot be: "${text.slice(0, 40)}"`)
    if (t.device !== null && !devices.has(t.device))
      wrong(`the trigger "${t.name}" is read by a device that is not there`)
  }
}

/** Loads that return somewhere, and sensors that stand on one post each. */
function checkLoads(build: Build, { posts, states, reads }: There, wrong: Wrong): void {
  for (const l of build.loads) {
    if (!posts.has(l.into)) wrong(`the load "${l.name}" returns into a post that is not there`)
    if (l.runs.some((s) => !states.has(s)))
      wrong(`the load "${l.name}" runs in a state that is not there`)
  }
  const standing = new Set<string>()
  for (const s of build.stands) {
    if (!posts.has(s.post)) wrong('a sensor stands on a post that is not there')
    if (!reads.has(s.read)) wrong('a reader that is not there stands on a post')
    if (standing.has(s.read)) wrong('one sensor stands on two posts')
    standing.add(s.read)
  }
}

function checkChannels(
  build: Build,
  elements: ReadonlySet<string>,
  inputs: ReadonlySet<string>,
  wrong: Wrong,
): void {
  const taken = new Map<string, string>()
  for (const c of build.channels) {
    checkSensors(c, elements, wrong)
    for (const r of c.reads) {
      if (!elements.has(r.source.id))
        wrong(`a reader of "${c.name}" names a sensor that is not there`)
      if (!c.elements.includes(r.source.id))
        wrong(`a reader of "${c.name}" reads the sensor of another channel`)
      if (!inputs.has(r.input)) wrong(`a reader of "${c.name}" names an input that is not there`)
      const other = taken.get(r.input)
      if (other !== undefined)
        wrong(`one input is read twice, by "${other}" and by "${c.name}": give one another pin`)
      taken.set(r.input, c.name)
      const { needle } = r.face
      if (needle && needle.low === needle.high)
        wrong(`the needle of "${c.name}" has both ends of its scale at ${needle.low}`)
    }
    const { range, best } = c.needs
    for (const [what, [low, high]] of [
      ['range', range],
      ['best range', best],
    ] as const) {
      if (low >= high) wrong(`the ${what} of channel "${c.name}" runs from ${low} to ${high}`)
    }
  }
}

function checkSensors(
  c: Build['channels'][number],
  elements: ReadonlySet<string>,
  wrong: Wrong,
): void {
  if (c.elements.length === 0) wrong(`channel "${c.name}" has no sensor`)
  for (const e of c.elements)
    if (!elements.has(e)) wrong(`channel "${c.name}" names a sensor that is not there`)
  if (new Set(c.elements).size < c.elements.length)
    wrong(`channel "${c.name}" names one sensor twice`)
  // one that a newer version knows is kept as it is
  const takes = TAKES.get(c.combine)
  if (takes !== undefined && takes !== c.elements.length)
    wrong(
      `channel "${c.name}" has ${c.elements.length} ` +
        `${c.elements.length === 1 ? 'sensor' : 'sensors'} and combines them as "${c.combine}"`,
    )
}

function checkTables(device: Device, wrong: Wrong): void {
  const rises = (x: readonly number[]): boolean => x.every((v, k) => k === 0 || v > x[k - 1]!)
  for (const { table } of device.inputs) {
    if (!table) continue
    const { entered, axisFixed, axisRange, valueRange } = table
    if (entered && entered.x.length !== entered.y.length)
      wrong(
        `the table in "${device.name}" has ${entered.x.length} axis cells and ${entered.y.length} values`,
      )
    if (entered && !rises(entered.x))
      wrong(`the axis of the table in "${device.name}" does not rise`)
    if (axisFixed && !rises(axisFixed)) wrong(`the fixed axis of "${device.name}" does not rise`)
    for (const [what, [low, high]] of [
      ['axis', axisRange],
      ['values', valueRange],
    ] as const) {
      if (low >= high)
        wrong(`the ${what} of the table in "${device.name}" run from ${low} to ${high}`)
    }
  }
}

/** What the schema finds wrong, in words: where, what is there, and what may be. */
export function sayError(error: SchemaError | undefined, data: unknown, name?: string): string {
  if (!error) return 'it does not fit the schema'
  const { value, place } = at(error.instancePath, data, name)
  return `${place} ${sayFault(error, value)}`
}

function sayFault({ keyword, params }: SchemaError, value: unknown): string {
  const { limit } = params
  const length = (value as { length?: number })?.length
  switch (keyword) {
    case 'maxItems':
      return `holds ${length} entries: at most ${limit} are kept`
    case 'minItems':
      return `holds ${length} entries: it needs at least ${limit}`
    case 'maxLength':
      return `is ${length} characters long: at most ${limit} are kept`
    case 'minLength':
      return 'is empty'
    case 'minimum':
      return `is ${shown(value)}: it must be at least ${limit}`
    case 'maximum':
      return `is ${shown(value)}: it must be at most ${limit}`
    case 'exclusiveMinimum':
      return `is ${shown(value)}: it must be above ${limit}`
    case 'type':
      return `is ${shown(value)}: it must be ${article(String(params.type))}`
    case 'enum':
      return `is ${shown(value)}: it must be one of ${(params.allowedValues as unknown[]).join(', ')}`
    case 'required':
      return `lacks "${String(params.missingProperty)}"`
    case 'additionalProperties':
      return `has "${String(params.additionalProperty)}", which is not known here`
    default:
      return `is ${shown(value)}, which does not fit`
  }
}

const article = (type: string): string => (/^[aeiou]/.test(type) ? `an ${type}` : `a ${type}`)

const shown = (value: unknown): string =>
  typeof value === 'object' && value !== null
    ? Array.isArray(value)
      ? 'a list'
      : 'an object'
    : (JSON.stringify(value)?.slice(0, 60) ?? 'nothing')

// /channels/2/needs/accuracy → channels, 3 "Oil", needs, accuracy
function at(path: string, data: unknown, name?: string): { value: unknown; place: string } {
  let value: unknown = data
  const parts = path
    .split('/')
    .slice(1)
    .map((part) => {
      value = (value as Record<string, unknown> | undefined)?.[part]
      const named = (value as { name?: unknown } | undefined)?.name
      return /^\d+$/.test(part)
        ? `${Number(part) + 1}${typeof named === 'string' ? ` "${named.slice(0, 40)}"` : ''}`
        : part
    })
  const place = [...(name === undefined ? [] : [`"${name.slice(0, 40)}"`]), ...parts].join(', ')
  return { value, place: place === '' ? 'its top' : place }
}
