import { SideBySide } from '../../../parts/Fields.tsx'
import { Button, Group, NativeSelect } from '@mantine/core'
import type { Element, Input } from '../../../../core/build/index.ts'
import type { InstrumentKind, PointMethod, AskedRole } from '../../../../core/curve/index.ts'
import { useBuild } from '../../../store/useBuild.ts'
import { Caution } from '../../../parts/Caution.tsx'
import { useQuantity } from '../../../parts/units.ts'
import { boxKey, PointBox } from './PointBox.tsx'
import { useAddPoint, type AddingPoint } from './useAddPoint.ts'

const KIND_NAME: Record<InstrumentKind, string> = {
  meter: 'meter',
  thermometer: 'thermometer',
  barometer: 'barometer',
  gauge: 'pressure gauge',
  can: 'can',
}

type Props = {
  element: Element
  input: Input
  method: PointMethod
  onMethod: (id: string) => void
  suggested?: number | undefined
}

/** One point typed by hand: how its truth is made, what that asks, what the meter shows. Enter records and goes on. */
export function AddPoint({ element, input, method, onMethod, suggested }: Props) {
  const { build } = useBuild()
  const adding = useAddPoint(element, input, method)
  const of = { adding, element, input, suggested }
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault()
        adding.record(false)
      }}
      aria-label="Add a point"
    >
      <Group align="flex-start" gap="sm" mt="xs" wrap="wrap">
        <NativeSelect
          label="How"
          value={method.id}
          onChange={(e) => {
            onMethod(e.currentTarget.value)
            adding.setProblem(null)
          }}
          data={adding.family.methods.map((m) => ({ value: m.id, label: m.name }))}
          w={230}
        />
        {adding.asks.map(({ ask, ways }, i) => (
          <Group key={ways[0]!.role} align="flex-start" gap="sm">
            {ways.length > 1 && (
              <NativeSelect
                label="From"
                value={ask.role}
                onChange={(e) =>
                  adding.takeInstead(ways[0]!.role, e.currentTarget.value as AskedRole)
                }
                data={ways.map((w) => ({ value: w.role, label: w.label.toLowerCase() }))}
                w={130}
              />
            )}
            <PointBox
              key={boxKey(ask, adding.round)}
              {...of}
              ask={ask}
              next={adding.order[i + 1]}
            />
          </Group>
        ))}
        {adding.perCount !== null && <SignalIn adding={adding} />}
        <PointBox key={boxKey(adding.signal, adding.round)} {...of} ask={adding.signal} />
        <SideBySide>
          <Button type="submit">Record</Button>
        </SideBySide>
      </Group>
      <WhatFollows adding={adding} method={method} />
      <ol className="pale indented tight small">
        {method.steps.map((s) => (
          <li key={s}>{s}</li>
        ))}
      </ol>
      {method.cautions.map((c) => (
        <Caution key={c}>{c}</Caution>
      ))}
      <ReadWith adding={adding} />
      {build.instruments.length === 0 && (
        <p className="pale small">
          No instrument is named yet: a cheap hand-held one is assumed. Name yours under Vehicle and
          instruments, and every band becomes yours.
        </p>
      )}
    </form>
  )
}

/** A device that shows what its converter counts is a meter of its own, its grounds and wires included. */
const SignalIn = ({ adding }: { adding: AddingPoint }) => (
  <NativeSelect
    label="Signal in"
    value={adding.raw ? 'counts' : 'volts'}
    onChange={(e) => adding.inCounts(e.currentTarget.value === 'counts')}
    data={[
      { value: 'volts', label: 'volts' },
      { value: 'counts', label: 'raw counts' },
    ]}
    w={130}
  />
)

/** The truth that follows from what was typed, and why a point is not recorded. */
function WhatFollows({ adding, method }: { adding: AddingPoint; method: PointMethod }) {
  const { worked, problem, order } = adding
  const q = useQuantity(adding.family.truthUnit)
  const isAsked = order.some((a) => a.role === 'truth')
  const says = method.says ?? ((t: string) => `That is ${t}.`)
  return (
    <>
      {worked && 'problem' in worked && (
        <p role="alert" className="wrong tight">
          {worked.problem}
        </p>
      )}
      {worked && !('problem' in worked) && !isAsked && (
        <p className="tight" role="status">
          {says(q.text(worked.value, 2))}
        </p>
      )}
      {problem && (
        <p role="alert" className="wrong tight">
          {problem}{' '}
          {adding.mayInsist && (
            <Button variant="default" onClick={() => adding.record(true)}>
              Record it all the same
            </Button>
          )}
        </p>
      )}
    </>
  )
}

/** Which of the owner's instruments read the point. */
function ReadWith({ adding: { instruments } }: { adding: AddingPoint }) {
  if (instruments.kinds.length === 0) return null
  return (
    <Group gap="sm" mt={4} wrap="wrap">
      {instruments.kinds.map((kind, i) => (
        <NativeSelect
          key={kind}
          label={i === 0 ? 'Read with' : 'and with'}
          value={instruments.idOf(kind) ?? ''}
          onChange={(e) => instruments.choose(kind, e.currentTarget.value)}
          data={[
            { value: '', label: `an unknown ${KIND_NAME[kind]}` },
            ...instruments.ofKind(kind).map((x) => ({ value: x.id, label: x.name })),
          ]}
        />
      ))}
    </Group>
  )
}
