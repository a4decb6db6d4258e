import { K95 } from '../../core/constants.ts'
import { fixed, roundTo } from '../../core/quantity/index.ts'
import { Button } from '@mantine/core'
import { useState } from 'react'
import { numberSetting } from '../../core/curve/index.ts'
import { hertzPerKmh, pulsesPerKm, rollOut } from '../../core/curve/speed/index.ts'
import { Fields } from '../parts/Fields.tsx'
import { LogFile } from '../parts/LogFile.tsx'
import { QuantityInput } from '../parts/QuantityInput.tsx'
import { inWords } from '../store/problem.ts'
import { useBuild } from '../store/useBuild.ts'
import type { PanelProps } from './registry.ts'
import { Wrong } from '../parts/Wrong.tsx'
import { num, words } from '../parts/columns.ts'
import { Sheet } from '../parts/Sheet.tsx'

const KM_PER_MILE = 1.609344

/** Roll-out of the tyre, the factor for the display, and a log against satellite speed. */
export default function Speed({ status }: PanelProps) {
  const { sensor } = status.assembled
  const byParts = hertzPerKmh(sensor.element.settings)
  return (
    <div className="panels apart">
      <section aria-label="Roll-out">
        <h2>Roll-out</h2>
        <RollOut id={sensor.element.id} />
        <h3 className="tight apart">The factor for the display</h3>
        <Factor
          hertz={sensor.fit ? (sensor.curve as { slope: number }).slope : byParts}
          circumferenceM={numberSetting(sensor.element.settings, 'circumferenceM', 1.9)}
        />
        <p className="pale">
          {sensor.fit
            ? 'From satellite speed.'
            : 'From teeth, gearing and tyre; satellite speed would prove it.'}
        </p>
      </section>
      <section aria-label="Satellite log">
        <AgainstSatellite byParts={byParts} />
      </section>
    </div>
  )
}

/** The tyre rolled along the floor: its circumference, to be used. */
function RollOut({ id }: { id: string }) {
  const { edit } = useBuild()
  const [distance, setDistance] = useState<number | null>(null)
  const [turns, setTurns] = useState<number | null>(5)
  const { rolled, problem } = rolledBy(distance, turns)
  return (
    <>
      <p className="pale tight">
        Mark tyre and floor, driver aboard, usual pressure; roll whole turns in a straight line,
        measure from mark to mark.
      </p>
      <Fields>
        <QuantityInput
          label="Rolled"
          unit="m"
          width={150}
          step={0.01}
          onTyped={(t) => setDistance(t?.value ?? null)}
        />
        <QuantityInput
          label="in turns"
          unit="counts"
          unitText=""
          width={120}
          value={5}
          onTyped={(t) => setTurns(t?.value ?? null)}
        />
      </Fields>
      <Wrong>{problem}</Wrong>
      {rolled && (
        <Fields>
          <span role="status">
            One turn is <b>{fixed(rolled.circumferenceM, 3)} m</b> ±
            {fixed(1000 * K95 * rolled.sigmaM, 1)} mm.
          </span>
          <Button
            onClick={() =>
              edit({
                kind: 'editElement',
                args: {
                  id,
                  patch: {
                    settings: {
                      circumferenceM: roundTo(rolled.circumferenceM, 4),
                      circumferenceFrom: 'roll-out',
                    },
                  },
                },
              })
            }
          >
            Use it
          </Button>
        </Fields>
      )}
    </>
  )
}

/** The roll-out of what is typed so far: nothing while a box is empty, the reason where it cannot be. */
function rolledBy(
  distance: number | null,
  turns: number | null,
): { rolled: ReturnType<typeof rollOut> | null; problem: string | null } {
  if (distance === null || turns === null) return { rolled: null, problem: null }
  try {
    return { rolled: rollOut(distance, turns), problem: null }
  } catch (error) {
    return { rolled: null, problem: inWords(error, 'Working out the roll-out') }
  }
}

/** The factor in the units displays ask for. */
const Factor = ({ hertz, circumferenceM }: { hertz: number; circumferenceM: number }) => (
  <Sheet
    label="Factor"
    columns={[words(), num()]}
    rows={[
      ['Hz per km/h', fixed(hertz, 4)],
      ['pulses per km', fixed(pulsesPerKm(hertz), 0)],
      ['pulses per mile', fixed(pulsesPerKm(hertz) * KM_PER_MILE, 0)],
      ['wheel turns a second at 100 km/h', fixed(100 / 3.6 / circumferenceM, 2)],
    ].map((cells) => ({ key: cells[0]!, cells }))}
  />
)

/** The factor a log gives against satellite speed, beside what the parts give. */
const AgainstSatellite = ({ byParts }: { byParts: number }) => (
  <LogFile
    title="A log against satellite speed"
    columns={[
      { label: 'Time', words: ['time'] },
      { label: 'Frequency', words: ['hz', 'freq', 'wheel'] },
      { label: 'Satellite speed', words: ['sat', 'gps', 'gnss', 'speed'] },
    ]}
    ask={(log, [t, h, v]) => log.factor(t!, h!, v!)}
    show={(f) => (
      <p>
        <b>{fixed(f.hertzPerKmh, 4)} Hz per km/h</b> ±{fixed(K95 * f.sigma, 4)},{' '}
        {fixed(pulsesPerKm(f.hertzPerKmh), 0)} pulses per km, over {f.rows} steady rows in{' '}
        {f.stretches} stretches, single rows up to {fixed(f.worstPercent, 1)} % off; satellite speed
        lags {fixed(f.lagS, 1)} s. That is {fixed(f.hertzPerKmh / byParts, 4)} times what teeth,
        gearing and tyre give.
      </p>
    )}
  />
)
