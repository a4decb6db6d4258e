import { Button, Group, NativeSelect } from '@mantine/core'
import { useMemo, useRef, useState } from 'react'
import type { Element, Input, Reading } from '../../../../core/build/index.ts'
import { givenBy } from '../../../../core/chain/index.ts'
import type { Ask, InstrumentKind, PointMethod, Role } from '../../../../core/curve/recipe.ts'
import { familyOf } from '../../../../core/curve/registry.ts'
import { inWords } from '../../../store/problem.ts'
import { useBuild } from '../../../store/useBuild.ts'
import { newId } from '../../../store/id.ts'
import { Caution } from '../../../parts/Caution.tsx'
import { QuantityInput, type Against, type Typed } from '../../../parts/QuantityInput.tsx'
import { useQuantity, useUnits } from '../../../parts/units.ts'
import { plausibleCheck, signalCheck, truthCheck } from './check.ts'

const KIND_NAME: Record<InstrumentKind, string> = {
  meter: 'meter',
  thermometer: 'thermometer',
  barometer: 'barometer',
  gauge: 'pressure gauge',
  can: 'can',
}

/** One point typed by hand: how its truth is made, what that asks, what the meter shows. Enter records and goes on. */
export function AddPoint({
  element,
  input,
  method,
  onMethod,
  suggested,
}: {
  element: Element
  input: Input
  method: PointMethod
  onMethod: (id: string) => void
  suggested?: number | undefined
}) {
  const { build, edit } = useBuild()
  const family = familyOf(element.family)
  const q = useQuantity(family.truthUnit)
  const { quantity } = useUnits()
  const ofKind = (kind: InstrumentKind) => build.instruments.filter((i) => i.kind === kind)
  const [chosen, setChosen] = useState<Partial<Record<InstrumentKind, string>>>({})
  const instrument = (kind: InstrumentKind | null): string | null =>
    (kind === null ? null : (chosen[kind] ?? ofKind(kind)[0]?.id ?? null)) || null
  /** of several ways to say the same, which */
  const [instead, setInstead] = useState<Partial<Record<Role, Role>>>({})
  const altitude = build.vehicle.altitudeM
  const [typed, setTyped] = useState<Partial<Record<Role, Typed | null>>>(() =>
    altitude === null ? {} : { altitude: { value: altitude, typed: `${altitude} m`, unit: 'm' } },
  )
  const [problem, setProblem] = useState<string | null>(null)
  /** what speaks against a number that was typed: it is not recorded unless the person says so */
  const [against, setAgainst] = useState<Partial<Record<Role, Against | null>>>({})
  const [round, setRound] = useState(0)
  const boxes = useRef(new Map<Role, HTMLInputElement>())
  const asks = method.asks.map((a): { ask: Ask; ways: Ask[] } =>
    Array.isArray(a)
      ? { ask: a.find((w) => w.role === instead[a[0]!.role]) ?? a[0]!, ways: a }
      : { ask: a, ways: [a] },
  )
  // a device that shows what its converter counts is a meter of its own, its grounds and wires included
  const perCount =
    family.signal === 'voltage' && input.bits !== null
      ? input.referenceV.value / 2 ** input.bits
      : null
  const [raw, setRaw] = useState(false)
  const signal: Ask =
    raw && perCount !== null
      ? { role: 'signal', label: 'Device counts', unit: 'counts', with: null }
      : { role: 'signal', label: 'Meter shows', unit: family.signalUnit, with: 'meter' }
  const order = [...asks.map((a) => a.ask), signal]
  const drive = family.drive(element.settings)

  const readings = (typed: Partial<Record<Role, Typed | null>>): Reading[] =>
    order.flatMap((ask): Reading[] => {
      const t = typed[ask.role]
      return t
        ? [
            {
              role: ask.role,
              ...t,
              ...(ask.unit === 'counts' && perCount !== null ? { value: t.value * perCount } : {}),
              instrument: instrument(ask.with),
            },
          ]
        : []
    })
  const worked = useMemo(() => {
    if (method.asks.length === 0) return null
    try {
      return method.truth(givenBy(build, { readings: readings(typed) }), element.settings)
    } catch (error) {
      return { problem: inWords(error, 'Working out the truth') }
    }
  }, [build, method, typed, chosen, instead]) // eslint-disable-line react-hooks/exhaustive-deps

  const doubts = order.flatMap((ask) => {
    const a = against[ask.role]
    return a ? [{ ask, ...a }] : []
  })
  const cannot = worked && 'problem' in worked ? worked.problem : null
  /** whether all that stands in the way is a doubt that a person may overrule */
  const mayInsist = (doubts.length > 0 || cannot !== null) && doubts.every((d) => d.typed)

  const record = (insist: boolean): void => {
    const taken: typeof typed = { ...typed }
    for (const d of doubts) taken[d.ask.role] = d.typed
    const missing = order.find((ask) => !taken[ask.role] && ask.otherwise === undefined)
    if (missing && !against[missing.role]) {
      setProblem(
        missing.role === 'signal'
          ? `Type the signal as it stands on the meter, in ${family.signalUnit}.`
          : `Give ${missing.label.toLowerCase()} first.`,
      )
      boxes.current.get(missing.role)?.focus()
      return
    }
    if (!insist && (doubts.length > 0 || cannot !== null)) {
      const [first] = doubts
      setProblem(
        first
          ? `Not recorded. ${first.ask.label}: ${first.why}`
          : `Not recorded: no ${family.quantity} follows from these numbers.`,
      )
      if (first) boxes.current.get(first.ask.role)?.focus()
      return
    }
    const place = taken.altitude
    const asksPlace = place && order.some((a) => a.role === 'altitude')
    const refused = edit({
      kind: 'addMeasurement',
      args: {
        measurement: {
          id: newId(),
          at: new Date().toISOString(),
          by: '',
          about: { kind: 'point', element: element.id },
          method: method.id,
          readings: readings(taken),
          note: '',
          struck: null,
        },
        // a doubted altitude is the point's own, and not where the shed stands
        ...(asksPlace && !against.altitude && altitude !== place.value
          ? { altitudeM: place.value }
          : {}),
      },
    })
    setProblem(refused)
    if (refused) return
    // the air and the supply stay what they are from point to point; what was made and read does not
    setAgainst(keptOf)
    setTyped(keptOf(taken))
    setRound(round + 1)
    setTimeout(() =>
      boxes.current.get((order.find((a) => !KEPT.has(a.role)) ?? signal).role)?.focus(),
    )
  }
  const box = (ask: Ask, next: Ask | undefined) => (
    <QuantityInput
      key={`${ask.role}${ask.unit}${KEPT.has(ask.role) ? '' : round}`}
      inputRef={(e) => {
        if (e) boxes.current.set(ask.role, e)
      }}
      label={ask.label}
      unit={ask.unit}
      width={
        ask.otherwise !== undefined || (ask.role === 'truth' && suggested !== undefined) ? 200 : 160
      }
      {...(ask.step === undefined ? {} : { step: ask.step })}
      value={ask.role === 'altitude' ? altitude : null}
      onTyped={(t, a) => {
        setTyped((all) => ({ ...all, [ask.role]: t }))
        setAgainst((all) => ({ ...all, [ask.role]: a }))
        setProblem(null)
      }}
      {...(next ? { onEnter: () => boxes.current.get(next.role)?.focus() } : {})}
      placeholder={
        ask.unit === 'counts'
          ? '512'
          : ask.role === 'signal'
            ? family.signalUnit === 'Ω'
              ? '2.21k'
              : family.signalUnit === 'V'
                ? '1.43'
                : '420'
            : ask.role === 'truth' && suggested !== undefined
              ? `${q.bare(suggested, 0)} is best`
              : ask.otherwise === undefined
                ? ''
                : `${ask.otherwise} if left out`
      }
      check={
        ask.unit === 'counts'
          ? (v) =>
              v >= 0 && v < 2 ** (input.bits ?? 12) ? null : `0 to ${2 ** (input.bits ?? 12) - 1}`
          : ask.role === 'signal'
            ? signalCheck(drive, family.signalUnit)
            : ask.role === 'truth'
              ? truthCheck(family, q)
              : plausibleCheck(ask, quantity(ask.unit))
      }
    />
  )
  const kinds = [...new Set(order.flatMap((a) => (a.with ? [a.with] : [])))].filter(
    (k) => ofKind(k).length > 0,
  )
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault()
        record(false)
      }}
      aria-label="Add a point"
    >
      <Group align="flex-start" gap="sm" mt="xs" wrap="wrap">
        <NativeSelect
          label="How"
          value={method.id}
          onChange={(e) => {
            onMethod(e.currentTarget.value)
            setProblem(null)
          }}
          data={family.methods.map((m) => ({ value: m.id, label: m.name }))}
          w={230}
        />
        {asks.map(({ ask, ways }, i) => (
          <Group key={ways[0]!.role} align="flex-start" gap="sm">
            {ways.length > 1 && (
              <NativeSelect
                label="From"
                value={ask.role}
                onChange={(e) => {
                  const role = e.currentTarget.value as Role
                  setInstead((all) => ({ ...all, [ways[0]!.role]: role }))
                }}
                data={ways.map((w) => ({ value: w.role, label: w.label.toLowerCase() }))}
                w={130}
              />
            )}
            {box(ask, order[i + 1])}
          </Group>
        ))}
        {perCount !== null && (
          <NativeSelect
            label="Signal in"
            value={raw ? 'counts' : 'volts'}
            onChange={(e) => {
              setRaw(e.currentTarget.value === 'counts')
              setTyped((all) => ({ ...all, signal: null }))
            }}
            data={[
              { value: 'volts', label: 'volts' },
              { value: 'counts', label: 'raw counts' },
            ]}
            w={130}
          />
        )}
        {box(signal, undefined)}
        <Button type="submit" mt={26}>
          Record
        </Button>
      </Group>
      {worked && 'problem' in worked ? (
        <p role="alert" className="wrong tight">
          {worked.problem}
        </p>
      ) : (
        worked &&
        !order.some((a) => a.role === 'truth') && (
          <p className="tight" role="status">
            {(method.says ?? ((t: string) => `That is ${t}.`))(q.text(worked.value, 2))}
          </p>
        )
      )}
      {problem && (
        <p role="alert" className="wrong tight">
          {problem}{' '}
          {mayInsist && (
            <Button variant="default" onClick={() => record(true)}>
              Record it all the same
            </Button>
          )}
        </p>
      )}
      <ol className="pale indented tight small">
        {method.steps.map((s) => (
          <li key={s}>{s}</li>
        ))}
      </ol>
      {method.cautions.map((c) => (
        <Caution key={c}>{c}</Caution>
      ))}
      {kinds.length > 0 && (
        <Group gap="sm" mt={4} wrap="wrap">
          {kinds.map((kind, i) => (
            <NativeSelect
              key={kind}
              label={i === 0 ? 'Read with' : 'and with'}
              value={instrument(kind) ?? ''}
              onChange={(e) => {
                const id = e.currentTarget.value
                setChosen((all) => ({ ...all, [kind]: id }))
              }}
              data={[
                { value: '', label: `an unknown ${KIND_NAME[kind]}` },
                ...ofKind(kind).map((x) => ({ value: x.id, label: x.name })),
              ]}
            />
          ))}
        </Group>
      )}
      {build.instruments.length === 0 && (
        <p className="pale small">
          No instrument is named yet: a cheap hand-held one is assumed. Name yours under Vehicle and
          instruments, and every band becomes yours.
        </p>
      )}
    </form>
  )
}

/** What stays from point to point. */
const KEPT = new Set<Role>(['altitude', 'pressure', 'supply'])
const keptOf = <T,>(all: Partial<Record<Role, T>>): Partial<Record<Role, T>> =>
  Object.fromEntries(Object.entries(all).filter(([role]) => KEPT.has(role as Role)))
