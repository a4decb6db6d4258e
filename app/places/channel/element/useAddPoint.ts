import { useForm } from '@mantine/form'
import { useMemo, useRef, useState } from 'react'
import type { Build, Element, Input, Measurement, Reading } from '../../../../core/build/index.ts'
import { givenBy } from '../../../../core/chain/index.ts'
import {
  type Ask,
  familyOf,
  type InstrumentKind,
  type PointMethod,
  type AskedRole,
} from '../../../../core/curve/index.ts'
import type { Against, Typed } from '../../../parts/QuantityInput.tsx'
import { newId } from '../../../store/id.ts'
import { inWords } from '../../../store/problem.ts'
import { useBuild } from '../../../store/useBuild.ts'
import {
  askedBy,
  isKept,
  keptOf,
  mayInsist,
  readingsOfPoint,
  refusalOf,
  signalAsk,
  voltPerCount,
  withDoubted,
  type AgainstRoles,
  type TypedRoles,
} from './point.ts'

/** Which instrument reads what: the first of its kind until another is chosen. */
function useInstruments(order: readonly Ask[]) {
  const { build } = useBuild()
  const [chosen, setChosen] = useState<Partial<Record<InstrumentKind, string>>>({})
  const ofKind = (kind: InstrumentKind) => build.instruments.filter((i) => i.kind === kind)
  const idOf = (kind: InstrumentKind | null): string | null =>
    (kind === null ? null : (chosen[kind] ?? ofKind(kind)[0]?.id ?? null)) || null
  const kinds = [...new Set(order.flatMap((a) => (a.with ? [a.with] : [])))].filter(
    (k) => ofKind(k).length > 0,
  )
  const choose = (kind: InstrumentKind, id: string): void =>
    setChosen((all) => ({ ...all, [kind]: id }))
  return { kinds, ofKind, idOf, choose }
}

/** The truth that follows from readings by a method; null where it asks for none or something is missing. */
function useWorked(
  { build, method, element }: { build: Build; method: PointMethod; element: Element },
  readings: Reading[],
) {
  // typed anew at each stroke: the same as long as they say the same
  const said = JSON.stringify(readings)
  return useMemo(() => {
    if (method.asks.length === 0) return null
    try {
      const given = givenBy(build, { readings: JSON.parse(said) as Reading[] })
      return method.truth(given, element.settings)
    } catch (error) {
      return { problem: inWords(error, 'Working out the truth') }
    }
  }, [build, method, said, element.settings])
}

/** Where the shed stands, as if it were typed. */
const atPlace = (altitudeM: number | null): TypedRoles =>
  altitudeM === null ? {} : { altitude: { value: altitudeM, typed: `${altitudeM} m`, unit: 'm' } }

/** A point as it is recorded now. */
const pointNow = (element: Element, method: PointMethod, readings: Reading[]): Measurement => ({
  id: newId(),
  at: new Date().toISOString(),
  by: '',
  about: { kind: 'point', element: element.id },
  method: method.id,
  readings,
  note: '',
  struck: null,
})

/** What is typed for a point, what speaks against it, what follows from it, and recording it. */
export function useAddPoint(element: Element, input: Input, method: PointMethod) {
  const { build, edit } = useBuild()
  const family = familyOf(element.family)
  /** of several ways to say the same, which */
  const [instead, setInstead] = useState<Partial<Record<AskedRole, AskedRole>>>({})
  const altitude = build.vehicle.altitudeM
  /** `against`: what speaks against a number that was typed; it is not recorded unless the person says so */
  const form = useForm<{ typed: TypedRoles; against: AgainstRoles }>({
    initialValues: { typed: atPlace(altitude), against: {} },
  })
  const { typed, against } = form.values
  const setProblem = (why: string | null): void => form.setFieldError('record', why)
  const [round, setRound] = useState(0)
  const boxes = useRef(new Map<AskedRole, HTMLInputElement>())
  const perCount = voltPerCount(family, input)
  const [raw, setRaw] = useState(false)
  const asks = askedBy(method, instead)
  const signal = signalAsk(family, raw && perCount !== null)
  const order = [...asks.map((a) => a.ask), signal]
  const instruments = useInstruments(order)
  const asReadings = (of: TypedRoles) =>
    readingsOfPoint(order, of, perCount, (ask) => instruments.idOf(ask.with))

  const worked = useWorked({ build, method, element }, asReadings(typed))
  const cannot = worked !== null && 'problem' in worked
  const focus = (role: AskedRole): void => boxes.current.get(role)?.focus()

  const record = (insist: boolean): void => {
    const refusal = refusalOf({ order, typed, against, cannot, family }, insist)
    if (refusal?.at) focus(refusal.at)
    if (refusal) return setProblem(refusal.problem)
    const taken = withDoubted(typed, against)
    const place = order.some((a) => a.role === 'altitude') ? taken.altitude : null
    const refused = edit({
      kind: 'addMeasurement',
      args: {
        measurement: pointNow(element, method, asReadings(taken)),
        // a doubted altitude is the point's own, and not where the shed stands
        ...(place && !against.altitude && altitude !== place.value
          ? { altitudeM: place.value }
          : {}),
      },
    })
    setProblem(refused)
    if (refused) return
    // the air and the supply stay what they are from point to point; what was made and read does not
    form.setValues({ typed: keptOf(taken), against: keptOf(against) })
    setRound(round + 1)
    setTimeout(() => focus((order.find((a) => !isKept(a.role)) ?? signal).role))
  }
  return {
    ...{
      family,
      asks,
      signal,
      order,
      instruments,
      worked,
      problem: form.errors.record ?? null,
      altitude,
      perCount,
      raw,
      round,
    },
    ...{ record, focus, boxes, setProblem },
    mayInsist: mayInsist(order, against, cannot),
    takeInstead: (role: AskedRole, way: AskedRole) =>
      setInstead((all) => ({ ...all, [role]: way })),
    inCounts: (counts: boolean) => {
      setRaw(counts)
      form.setFieldValue('typed.signal', null)
    },
    take: (role: AskedRole, t: Typed | null, a: Against | null) => {
      form.setFieldValue(`typed.${role}`, t)
      form.setFieldValue(`against.${role}`, a)
      setProblem(null)
    },
  }
}

export type AddingPoint = ReturnType<typeof useAddPoint>
