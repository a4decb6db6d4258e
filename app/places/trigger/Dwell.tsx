import { significant } from '../../../core/quantity/index.ts'
import { Button } from '@mantine/core'
import { useForm } from '@mantine/form'
import { useState } from 'react'
import type { Trigger } from '../../../core/build/index.ts'
import { aboveZero } from '../../parts/checks.ts'
import { num, unseen, words } from '../../parts/columns.ts'
import { SideBySide, Fields } from '../../parts/Fields.tsx'
import { QuantityInput, type Typed } from '../../parts/QuantityInput.tsx'
import { Sheet } from '../../parts/Sheet.tsx'
import { TextField } from '../../parts/TextField.tsx'
import { Wrong } from '../../parts/Wrong.tsx'
import { newId } from '../../store/id.ts'
import { useBuild } from '../../store/useBuild.ts'
import { RemoveButton } from '../../parts/RemoveButton.tsx'

type Read = { coil: string; battery: Typed | null; dwell: Typed | null }

/** How long each coil is charged, by the battery's volts. */
export function Dwell({ trigger }: { trigger: Trigger }) {
  const { edit } = useBuild()
  const [round, setRound] = useState(0)
  const form = useForm<Read>({ initialValues: { coil: 'Coil 1', battery: null, dwell: null } })
  const keep = ({ coil, battery, dwell }: Read): void => {
    const refuse = (why: string): void => form.setFieldError('dwell', why)
    if (!battery || !dwell) return refuse('Type the battery’s volts and the dwell.')
    const refused = edit({
      kind: 'addDwell',
      args: {
        id: trigger.id,
        dwell: { id: newId(), coil, batteryV: battery.value, dwellS: dwell.value },
      },
    })
    if (refused) return refuse(refused)
    form.setValues({ battery: null, dwell: null })
    form.clearErrors()
    setRound(round + 1)
  }
  return (
    <>
      <h2 className="apart">Dwell</h2>
      <form onSubmit={(e) => form.onSubmit(keep)(e)} noValidate>
        <Fields name="Dwell of a coil">
          <TextField
            label="Coil"
            value={form.values.coil}
            width={120}
            required
            onCommit={(coil) => form.setFieldValue('coil', coil)}
          />
          <QuantityInput
            key={`b${round}`}
            label="Battery"
            unit="V"
            width={110}
            hideUnderstood
            check={aboveZero}
            onTyped={(t) => form.setFieldValue('battery', t)}
          />
          <QuantityInput
            key={`d${round}`}
            label="Charged for"
            unit="ms"
            width={110}
            hideUnderstood
            check={aboveZero}
            onTyped={(t) => form.setFieldValue('dwell', t)}
          />
          <SideBySide>
            <Button type="submit" variant="default">
              Keep
            </Button>
          </SideBySide>
        </Fields>
      </form>
      <Wrong>{form.errors.dwell}</Wrong>
      <DwellList trigger={trigger} />
      <p className="pale small">
        More volts charge a coil faster: without its correction it is hot at 15 V and weak at 9.
      </p>
    </>
  )
}

function DwellList({ trigger }: { trigger: Trigger }) {
  const { edit } = useBuild()
  if (trigger.dwell.length === 0) return null
  return (
    <Sheet
      label="Dwell by coil"
      columns={[words('Coil'), num('battery, V'), num('ms'), unseen('Remove')]}
    >
      {[...trigger.dwell]
        .sort((a, b) => a.coil.localeCompare(b.coil) || a.batteryV - b.batteryV)
        .map((d) => (
          <tr key={d.id}>
            <td>{d.coil}</td>
            <td className="num">{d.batteryV}</td>
            <td className="num">{significant(1000 * d.dwellS, 4)}</td>
            <td>
              <RemoveButton
                of={`${d.coil} at ${d.batteryV} V`}
                onClick={() => edit({ kind: 'removeDwell', args: { id: trigger.id, dwell: d.id } })}
              />
            </td>
          </tr>
        ))}
    </Sheet>
  )
}
