import { K95 } from '../../../core/constants.ts'
import { fixed } from '../../../core/quantity/index.ts'
import { Button } from '@mantine/core'
import { useForm } from '@mantine/form'
import { useState } from 'react'
import type { Trigger } from '../../../core/build/index.ts'
import {
  bestNextLamp,
  lampNow,
  lampsOf,
  readingOf,
  type LampMeasurement,
} from '../../../core/trigger/index.ts'
import { Caution } from '../../parts/Caution.tsx'
import { num, unseen } from '../../parts/columns.ts'
import { SideBySide, Fields } from '../../parts/Fields.tsx'
import { QuantityInput, type Typed } from '../../parts/QuantityInput.tsx'
import { Sheet } from '../../parts/Sheet.tsx'
import { StrikeButton } from '../../parts/StrikeButton.tsx'
import { Wrong } from '../../parts/Wrong.tsx'
import { newId } from '../../store/id.ts'
import { useBuild } from '../../store/useBuild.ts'
import { Dwell } from './Dwell.tsx'
import { PistonStop } from './PistonStop.tsx'
import type { TriggerTabProps } from './Trigger.tsx'

/** Speeds an engine may be run at for a lamp, without load. */
const SPEEDS = [800, 1500, 2500, 3500, 4500]

/** Lamp readings as they were typed, and another. */
export default function Lamp({ trigger }: TriggerTabProps) {
  const { build } = useBuild()
  const all = lampsOf(build, trigger)
  const { readings } = lampNow(build, trigger)
  const next = readings.length > 0 ? bestNextLamp(readings, SPEEDS, [800, 6500]) : null
  return (
    <div className="stage">
      <div>
        <h2>Read the lamp</h2>
        <LampForm trigger={trigger} />
        {next && (
          <p className="pale tight">
            One more tells most at <b>{next.rpm} rpm</b>: the angle at the worst speed is then known
            to ±{fixed(K95 * next.worstAfterDeg, 1)}° instead of ±
            {fixed(K95 * next.worstBeforeDeg, 1)}°.
          </p>
        )}
        {all.length > 0 && (
          <Sheet
            label="Lamp readings"
            apart
            columns={[num('rpm'), num('commanded'), num('seen'), num('off'), unseen('Strike')]}
          >
            {all.map((m) => (
              <LampRow key={m.id} measurement={m} />
            ))}
          </Sheet>
        )}
      </div>
      <div>
        <h2>How</h2>
        <ol>
          <li>Fuel off, plugs in, spark on: crank, or let it idle once it runs.</li>
          <li>Lock the advance in the unit, so that what is commanded stands still.</li>
          <li>Clip of the lamp on the cable of cylinder one; read the mark against its scale.</li>
          <li>
            Again at a second speed, far from the first: an offset and a delay are told apart.
          </li>
        </ol>
        <Caution>
          Spark kills through a worn cable: spark tester on, hands off. Sleeves, hair and lamp lead
          clear of belts and fan. Fuel off while cranking for a lamp.
        </Caution>
        <PistonStop />
        <Dwell trigger={trigger} />
      </div>
    </div>
  )
}

type Read = { rpm: Typed | null; commanded: Typed | null; seen: Typed | null }

function LampForm({ trigger }: { trigger: Trigger }) {
  const { edit } = useBuild()
  const [round, setRound] = useState(0)
  const form = useForm<Read>({ initialValues: { rpm: null, commanded: null, seen: null } })
  const refuse = (why: string): void => form.setFieldError('record', why)
  const record = ({ rpm, commanded, seen }: Read): void => {
    if (!rpm) return refuse('Type the speed first, such as 900.')
    if (!commanded) return refuse('Type the angle that is commanded, such as 10.')
    if (!seen) return refuse('Type the angle the lamp shows, before top dead centre.')
    const refused = edit({
      kind: 'addMeasurement',
      args: {
        measurement: {
          ...{ id: newId(), at: new Date().toISOString(), by: '', method: 'timing lamp' },
          about: { kind: 'lamp', trigger: trigger.id },
          readings: [
            { role: 'rpm', ...rpm, instrument: null },
            { role: 'commanded', ...commanded, instrument: null },
            { role: 'seen', ...seen, instrument: null },
          ],
          ...{ note: '', struck: null },
        },
      },
    })
    if (refused) return refuse(refused)
    // what is commanded stays from reading to reading
    form.setValues({ rpm: null, seen: null })
    form.clearErrors()
    setRound(round + 1)
  }
  return (
    <form onSubmit={(e) => form.onSubmit(record)(e)} noValidate>
      <Fields name="A lamp reading">
        <QuantityInput
          key={`rpm${round}`}
          label="At"
          unit="rpm"
          width={130}
          hideUnderstood
          check={(v) => (v > 0 && v < 20_000 ? null : 'A speed above zero.')}
          onTyped={(t) => form.setFieldValue('rpm', t)}
        />
        <QuantityInput
          label="Commanded"
          unit="°"
          width={130}
          hideUnderstood
          check={inTurn}
          onTyped={(t) => form.setFieldValue('commanded', t)}
        />
        <QuantityInput
          key={`seen${round}`}
          label="Lamp shows"
          unit="°"
          width={130}
          hideUnderstood
          check={inTurn}
          onTyped={(t) => form.setFieldValue('seen', t)}
        />
        <SideBySide>
          <Button type="submit">Record</Button>
        </SideBySide>
      </Fields>
      <Wrong>{form.errors.record}</Wrong>
    </form>
  )
}

const inTurn = (v: number): string | null =>
  Math.abs(v) <= 360 ? null : 'Degrees before top dead centre; minus is after it.'

function LampRow({ measurement }: { measurement: LampMeasurement }) {
  const { readings, struck } = measurement
  const read = readingOf(measurement)
  const typed = (role: string): string => readings.find((r) => r.role === role)?.typed ?? ''
  return (
    <tr className={struck ? 'is-struck' : undefined}>
      <td className="num">{typed('rpm')}</td>
      <td className="num">{typed('commanded')}</td>
      <td className="num">{typed('seen')}</td>
      <td className="num">{read && `${fixed(read.seenDeg - read.commandedDeg, 1)}°`}</td>
      <td className="to-right">
        <StrikeButton
          measurement={measurement}
          name={`Strike the reading at ${typed('rpm')} rpm`}
        />
      </td>
    </tr>
  )
}
