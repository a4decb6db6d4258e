import { roundFigures } from '../../../core/quantity/index.ts'
import { Button, NativeSelect } from '@mantine/core'
import { useForm } from '@mantine/form'
import { useState } from 'react'
import type { Build, Id, Measurement } from '../../../core/build/index.ts'
import { refusal } from '../../../core/error.ts'
import { ohmByVolts } from '../../../core/ground/index.ts'
import { aboveZero } from '../../parts/checks.ts'
import { num, unseen, words } from '../../parts/columns.ts'
import { SideBySide, Fields } from '../../parts/Fields.tsx'
import { QuantityInput, type Typed } from '../../parts/QuantityInput.tsx'
import { Sheet } from '../../parts/Sheet.tsx'
import { StrikeButton } from '../../parts/StrikeButton.tsx'
import { Wrong } from '../../parts/Wrong.tsx'
import { newId } from '../../store/id.ts'
import { useBuild } from '../../store/useBuild.ts'
import type { EarthsTabProps } from './Earths.tsx'
import { milliohms } from './Picture.tsx'

type Read = { strap: Id; volt: Typed | null; zero: Typed | null; ampere: Typed | null }

/** One strap as it is typed, the ohms of it, and keeping them. */
function useOneStrap(build: Build) {
  const { edit } = useBuild()
  const [round, setRound] = useState(0)
  const nothing: Read = { strap: build.straps[0]?.id ?? '', volt: null, zero: null, ampere: null }
  const form = useForm<Read>({ initialValues: nothing })
  const { volt, zero, ampere } = form.values
  const strap = build.straps.find((s) => s.id === form.values.strap) ?? build.straps[0]
  const { ohm, problem } =
    volt && ampere ? found(volt.value, zero?.value ?? 0, ampere.value) : NOTHING_FOUND
  const keep = (): void => {
    if (!strap) return
    if (ohm === null || !volt || !ampere)
      return form.setFieldError('volt', problem ?? 'Type the volts and the current.')
    const measurement = asMeasured(strap.id, { volt, zero, ampere })
    const args = { id: strap.id, measurement, ohm: roundFigures(ohm, 4) }
    const refused = edit({ kind: 'measureStrap', args })
    if (refused) return form.setFieldError('volt', refused)
    form.setValues({ ...nothing, strap: strap.id })
    setRound(round + 1)
  }
  return { form, round, ohm, problem: problem ?? form.errors.volt, keep }
}

const asMeasured = (
  strap: Id,
  { volt, zero, ampere }: { volt: Typed; zero: Typed | null; ampere: Typed },
): Measurement => ({
  ...{ id: newId(), at: new Date().toISOString(), by: '', method: 'volts at a current' },
  about: { kind: 'strap', strap },
  readings: [
    { role: 'drop', ...volt, instrument: null },
    ...(zero ? [{ role: 'zero' as const, ...zero, instrument: null }] : []),
    { role: 'ampere', ...ampere, instrument: null },
  ],
  ...{ note: '', struck: null },
})

/** What a strap has by itself: volts across it at a known current, less what the meter shows of itself. */
export function OneStrap({ earths: { build } }: Pick<EarthsTabProps, 'earths'>) {
  const { form, round, ohm, problem, keep } = useOneStrap(build)
  if (build.straps.length === 0) return null
  return (
    <details className="apart">
      <summary className="strong">Measure one strap by itself</summary>
      <ol>
        <li>Battery off the strap. Send a known current through it: a lamp of 5 A does.</li>
        <li>Probes together: note what the meter shows of its own.</li>
        <li>Probes on the strap, inside the clamps that bring the current: type the volts.</li>
      </ol>
      <form onSubmit={(e) => form.onSubmit(keep)(e)} noValidate>
        <Fields name="One strap">
          <NativeSelect
            label="Strap"
            {...form.getInputProps('strap')}
            data={build.straps.map((s) => ({ value: s.id, label: s.name || 'a wire' }))}
          />
          <Box
            key={`v${round}`}
            label="Across it"
            unit="V"
            onTyped={(t) => form.setFieldValue('volt', t)}
          />
          <Box
            key={`z${round}`}
            label="Probes together"
            unit="V"
            onTyped={(t) => form.setFieldValue('zero', t)}
          />
          <Box
            key={`a${round}`}
            label="Current"
            unit="A"
            check={aboveZero}
            onTyped={(t) => form.setFieldValue('ampere', t)}
          />
          <SideBySide>
            <Button type="submit">Keep it</Button>
          </SideBySide>
        </Fields>
      </form>
      <Wrong>{problem}</Wrong>
      {ohm !== null && (
        <p role="status">
          <b>{milliohms(ohm)}</b>, meter’s own {form.values.zero ? 'taken off' : 'not taken off'}.
        </p>
      )}
      <Measured build={build} />
    </details>
  )
}

/** What was measured of single straps, as it was typed. */
function Measured({ build }: { build: Build }) {
  const all = build.measurements.flatMap((m) =>
    m.about.kind === 'strap' ? [{ m, strap: m.about.strap }] : [],
  )
  if (all.length === 0) return null
  return (
    <Sheet
      label="Straps measured by themselves"
      apart
      columns={[words('Strap'), num('V'), num('V together'), num('A'), unseen('Strike')]}
    >
      {all.map(({ m, strap }) => {
        const name = build.straps.find((s) => s.id === strap)?.name || 'a wire'
        const typed = (role: string): string =>
          m.readings.find((r) => r.role === role)?.typed ?? '–'
        return (
          <tr key={m.id} className={m.struck ? 'is-struck' : undefined}>
            <td>{name}</td>
            {['drop', 'zero', 'ampere'].map((role) => (
              <td key={role} className="num">
                {typed(role)}
              </td>
            ))}
            <td>
              <StrikeButton measurement={m} name={`Strike what was measured of ${name}`} />
            </td>
          </tr>
        )
      })}
    </Sheet>
  )
}

const Box = (props: {
  label: string
  unit: string
  check?: (v: number) => string | null
  onTyped: (t: Typed | null) => void
}) => <QuantityInput {...props} width={150} />

const NOTHING_FOUND = { ohm: null, problem: null }
function found(
  volt: number,
  zeroV: number,
  ampere: number,
): { ohm: number | null; problem: string | null } {
  try {
    return { ohm: ohmByVolts({ volt, zeroV, ampere }), problem: null }
  } catch (error) {
    return { ohm: null, problem: refusal(error).message }
  }
}
