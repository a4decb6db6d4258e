import { roundFigures, fixed, significant } from '../../../core/quantity/index.ts'
import { Button } from '@mantine/core'
import { Link } from 'react-router'
import type { Trigger } from '../../../core/build/index.ts'
import {
  againstComparator,
  coilReader,
  type Strength as Found,
} from '../../../core/trigger/index.ts'
import { num } from '../../parts/columns.ts'
import { Sheet } from '../../parts/Sheet.tsx'
import { Wrong } from '../../parts/Wrong.tsx'
import { useBuild } from '../../store/useBuild.ts'
import { useState } from 'react'

/** What a coil gives against its noise and against the comparator that reads it, as the capture has it. */
export function StrengthPanel({ trigger, strength }: { trigger: Trigger; strength: Found | null }) {
  return (
    <>
      <h2 className="apart">How strong the pickup is</h2>
      {strength ? (
        <Told trigger={trigger} strength={strength} />
      ) : (
        <p className="pale">
          {trigger.pickup === 'vr'
            ? 'Not told by this capture: it takes two turns in sync, and volts as they are, ' +
              'which a sound card does not give.'
            : 'A sensor that switches gives the same levels at any speed: its margins are under Input.'}
        </p>
      )}
    </>
  )
}

function Told({ trigger, strength }: { trigger: Trigger; strength: Found }) {
  const { build, edit } = useBuild()
  const [problem, setProblem] = useState<string | null>(null)
  const comparator = coilReader(build, trigger)
  const { peaks, hysteresis, fromRpm } = againstComparator(strength, comparator)
  const { turns } = strength
  const shown = [...new Set([0, Math.floor((turns.length - 1) / 2), turns.length - 1])]
  const leastV = Math.min(...turns.map((t) => t.leastV))
  const take = (): void =>
    setProblem(
      edit({
        kind: 'editCoilReader',
        args: { id: trigger.id, patch: { peakV: roundFigures(leastV, 2) }, now: comparator },
      }),
    )
  return (
    <>
      <Sheet
        label="Peaks and noise by speed"
        columns={[num('rpm'), num('smallest tooth, V'), num('middle tooth, V'), num('noise 1σ, V')]}
        rows={shown.map((i) => {
          const t = turns[i]!
          return {
            key: String(i),
            cells: [
              fixed(t.rpm, 0),
              significant(t.leastV, 3),
              significant(t.peakV, 3),
              significant(t.noiseV, 2),
            ],
          }
        })}
      />
      <p role="status">
        {significant(strength.voltPer1000, 3)} V at 1000 rpm. The smallest tooth is{' '}
        {significant(peaks, 2)} times the {comparator.thresholdV} V at which the comparator switches
        {peaks < 2 && ': a nearer gap, or a lower threshold'}.{' '}
        {Number.isFinite(hysteresis) &&
          `Its hysteresis of ${comparator.hysteresisV} V is ${significant(hysteresis, 2)} ` +
            'times the noise from end to ' +
            `end${hysteresis < 1 ? ': noise can make edges of its own' : ''}. `}
        Every tooth is twice the threshold from {Math.ceil(fromRpm / 5) * 5} rpm on.
      </p>
      <p>
        <Button variant="default" onClick={take}>
          Take {significant(leastV, 2)} V for the peak while cranking
        </Button>{' '}
        <Link to={`/build/${build.id}/earths?tab=shields`}>
          {trigger.comparator ? 'The comparator' : 'The comparator, as is usual until measured'}
        </Link>
      </p>
      <Wrong>{problem}</Wrong>
    </>
  )
}
