import { fixed } from '../../../core/quantity/index.ts'
import { Button } from '@mantine/core'
import { useState } from 'react'
import { readerName, repairText } from '../../../core/ground/index.ts'
import { num, unseen, words } from '../../parts/columns.ts'
import { Sheet } from '../../parts/Sheet.tsx'
import { Wrong } from '../../parts/Wrong.tsx'
import type { EarthsTabProps } from './Earths.tsx'
import { times } from './Proposals.tsx'
import { useRepair } from './useRepair.ts'
import { schemeText } from './words.ts'

/** The schools of grounding solved for this vehicle, and single changes by what they bring. */
export default function Schemes({ earths }: EarthsTabProps) {
  const { build, advice, busy } = earths
  const carryOut = useRepair(earths)
  const [problem, setProblem] = useState<string | null>(null)
  if (!advice) return <p className="pale">{busy ? 'Solving each…' : 'Choose a state first.'}</p>
  const [best] = advice.schemes
  const worst = advice.schemes.at(-1)
  const now = advice.schemes.find((s) => s.power === 'as-it-is' && s.sensors === 'as-they-are')
  return (
    <div className="stage">
      <div>
        <h2>Where to ground the engine unit</h2>
        <Sheet
          label="Schemes"
          columns={[words('Power ground'), words('Sensors'), num('its readers'), num('others')]}
          rows={advice.schemes.map((s) => {
            const { power, sensors } = schemeText(s)
            return {
              key: `${s.power} ${s.sensors}`,
              cells: [power, sensors, `${fixed(s.worst, 2)} ×`, `${fixed(s.others, 1)} ×`],
            }
          })}
        />
        {best && now && (
          <p>
            Recommended: power ground {schemeText(best).power}, sensors {schemeText(best).sensors}.
            The worst of the unit’s readers is then {times(best.worst)}; it is {times(now.worst)}{' '}
            now
            {worst?.read
              ? `, and ${times(worst.worst)} (${readerName(build, worst.read)}) the worst way.`
              : '.'}
          </p>
        )}
        <p className="pale small">
          × is the worst error over what the channel needs: of the readers of the engine unit, and
          of all others. Each is solved with this vehicle’s own loads and straps; new power wires
          are two of 2.5 mm², half a metre.
        </p>
      </div>
      <div>
        <h2>Single changes, tried</h2>
        <Sheet
          label="Repairs"
          columns={[words('Change'), num('leaves'), num('hours'), unseen('Do it')]}
          rows={advice.repairs.map((r) => ({
            key: JSON.stringify(r.repair),
            cells: [
              repairText(build, r.repair),
              `${fixed(r.after, 2)} ×`,
              fixed(r.effortH, 1),
              <Button
                key="do"
                variant="subtle"
                h={36}
                px={8}
                aria-label={`${repairText(build, r.repair)}: try it`}
                onClick={() => setProblem(carryOut(r.repair))}
              >
                Try it
              </Button>,
            ],
          }))}
        />
        <Wrong>{problem}</Wrong>
        {advice.repairs.length === 0 && <p className="pale">None helps by more than a fiftieth.</p>}
      </div>
    </div>
  )
}
