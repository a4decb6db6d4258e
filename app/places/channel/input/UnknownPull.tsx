import { K95 } from '../../../../core/constants.ts'
import { Button, Group } from '@mantine/core'
import { useForm } from '@mantine/form'
import { measured, type Input, type Measurement } from '../../../../core/build/index.ts'
import { lastPlace, type ReadStatus } from '../../../../core/chain/index.ts'
import { findPullUp } from '../../../../core/input/index.ts'
import { ohms } from '../../../parts/units.ts'
import { fixed, roundFigures, roundTo } from '../../../../core/quantity/index.ts'
import { inWords } from '../../../store/problem.ts'
import { useBuild } from '../../../store/useBuild.ts'
import { newId } from '../../../store/id.ts'
import { newPull } from '../../../store/make.ts'
import { QuantityInput, type Typed } from '../../../parts/QuantityInput.tsx'
import { Wrong } from '../../../parts/Wrong.tsx'

/** The readings that tell an unknown pull-up, as typed: the open pin, a known resistor, the pin with it. */
type Told = { open: Typed; known: Typed; loaded: Typed }
type Found = ReturnType<typeof findPullUp>

function findFrom({ open, known, loaded }: Told): { found: Found } | { problem: string } {
  try {
    const found = findPullUp({
      openV: open.value,
      knownOhm: known.value,
      loadedV: loaded.value,
      steps: { openV: lastPlace(open), loadedV: lastPlace(loaded), knownOhm: lastPlace(known) },
    })
    return { found }
  } catch (error) {
    return { problem: inWords(error, 'Finding the pull-up') }
  }
}

/** The measurement that found a pull-up, and what it says of the input. */
function measuredBy(input: Input, { open, known, loaded }: Told, found: Found) {
  const measurement: Measurement = {
    id: newId(),
    at: new Date().toISOString(),
    by: '',
    about: { kind: 'input', input: input.id },
    method: 'pull-up from two readings',
    note: `known resistor ${known.typed}`,
    struck: null,
    readings: [
      { role: 'pinV', ...open, instrument: null },
      { role: 'signal', ...known, instrument: null },
      { role: 'pinV', ...loaded, instrument: null },
    ],
  }
  const ohm = roundFigures(found.pullUpOhm, 4),
    rail = roundFigures(found.railV, 4)
  const reference = input.referenceV.value
  const near = Math.abs(rail - reference) < 0.05 * reference && input.bits !== null
  const said = {
    ohm: measured(ohm, [measurement.id]),
    railV: measured(rail, [measurement.id]),
    tolerance: roundTo(Math.min(0.5, Math.max(0.005, (2 * found.spreadOhm) / ohm)), 3),
    toReference: near,
  }
  const own = input.pulls.find((p) => p.kind !== 'fitted')
  const added = own ? null : { ...newPull(ohm, 'fixed', rail, near, 'own pull-up'), ...said }
  return {
    input: input.id,
    measurement,
    found: said,
    pull: (own ?? added!).id,
    ...(added ? { added } : {}),
    ...(near ? { referenceV: measured(rail, [measurement.id]) } : {}),
  }
}

/** No manual tells the pull-up? Two readings at the plug do. */
export function UnknownPull({ status }: { status: ReadStatus }) {
  const { edit } = useBuild()
  const { input } = status.assembled
  const form = useForm<{ [K in keyof Told]: Told[K] | null }>({
    initialValues: { open: null, known: null, loaded: null },
  })
  const { open, known, loaded } = form.values
  const told = open && known && loaded ? { open, known, loaded } : null
  const result = told && findFrom(told)
  const found = result && 'found' in result ? result.found : null
  const problem = result && 'problem' in result ? result.problem : null
  const use = (): void => {
    if (found && told) edit({ kind: 'measurePullUp', args: measuredBy(input, told, found) })
  }
  return (
    <details className="apart">
      <summary className="strong">Find the pull-up from two readings</summary>
      <p>
        Sensor unplugged, key on. Measure from the signal pin to the sensor ground, then again with
        a known resistor between them.
      </p>
      <Group align="flex-start">
        <QuantityInput
          label="Open"
          unit="V"
          onTyped={(t) => form.setFieldValue('open', t)}
          width={130}
          placeholder="5.00"
        />
        <QuantityInput
          label="Known resistor"
          unit="Ω"
          onTyped={(t) => form.setFieldValue('known', t)}
          width={150}
          placeholder="1k"
        />
        <QuantityInput
          label="With it"
          unit="V"
          onTyped={(t) => form.setFieldValue('loaded', t)}
          width={130}
          placeholder="1.43"
        />
      </Group>
      <Wrong>{problem}</Wrong>
      {found && (
        <Group>
          <span role="status">
            Pull-up <b>{ohms(found.pullUpOhm)}</b> ±{ohms(K95 * found.spreadOhm)} to{' '}
            <b>{fixed(found.railV, 2)} V</b>
          </span>
          <Button onClick={use}>Use it</Button>
        </Group>
      )}
    </details>
  )
}
