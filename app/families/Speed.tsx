import { Button, Group } from '@mantine/core'
import { useState } from 'react'
import { numberSetting } from '../../core/curve/recipe.ts'
import { hertzPerKmh, pulsesPerKm, rollOut } from '../../core/curve/speed/index.ts'
import { inWords } from '../store/problem.ts'
import { useBuild } from '../store/useBuild.ts'
import { LogFile } from '../parts/LogFile.tsx'
import { QuantityInput } from '../parts/QuantityInput.tsx'
import type { PanelProps } from './registry.ts'

/** Roll-out of the tyre, the factor for the display, and a log against satellite speed. */
export default function Speed({ status }: PanelProps) {
  const { edit } = useBuild()
  const { sensor } = status.assembled
  const { element } = sensor
  const [distance, setDistance] = useState<number | null>(null)
  const [turns, setTurns] = useState<number | null>(5)
  let rolled: ReturnType<typeof rollOut> | null = null,
    problem: string | null = null
  if (distance !== null && turns !== null) {
    try {
      rolled = rollOut(distance, turns)
    } catch (error) {
      problem = inWords(error, 'Working out the roll-out')
    }
  }
  const byParts = hertzPerKmh(element.settings)
  const inUse = sensor.fit ? (sensor.curve as { slope: number }).slope : byParts
  const set = (patch: Record<string, unknown>): string | null =>
    edit({ kind: 'editElement', args: { id: element.id, patch: { settings: patch } } })
  return (
    <div className="panels apart">
      <section aria-label="Roll-out">
        <h2>Roll-out</h2>
        <p className="pale tight">
          Mark tyre and floor, driver aboard, usual pressure; roll whole turns in a straight line,
          measure from mark to mark.
        </p>
        <Group align="flex-start">
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
            width={120}
            value={5}
            onTyped={(t) => setTurns(t?.value ?? null)}
          />
        </Group>
        {problem && (
          <p role="alert" className="wrong">
            {problem}
          </p>
        )}
        {rolled && (
          <Group>
            <span role="status">
              One turn is <b>{rolled.circumferenceM.toFixed(3)} m</b> ±
              {(1960 * rolled.sigmaM).toFixed(1)} mm.
            </span>
            <Button
              onClick={() =>
                set({
                  circumferenceM: Number(rolled.circumferenceM.toFixed(4)),
                  circumferenceFrom: 'roll-out',
                })
              }
            >
              Use it
            </Button>
          </Group>
        )}
        <h3 className="tight apart">The factor for the display</h3>
        <table className="sheet-table" aria-label="Factor">
          <tbody>
            <tr>
              <td>Hz per km/h</td>
              <td className="num">{inUse.toFixed(4)}</td>
            </tr>
            <tr>
              <td>pulses per km</td>
              <td className="num">
                <b>{pulsesPerKm(inUse).toFixed(0)}</b>
              </td>
            </tr>
            <tr>
              <td>pulses per mile</td>
              <td className="num">{(pulsesPerKm(inUse) * 1.609344).toFixed(0)}</td>
            </tr>
            <tr>
              <td>wheel turns a second at 100 km/h</td>
              <td className="num">
                {(100 / 3.6 / numberSetting(element.settings, 'circumferenceM', 1.9)).toFixed(2)}
              </td>
            </tr>
          </tbody>
        </table>
        <p className="pale">
          {sensor.fit
            ? 'From satellite speed.'
            : 'From teeth, gearing and tyre; satellite speed would prove it.'}
        </p>
      </section>
      <section aria-label="Satellite log">
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
              <b>{f.hertzPerKmh.toFixed(4)} Hz per km/h</b> ±{(1.96 * f.sigma).toFixed(4)},{' '}
              {pulsesPerKm(f.hertzPerKmh).toFixed(0)} pulses per km, over {f.rows} steady rows in{' '}
              {f.stretches} stretches, single rows up to {f.worstPercent.toFixed(1)} % off;
              satellite speed lags {f.lagS.toFixed(1)} s. That is{' '}
              {(f.hertzPerKmh / byParts).toFixed(4)} times what teeth, gearing and tyre give.
            </p>
          )}
        />
      </section>
    </div>
  )
}
