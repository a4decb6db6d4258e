import { EchtError } from '../error.ts'
import { COLLECTIONS, SCHEMA, type Collection } from './limits.ts'
import {
  each,
  isThing,
  lift,
  listOrNone,
  things,
  withDefaults,
  type Old,
  type SchemaLift,
} from './lift.ts'
import { TO_SCHEMA_11 } from './toSchema11.ts'

const NO_SUPPLY = { railMa: null, stopsBelowV: null, mustLive: false, feed: 'unknown' }
const assumedZero = { value: 0, basis: 'assumed', from: [] }

/**
 * From each schema to the next. Schema 1 (the first trial files) gave instruments only per cent and digits, and wires
 * no ground offset. Schema 2 knew temperatures behind a pull-up only: no counters, no sensor supply, faults shown as
 * cold or hot, faces of digits alone. Schema 3 kept the fuel with a lambda sensor, per cent, did not say whether two
 * halves stand level, and named some settings by units not the core's. Schema 4 kept edits by whole fields and every
 * change with its arguments. Schema 5 knew one kind of channel. Schema 6 knew no grounds and no supplies. Schema 7
 * knew no shields among the straps and no triggers. Schema 8 kept nothing of a trigger's input, gap and dwell. Schema
 * 9 knew no channels that say on or off, and not which parts are fitted at a trigger's input. Schema 10 kept of what a
 * proof rests on a hash alone (`withProofsCarried`), wrote a pin as a text and had no wires.
 */
const STEPS: Readonly<Record<number, SchemaLift>> = {
  1: {
    instruments: (i) => lift(i, { accuracy: withDefaults({ offset: 0, commonShare: 0.8 }) }),
    channels: (c) =>
      lift(c, {
        reads: each((r) => lift(r, { wire: withDefaults({ groundOffsetV: assumedZero }) })),
      }),
  },
  2: {
    devices: (d) => lift(d, { inputs: each(inputOfSchema3) }),
    channels: (c) =>
      lift(c, {
        reads: each((r) =>
          lift(r, { face: withDefaults({ unit: null, needle: null, dampingS: 0, warning: null }) }),
        ),
      }),
  },
  3: {
    top: (b, build) => lift(b, { vehicle: withDefaults({ ethanol: fuelOfSchema3(build) }) }),
    elements: (e) => lift(e, { settings: settingsOfSchema4 }),
    // a whole channel lacks the field; a part of one is left the part it is
    channels: (c) => ('reads' in c && 'elements' in c ? { linked: false, ...c } : c),
  },
  4: { changes: changeOfSchema5 },
  5: { channels: (c) => ('reads' in c && 'elements' in c ? { kind: 'reading', ...c } : c) },
  6: {
    top: topOfSchema7,
    devices: (d) => ('inputs' in d && 'kind' in d ? { supply: NO_SUPPLY, ...d } : d),
  },
  7: {
    top: (b) => ('channels' in b ? { triggers: [], ...b } : b),
    straps: (s) => ('jointA' in s && 'a' in s ? { shield: false, ...s } : s),
  },
  8: {
    triggers: (t) =>
      'wheel' in t && 'counts' in t ? { input: null, gap: null, dwell: [], ...t } : t,
  },
  9: {
    channels: (c) => ('reads' in c && 'elements' in c ? { onOff: null, ...c } : c),
    triggers: (t) =>
      lift('wheel' in t && 'counts' in t ? { leads: [], comparator: null, ...t } : t, {
        input: withDefaults(SWITCHED_OF_SCHEMA_10),
      }),
    changes: (c) => lift(c, { edits: each(inputEditOfSchema10) }),
  },
  10: TO_SCHEMA_11,
}

/** Schema 9 knew inputs of what switches to ground, without the parts that are fitted. */
const SWITCHED_OF_SCHEMA_10 = { switches: 'ground', leastA: 0, fitted: null }

/** An edit that put a trigger's whole input there, or took it away. */
function inputEditOfSchema10(edit: Old): Old {
  const path = Array.isArray(edit.path) ? edit.path : []
  if (edit.in !== 'triggers' || path.length !== 1 || path[0] !== 'input') return edit
  const up = withDefaults(SWITCHED_OF_SCHEMA_10)
  return lift(edit, { before: up, after: up })
}

/** A whole build gets its lists; a part of one, as the history keeps it, is left the part it is. */
function topOfSchema7(top: Old): Old {
  const lists = { posts: [], straps: [], loads: [], states: [], stands: [] }
  return lift('channels' in top ? { ...lists, ...top } : top, {
    vehicle: withDefaults({ state: null }),
  })
}

function inputOfSchema3(i: Old): Old {
  const table = isThing(i.table)
    ? { ...i.table, onOpen: lowOrHigh(i.table.onOpen), onShort: lowOrHigh(i.table.onShort) }
    : i.table
  return {
    signal: 'voltage',
    counter: null,
    differential: false,
    sensorSupply: {
      volt: i.bits === null ? { value: 5, basis: 'assumed', from: [] } : i.referenceV,
      toReference: i.bits !== null,
      tolerance: 0.01,
    },
    ...i,
    table,
  }
}

