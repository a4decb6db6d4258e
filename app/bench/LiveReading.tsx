import { Group } from '@mantine/core'
import type { Settling } from '../../core/bench/index.ts'
import { fixed } from '../../core/quantity/index.ts'
import { ohms, useQuantity } from '../parts/units.ts'
import type { Bench } from './useBench.ts'

/** What the instruments show now, large, and whether it has come to rest. */
export function LiveReading({
  bench,
  rest,
  simulated,
  rate,
}: {
  bench: Bench
  rest: Settling
  simulated: boolean
  /** how many times faster than the clock the bench runs */
  rate: number
}) {
  const q = useQuantity('°C')
  const last = bench.log.at(-1)
  const { overloads } = bench
  return (
    <Group gap={40} mt="sm" align="flex-end" role="group" aria-label="Live reading">
      <div>
        <div className="pale">sensor</div>
        <div className="big" data-testid="live-ohm">
          {last ? ohms(last.resistanceOhm) : '–'}
        </div>
      </div>
      {simulated && (
        <div>
          <div className="pale">reference</div>
          <div className="big">{last ? `${q.bare(last.referenceC, 2)} ${q.unit}` : '–'}</div>
        </div>
      )}
      <div className="large" role="status">
        <b>{restText(rest, rate)}</b>
        {overloads > 0 && (
          <div className="pale">
            {overloads} {overloads === 1 ? 'overload' : 'overloads'} while the meter changed range
          </div>
        )}
      </div>
    </Group>
  )
}

function restText(rest: Settling, rate: number): string {
  if (rest.state === 'settled') return 'at rest'
  return rest.state === 'moving' ? `moving ${fixed((rest.rate * 60) / rate, 1)} °C/min` : 'reading'
}
