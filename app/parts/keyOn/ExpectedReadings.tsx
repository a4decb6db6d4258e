import { Group } from '@mantine/core'
import type { ReadStatus } from '../../../core/chain/index.ts'
import type { SignalKind } from '../../../core/curve/index.ts'
import { type Expected, type Observable, stageOf } from '../../../core/prove/index.ts'
import type { Quantity } from '../units.ts'
import { readingText } from './text.ts'
import { pinName } from '../../../core/build/index.ts'

type Props = {
  status: ReadStatus
  expected: Expected[]
  signal: SignalKind
  q: Quantity
}

/** What should be read of each thing that can be, with its band: large, for whoever holds a probe. */
export function ExpectedReadings({ status, expected, signal, q }: Props) {
  const { spec, shows: device, pin } = status.assembled
  const things: [Observable, string][] = [
    ['shown', `${device.name} should show`],
    ['pinV', `Pin ${pinName(pin)} should have`],
    ...(signal === 'resistance' ? [['ohm', 'Sensor should have'] as [Observable, string]] : []),
  ]
  return (
    <Group gap={48} mt="xs" align="flex-start" wrap="wrap" role="status" aria-label="Expected">
      {things.map(([what, says]) => {
        const e = expected.find((x) => spec && x.stage === stageOf(spec, what))
        if (!e) return null
        const text = (v: number): string => readingText(what, v, { q, signal })
        return (
          <div key={what}>
            <div className="pale">{says}</div>
            <div className="big">{text(e.value)}</div>
            <div className="pale mono small">
              {what === 'shown' ? q.bare(e.low) : text(e.low)} to {text(e.high)}
            </div>
          </div>
        )
      })}
    </Group>
  )
}
