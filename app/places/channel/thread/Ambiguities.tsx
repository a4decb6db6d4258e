import { Button, Group } from '@mantine/core'
import {
  leftOpen,
  stageBy,
  type Chain,
  type StageId,
  type Walked,
  STAGE,
} from '../../../../core/chain/index.ts'
import { useQuantity } from '../../../parts/units.ts'
import { truthUnit } from '../stageInfo.ts'

/** The table turns back: what is shown may be any of these. */
export function Branched({
  truths,
  partedAt,
  chain,
  shown,
}: {
  truths: number[]
  partedAt: StageId
  chain: Chain
  shown: number
}) {
  const q = useQuantity(truthUnit(chain.spec.sensor.family))
  return (
    <p role="status" className="doubt no-print tight">
      The table turns back: {q.text(shown)} is shown at {truths.map((t) => q.text(t)).join(' and ')}{' '}
      as well. What stands {stageBy(partedAt).where} parts them.
    </p>
  )
}

/** Of several senders read as one: what each holds, and what the reading then leaves open. */
export function Uneven({
  chain,
  walked,
  shift,
  onLevel,
}: {
  chain: Chain
  walked: Walked
  shift: number
  onLevel: () => void
}) {
  const q = useQuantity(truthUnit(chain.spec.sensor.family))
  const element = walked.stages.find((s) => s.id === STAGE.element)!
  const [low, high] = leftOpen(chain, element.height)
  const held = walked.parts.map((p) => q.bare(p.truth)).join(' and ')
  return (
    <Group gap="sm" className="no-print" wrap="wrap">
      <span className="small" role="status">
        {Math.abs(shift) < 1e-6 ? 'Both level' : 'Not level'}: {held} {q.unit}.
        {high - low > chain.spec.accuracy / 10 ? (
          <>
            {' '}
            Together they read like{' '}
            <b>
              anything from {q.bare(low)} to {q.text(high)}
            </b>
            .
          </>
        ) : (
          ''
        )}
      </span>
      <Button variant="subtle" h={44} disabled={Math.abs(shift) < 1e-6} onClick={onLevel}>
        Level them
      </Button>
      <span className="pale small">Take hold of a half to fill it from the other.</span>
    </Group>
  )
}
