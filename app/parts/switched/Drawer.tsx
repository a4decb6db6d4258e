import { fixed } from '../../../core/quantity/index.ts'
import { Button, NativeSelect } from '@mantine/core'
import { useState } from 'react'
import { orElse } from '../../../core/error.ts'
import {
  switchedInput,
  type InputParts,
  type InputSchool,
  type SwitchedInputTask,
} from '../../../core/input/index.ts'
import { aboveZero } from '../checks.ts'
import { SideBySide, Fields } from '../Fields.tsx'
import { QuantityInput } from '../QuantityInput.tsx'
import { Say } from '../Say.tsx'
import { SCHOOL } from './school.ts'

const SCHOOLS: Record<SwitchedInputTask['switches'], readonly InputSchool[]> = {
  ground: ['pull-up', 'divider', 'trimmed', 'sensor-on-5v'],
  battery: ['from-battery'],
}
const DIVIDES: readonly InputSchool[] = ['divider', 'trimmed', 'from-battery']

/** Parts that lie in the drawer: what they would leave, and fitting them. */
export function Drawer({
  task,
  onFit,
}: {
  task: SwitchedInputTask
  onFit: (parts: InputParts) => string | null
}) {
  const schools = SCHOOLS[task.switches]
  const [chosen, setChosen] = useState<InputSchool>('pull-up')
  const [upOhm, setUp] = useState<number | null>(null)
  const [downOhm, setDown] = useState<number | null>(null)
  const school = schools.includes(chosen) ? chosen : schools[0]!
  const divides = DIVIDES.includes(school)
  const parts: InputParts | null =
    upOhm === null || (divides && downOhm === null)
      ? null
      : { school, upOhm, downOhm: divides ? downOhm : null }
  const gives = parts && orElse(() => switchedInput(task, parts), null)
  return (
    <>
      <h2 className="apart">From the drawer</h2>
      <Fields name="From the drawer">
        <NativeSelect
          label="As"
          value={school}
          data={schools.map((s) => ({ value: s, label: SCHOOL[s] }))}
          onChange={(e) => setChosen(e.currentTarget.value as InputSchool)}
          w={270}
        />
        <QuantityInput
          label={divides ? 'Upper part' : 'Resistor'}
          unit="Ω"
          value={upOhm}
          width={130}
          placeholder="such as 2k2"
          check={aboveZero}
          onCommit={({ value }) => setUp(value)}
        />
        {divides && (
          <QuantityInput
            label="Lower part"
            unit="Ω"
            value={downOhm}
            width={130}
            check={aboveZero}
            onCommit={({ value }) => setDown(value)}
          />
        )}
        {parts && gives && (
          <SideBySide>
            <Button variant="default" onClick={() => onFit(parts)}>
              Fit it
            </Button>
          </SideBySide>
        )}
      </Fields>
      {gives && (
        <p role="status">
          It leaves{' '}
          <b className={gives.marginV > 0 ? undefined : 'wrong'}>{fixed(gives.marginV, 2)} V</b> in
          the worst corner and carries up to {fixed(gives.sinkA * 1000, 1)} mA.{' '}
          {gives.says.map((s) => (
            <span key={s.code}>
              <Say of={s} />{' '}
            </span>
          ))}
        </p>
      )}
    </>
  )
}
