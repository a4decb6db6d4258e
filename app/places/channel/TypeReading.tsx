import { NativeSelect } from '@mantine/core'
import { useState, type RefObject } from 'react'
import {
  leftOpen,
  metered,
  stageBy,
  walkBackward,
  type Chain,
  type StageId,
} from '../../../core/chain/index.ts'
import { QuantityInput } from '../../parts/QuantityInput.tsx'
import { useQuantity } from '../../parts/units.ts'
import { stageUnit, truthUnit } from './stageInfo.ts'

/** Type what a meter or the device shows: the thread goes to the truth that explains it. */
export function TypeReading({
  chain,
  nowAt,
  onTruth,
}: {
  chain: Chain
  nowAt: RefObject<number>
  onTruth: (t: number) => void
}) {
  const q = useQuantity(truthUnit(chain.spec.sensor.family))
  const [stage, setStage] = useState<StageId>(metered(chain.spec.stages))
  const [said, setSaid] = useState<string | null>(null)
  return (
    <div style={{ display: 'flex', alignItems: 'flex-start', gap: 6 }}>
      <NativeSelect
        aria-label="Where you read it"
        value={stage}
        onChange={(e) => {
          setStage(e.currentTarget.value as StageId)
          setSaid(null)
        }}
        data={chain.spec.stages.map((s) => ({ value: s, label: stageBy(s).name }))}
        w={130}
      />
      <QuantityInput
        key={stage}
        ariaLabel="A reading here"
        unit={stageUnit(stage, chain.spec)}
        placeholder="a reading"
        width={180}
        hideUnderstood
        onCommit={({ value }) => {
          const found = walkBackward(chain, stage, value)
          if (found.length === 0) {
            setSaid('Nothing this sensor can read gives that here.')
            return
          }
          const nearest = found.reduce((a, b) =>
            Math.abs(b - nowAt.current) < Math.abs(a - nowAt.current) ? b : a,
          )
          const [low, high] = chain.spec.range
          const outside = nearest < low || nearest > high
          const [least, most] = leftOpen(chain, nearest)
          setSaid(
            most - least > chain.spec.accuracy / 10
              ? `It can be ${q.bare(least)} to ${q.text(most)}: cannot tell.`
              : found.length > 1
                ? `It could be ${found.map((f) => q.text(f)).join(' or ')}: measure the element itself to part them.`
                : outside
                  ? `That is ${q.text(nearest)}, outside the range of use.`
                  : `The truth is ${q.text(nearest)}.`,
          )
          if (!outside) onTruth(nearest)
        }}
      />
      <span className="small beside-box" role="status">
        {said}
      </span>
    </div>
  )
}
