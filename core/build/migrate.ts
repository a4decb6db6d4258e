import { EchtError } from '../error.ts'
import { SCHEMA } from './types.ts'

type Old = Record<string, unknown>
const list = (value: unknown): Old[] => (Array.isArray(value) ? (value as Old[]) : [])

/**
 * From each schema to the next. Schema 1 (the first trial files) gave instruments only per cent and digits,
 * and wires no ground offset. Schema 2 knew temperatures behind a pull-up only: no counters, no sensor supply,
 * faults shown as cold or hot, faces of digits alone. Schema 3 kept the fuel with a
 * lambda sensor, per cent, did not say whether two halves stand level, and named some settings by units not the core's.
 */
const STEPS: Readonly<Record<number, (old: Old) => Old>> = {
  1: (old) => ({
    ...old,
    schema: 2,
    instruments: list(old.instruments).map((i) => ({
      ...i,
      accuracy: { offset: 0, commonShare: 0.8, ...(i.accuracy as Old) },
    })),
    channels: list(old.channels).map((c) => ({
      ...c,
      reads: list(c.reads).map((r) => ({
        ...r,
        wire: { groundOffsetV: { value: 0, basis: 'assumed', from: [] }, ...(r.wire as Old) },
      })),
    })),
  }),
  2: (old) => ({
    ...old,
    schema: 3,
    devices: list(old.devices).map((d) => ({
      ...d,
      inputs: list(d.inputs).map((i) => ({
        signal: 'voltage',
        counter: null,
        differential: false,
        sensorSupply: {
          volt: i.bits === null ? { value: 5, basis: 'assumed', from: [] } : i.referenceV,
          toReference: i.bits !== null,
          tolerance: 0.01,
        },
        ...i,
        table:
          i.table === null
            ? null
            : {
                ...(i.table as Old),
                onOpen: lowOrHigh((i.table as Old).onOpen),
                onShort: lowOrHigh((i.table as Old).onShort),
              },
      })),
    })),
    channels: list(old.channels).map((c) => ({
      ...c,
      reads: list(c.reads).map((r) => ({
        ...r,
        face: { unit: null, needle: null, dampingS: 0, warning: null, ...(r.face as Old) },
      })),
    })),
  }),
  3: (old) => ({
    ...old,
    schema: 4,
    vehicle: {
      ethanol: Math.min(
        1,
        Math.max(
          0,
          Number(
            list(old.elements)
              .map((e) => (e.settings as Old | undefined)?.ethanol)
              .find((e) => typeof e === 'number') ?? 5,
          ) / 100,
        ),
      ),
      ...(old.vehicle as Old),
    },
    elements: list(old.elements).map((e) => ({
      ...e,
      settings: Object.fromEntries(
        Object.entries((e.settings ?? {}) as Old)
          .filter(([key]) => key !== 'ethanol')
          .map(renamed),
      ),
    })),
    channels: list(old.channels).map((c) => ({ linked: false, ...c })),
  }),
}

/** Settings as schema 4 names them: lengths of an air meter in metres, a sender's ends as its signal. */
function renamed([key, value]: [string, unknown]): [string, unknown] {
  if ((key === 'boreMm' || key === 'straightMm') && typeof value === 'number')
    return [key.replace('Mm', 'M'), value > 1 ? value / 1000 : value]
  if (key === 'sender') return [key, sender(value)]
  if (key === 'secondHalf' && typeof value === 'object' && value !== null)
    return [key, { ...value, sender: sender((value as Old).sender) }]
  return [key, value]
}
const sender = (value: unknown): unknown => {
  if (typeof value !== 'object' || value === null) return value
  const { emptyOhm, fullOhm, ...rest } = value as Old
  return {
    ...(emptyOhm === undefined ? {} : { emptySignal: emptyOhm }),
    ...(fullOhm === undefined ? {} : { fullSignal: fullOhm }),
    ...rest,
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

/** Brings a parsed file up to the current schema. Throws `EchtError` `newer-schema` or `not-a-build`. */
export function migrate(data: unknown): { data: unknown; from: number } {
  if (typeof data !== 'object' || data === null || Array.isArray(data)) {
    throw new EchtError(
      'not-a-build',
      'This file is not an Echt build: it holds no record at its top. Choose a file that ends in .echt.json.',
    )
  }
  const version = (data as Old).schema
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 1) {
    throw new EchtError(
      'not-a-build',
      'This file is not an Echt build: it names no schema version. Choose a file that ends in .echt.json.',
    )
  }
  if (version > SCHEMA) {
    throw new EchtError(
      'newer-schema',
      `This build was saved by a newer Echt (schema ${version}; this one knows ${SCHEMA}). Update this one, then import again. Nothing was changed.`,
    )
  }
  let current = data as Old
  for (let v = version; v < SCHEMA; v++) current = STEPS[v]!(current)
  return { data: current, from: version }
}