const lowOrHigh = (fault: unknown): unknown => {
  const shown = fault as Old | null
  return shown?.show === 'cold'
    ? { ...shown, show: 'low' }
    : shown?.show === 'hot'
      ? { ...shown, show: 'high' }
      : fault
}

/** Ethanol in the tank, 0 to 1, out of a lambda sensor's settings in per cent; 5 % where none says. */
function fuelOfSchema3(build: Old): number {
  const said = listOrNone(build.elements)
    .map((e) => isThing(e) && isThing(e.settings) && e.settings.ethanol)
    .find((e) => typeof e === 'number')
  return Math.min(1, Math.max(0, Number(said ?? 5) / 100))
}

/** Settings as schema 4 names them: lengths of an air meter in metres, a sender's ends as its signal. */
const settingsOfSchema4 = (settings: unknown): unknown =>
  isThing(settings)
    ? Object.fromEntries(
        Object.entries(settings)
          .filter(([key]) => key !== 'ethanol')
          .map(renamed),
      )
    : {}

function renamed([key, value]: [string, unknown]): [string, unknown] {
  if ((key === 'boreMm' || key === 'straightMm') && typeof value === 'number')
    return [key.replace('Mm', 'M'), value > 1 ? value / 1000 : value]
  if (key === 'sender') return [key, sender(value)]
  if (key === 'secondHalf' && isThing(value))
    return [key, { ...value, sender: sender(value.sender) }]
  return [key, value]
}

const sender = (value: unknown): unknown => {
  if (!isThing(value)) return value
  const { emptyOhm, fullOhm, ...rest } = value
  return {
    ...(emptyOhm === undefined ? {} : { emptySignal: emptyOhm }),
    ...(fullOhm === undefined ? {} : { fullSignal: fullOhm }),
    ...rest,
  }
}

/**
 * A change without its arguments, its edits by path; an undo or a redo names its change and needs
 * no edits of its own.
 */
function changeOfSchema5(change: Old): Old {
  const { args, edits, ...rest } = change
  if (change.kind === 'undo' || change.kind === 'redo')
    return { ...rest, of: isThing(args) ? args.of : undefined, edits: [] }
  return {
    ...rest,
    edits: things(edits, ({ field, ...edit }) =>
      field === undefined ? edit : { ...edit, path: [field] },
    ),
  }
}

/** A build one schema up: its entities, and the entities and parts of them that its history keeps. */
function stepUp(from: Old, version: number): Old {
  const step = STEPS[version]!
  const old = step.first?.(from) ?? from
  const top = step.top ?? ((b) => b)
  const next: Old = { ...top(old, old), schema: version + 1 }
  for (const where of COLLECTIONS) {
    const make = step[where]
    // what is no list is refused after, not taken for an empty one
    if (make && Array.isArray(old[where])) next[where] = things(old[where], (e) => make(e, old))
  }
  if (!Array.isArray(old.changes)) return next
  next.changes = things(old.changes, (c) => {
    const edits = step.edits
      ? listOrNone(c.edits).flatMap((e) => (isThing(e) ? step.edits!(e, old) : [e]))
      : things(c.edits, (e) => editUp(e, step, old))
    return step.changes ? step.changes({ ...c, edits }, old) : { ...c, edits }
  })
  return next
}

function editUp(edit: Old, step: SchemaLift, build: Old): Old {
  const make = edit.in === 'build' ? step.top : step[edit.in as Collection | 'changes']
  if (!make) return edit
  const side = (value: unknown): unknown => {
    if (value === undefined) return undefined
    // a part of an entity, which no step since then has changed
    if (Array.isArray(edit.path)) return value
    if (typeof edit.field !== 'string') return isThing(value) ? make(value, build) : value
    return make({ [edit.field]: value }, build)[edit.field]
  }
  return {
    ...edit,
    ...('before' in edit ? { before: side(edit.before) } : {}),
    ...('after' in edit ? { after: side(edit.after) } : {}),
  }
}

/**
 * Brings a parsed file up to the current schema, its history too. Throws `EchtError` `newer-schema`
 * or `not-a-build`.
 */
export function migrate(data: unknown): { data: unknown; from: number } {
  if (!isThing(data)) {
    throw new EchtError(
      'not-a-build',
      'This file is not an Echt build: it holds no record at its top. Choose a file that ends in .echt.json.',
    )
  }
  const version = data.schema
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 1) {
    throw new EchtError(
      'not-a-build',
      'This file is not an Echt build: it names no schema version. Choose a file that ends in .echt.json.',
    )
  }
  if (version > SCHEMA) {
    throw new EchtError(
      'newer-schema',
      `This build was saved by a newer Echt (schema ${version}; this one knows ${SCHEMA}). ` +
        'Update this one, then import again. Nothing was changed.',
    )
  }
  let current = data
  for (let v = version; v < SCHEMA; v++) current = stepUp(current, v)
  return { data: current, from: version }
}
