import { Button, NativeSelect } from '@mantine/core'
import { useForm } from '@mantine/form'
import { useState } from 'react'
import type { Measurement } from '../../../core/build/index.ts'
import { CONTRADICTS } from '../../../core/ground/index.ts'
import { Caution } from '../../parts/Caution.tsx'
import { num, unseen, words } from '../../parts/columns.ts'
import { SideBySide, Fields } from '../../parts/Fields.tsx'
import { QuantityInput, type Typed } from '../../parts/QuantityInput.tsx'
import { Sheet } from '../../parts/Sheet.tsx'
import { StrikeButton } from '../../parts/StrikeButton.tsx'
import { Wrong } from '../../parts/Wrong.tsx'
import { newId } from '../../store/id.ts'
import { useBuild } from '../../store/useBuild.ts'
import type { EarthsTabProps } from './Earths.tsx'
import { OneStrap } from './OneStrap.tsx'
import { millivolts } from './Picture.tsx'
import { postName } from './words.ts'

type Dropped = Measurement & { about: Extract<Measurement['about'], { kind: 'drop' }> }
const isDrop = (m: Measurement): m is Dropped => m.about.kind === 'drop'

/** Volt drops as measured, and how: out of them the ohms of straps and joints are found. */
export default function Drops({ earths }: EarthsTabProps) {
  const { build } = earths
  const drops = build.measurements.filter(isDrop)
  return (
    <div className="stage">
      <div>
        <h2>Measure a volt drop</h2>
        <DropForm earths={earths} />
        {drops.length === 0 ? (
          <p className="pale">Nothing measured yet: every strap is as it was guessed.</p>
        ) : (
          <Sheet
            label="Volt drops"
            apart
            columns={[
              words('From, to'),
              words('While'),
              num('typed'),
              num('fits best'),
              unseen('Strike'),
            ]}
          >
            {drops.map((m) => (
              <DropRow key={m.id} measurement={m} earths={earths} />
            ))}
          </Sheet>
        )}
      </div>
      <div>
        <h2>How</h2>
        <ol>
          <li>Meter on volts, its finest range. Hold the two probes together: it shows nothing.</li>
          <li>Bring the vehicle into the state: fans, lamps and pump as they run in it.</li>
          <li>Red probe on the first post, black on the second: on bare metal, not on the bolt.</li>
          <li>Type what stands, with its sign. Minus means that the second stands higher.</li>
        </ol>
        <p className="pale">
          A drop says volts across all that lies between; with the currents that run it says ohms.
        </p>
        <OneStrap earths={earths} />
        <Caution>
          Keep leads, sleeves and hair clear of belts and fans: a fan may start by itself.
        </Caution>
      </div>
    </div>
  )
}

type Drop = {
  plus: string | null
  minus: string | null
  during: string | null
  shows: Typed | null
}
const NOTHING: Drop = { plus: null, minus: null, during: null, shows: null }

/** A drop as it is typed: where the probes stand, in which state, what the meter shows; and recording it. */
function useDropForm({ build, advice, state }: EarthsTabProps['earths']) {
  const { edit } = useBuild()
  const next = advice?.next
  const form = useForm<Drop>({ initialValues: NOTHING, clearInputErrorOnChange: false })
  const [round, setRound] = useState(0)
  // until somebody chooses: the drop that would tell the most
  const offered = next ?? {
    plus: build.posts[0]!.id,
    minus: (build.posts[1] ?? build.posts[0]!).id,
    state: state ?? build.states[0]?.id ?? '',
  }
  const { shows } = form.values
  const plus = form.values.plus ?? offered.plus
  const minus = form.values.minus ?? offered.minus
  const during = form.values.during ?? offered.state
  const choose = (what: Partial<Drop>): void => {
    // what stands in the other boxes stays what it was when one was chosen
    form.setValues({ plus, minus, during, ...what })
    form.clearErrors()
  }
  const refuse = (why: string): void => form.setFieldError('shows', why)
  const record = (): void => {
    if (plus === minus) return refuse('Both probes stand on one post: choose another.')
    if (!shows) return refuse('Type what the meter shows, such as 0.094.')
    if (!during) return refuse('Add a state first: a drop says nothing without what runs.')
    const refused = edit({
      kind: 'addMeasurement',
      args: {
        measurement: {
          ...{ id: newId(), at: new Date().toISOString(), by: '', method: 'volt drop' },
          about: { kind: 'drop', plus, minus, state: during },
          readings: [{ role: 'drop', ...shows, instrument: null }],
          ...{ note: '', struck: null },
        },
      },
    })
    if (refused) return refuse(refused)
    form.reset()
    setRound(round + 1)
  }
  return {
    ...{ plus, minus, during, round, choose, problem: form.errors.shows },
    submit: form.onSubmit(record),
    type: (t: Typed | null) => {
      form.setFieldValue('shows', t)
      form.clearErrors()
    },
  }
}

function DropForm({ earths }: { earths: EarthsTabProps['earths'] }) {
  const { build } = earths
  const { plus, minus, during, round, problem, choose, submit, type } = useDropForm(earths)
  const posts = build.posts.map((p) => ({ value: p.id, label: p.name }))
  return (
    <form onSubmit={submit} noValidate>
      <Fields>
        <NativeSelect
          label="Red on"
          value={plus}
          data={posts}
          onChange={(e) => choose({ plus: e.currentTarget.value })}
        />
        <NativeSelect
          label="Black on"
          value={minus}
          data={posts}
          onChange={(e) => choose({ minus: e.currentTarget.value })}
        />
        <NativeSelect
          label="While"
          value={during}
          data={build.states.map((s) => ({ value: s.id, label: s.name }))}
          onChange={(e) => choose({ during: e.currentTarget.value })}
        />
        <QuantityInput
          key={round}
          label="Meter shows"
          unit="V"
          width={150}
          placeholder="94 mV"
          check={(v) => (Math.abs(v) <= 20 ? null : 'No drop of a vehicle has so many volts.')}
          onTyped={type}
        />
        <SideBySide>
          <Button type="submit">Record</Button>
        </SideBySide>
      </Fields>
      <Wrong>{problem}</Wrong>
    </form>
  )
}

function DropRow({
  measurement,
  earths: { build, solved },
}: {
  measurement: Dropped
  earths: EarthsTabProps['earths']
}) {
  const { id, about, readings, struck } = measurement
  const fit = solved?.estimate.drops.find((d) => d.id === id)
  const contradicts = fit !== undefined && Math.abs(fit.strays) > CONTRADICTS
  return (
    <tr className={struck ? 'is-struck' : contradicts ? 'is-suspect' : undefined}>
      <td>
        {postName(build, about.plus)} to {postName(build, about.minus)}
        {contradicts && (
          <b className="wrong">
            {' '}
            contradicts the others: were the probes exchanged, or did something else run?
          </b>
        )}
      </td>
      <td>{build.states.find((s) => s.id === about.state)?.name}</td>
      <td className="num">{readings[0]?.typed}</td>
      <td className="num">{fit && !struck ? `${millivolts(fit.expectedV)} mV` : ''}</td>
      <td className="to-right">
        <StrikeButton
          measurement={measurement}
          name={`Strike the drop from ${postName(build, about.plus)}`}
        />
      </td>
    </tr>
  )
}
