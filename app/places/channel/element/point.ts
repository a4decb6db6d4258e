import type { Input, Reading } from '../../../../core/build/index.ts'
import type { AnyFamily, Ask, PointMethod, AskedRole } from '../../../../core/curve/index.ts'
import type { Against, Typed } from '../../../parts/QuantityInput.tsx'

/** What is typed for a point by role, and what speaks against a number that was. */
export type TypedRoles = Partial<Record<AskedRole, Typed | null>>
export type AgainstRoles = Partial<Record<AskedRole, Against | null>>

/** One thing asked for, and the ways to say it. */
export type Asked = { ask: Ask; ways: Ask[] }

/** What a method asks; of several ways to say the same the one that was chosen instead of the first. */
export const askedBy = (
  method: PointMethod,
  instead: Partial<Record<AskedRole, AskedRole>>,
): Asked[] =>
  method.asks.map((a) =>
    Array.isArray(a)
      ? { ask: a.find((w) => w.role === instead[a[0]!.role]) ?? a[0]!, ways: a }
      : { ask: a, ways: [a] },
  )

/** Volts of one count, where a device shows what its converter counts; null where it has none to show. */
export const voltPerCount = (family: AnyFamily, input: Input): number | null =>
  family.signal === 'voltage' && input.bits !== null
    ? input.referenceV.value / 2 ** input.bits
    : null

/** How the signal is asked for: on a meter, or as counts, for which the device is a meter of its own. */
export const signalAsk = (family: AnyFamily, inCounts: boolean): Ask =>
  inCounts
    ? { role: 'signal', label: 'Device counts', unit: 'counts', with: null }
    : { role: 'signal', label: 'Meter shows', unit: family.signalUnit, with: 'meter' }

/** What was typed as readings, counts as the volts they stand for. */
export const readingsOfPoint = (
  order: readonly Ask[],
  typed: TypedRoles,
  perCount: number | null,
  instrument: (ask: Ask) => string | null,
): Reading[] =>
  order.flatMap((ask): Reading[] => {
    const t = typed[ask.role]
    if (!t) return []
    const value = ask.unit === 'counts' && perCount !== null ? t.value * perCount : t.value
    return [{ role: ask.role, ...t, value, instrument: instrument(ask) }]
  })

/** What speaks against recording: nothing, a box that is still to be filled, or a doubt that a person may overrule. */
type Refusal = { problem: string; at: AskedRole | null }

/**
 * Why a point is not recorded yet; null where it may be. `cannot` says that no truth follows; `insist` overrules what
 * is only doubted.
 */
export function refusalOf(
  of: {
    order: readonly Ask[]
    typed: TypedRoles
    against: AgainstRoles
    cannot: boolean
    family: Pick<AnyFamily, 'signalUnit' | 'quantity'>
  },
  insist: boolean,
): Refusal | null {
  const { order, against, cannot, family } = of
  const typed = withDoubted(of.typed, against)
  const missing = order.find((ask) => !typed[ask.role] && ask.otherwise === undefined)
  if (missing && !against[missing.role])
    return {
      at: missing.role,
      problem:
        missing.role === 'signal'
          ? `Type the signal as it stands on the meter, in ${family.signalUnit}.`
          : `Give ${missing.label.toLowerCase()} first.`,
    }
  if (insist) return null
  const doubted = order.find((ask) => against[ask.role])
  if (doubted)
    return {
      at: doubted.role,
      problem: `Not recorded. ${doubted.label}: ${against[doubted.role]!.why}`,
    }
  return cannot
    ? { at: null, problem: `Not recorded: no ${family.quantity} follows from these numbers.` }
    : null
}

/** What was typed, doubted numbers among them. */
export const withDoubted = (typed: TypedRoles, against: AgainstRoles): TypedRoles => ({
  ...typed,
  ...Object.fromEntries(
    Object.entries(against).flatMap(([role, a]) => (a ? [[role, a.typed]] : [])),
  ),
})

/** Whether all that stands in the way is a doubt about numbers that are numbers. */
export const mayInsist = (
  order: readonly Ask[],
  against: AgainstRoles,
  cannot: boolean,
): boolean => {
  const doubts = order.flatMap((ask) => against[ask.role] ?? [])
  return (doubts.length > 0 || cannot) && doubts.every((d) => d.typed)
}

/** What stays from point to point: the air and the supply. */
const KEPT = new Set<AskedRole>(['altitude', 'pressure', 'supply'])
export const isKept = (role: AskedRole): boolean => KEPT.has(role)
export const keptOf = <T>(all: Partial<Record<AskedRole, T>>): Partial<Record<AskedRole, T>> =>
  Object.fromEntries(Object.entries(all).filter(([role]) => isKept(role as AskedRole)))
