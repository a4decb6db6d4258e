import { leastOf } from '../scales/ticks.ts'
import { ActionIcon, Group } from '@mantine/core'
import { IconMinus, IconPlus, IconPrinter } from '@tabler/icons-react'
import { memo, type RefObject } from 'react'
import { Link } from 'react-router'
import type { Chain } from '../../../../core/chain/index.ts'
import { fixed } from '../../../../core/quantity/index.ts'
import { useQuantity } from '../../../parts/units.ts'
import type { TruthWindow } from '../scales/window.ts'
import { truthUnit } from '../stageInfo.ts'
import { TypeReading } from '../TypeReading.tsx'

/** What stands under the scales: a reading to type, closer and back, the card. */
export const Controls = memo(function Controls({
  chain,
  window,
  nowAt,
  zoom,
  onTruth,
  card,
}: {
  chain: Chain
  window: TruthWindow
  nowAt: RefObject<number>
  zoom: (by: number) => void
  onTruth: (t: number) => void
  card: string
}) {
  const unit = truthUnit(chain.spec.sensor.family)
  const q = useQuantity(unit)
  return (
    <Group gap={6} className="no-print" wrap="wrap">
      <TypeReading chain={chain} nowAt={nowAt} onTruth={onTruth} />
      <ActionIcon aria-label="Look closer" onClick={() => zoom(1 / 1.4)}>
        <IconPlus size={20} />
      </ActionIcon>
      <ActionIcon aria-label="Step back" onClick={() => zoom(1.4)}>
        <IconMinus size={20} />
      </ActionIcon>
      <span className="pale small">
        {q.bare(Math.max(window.low, leastOf(unit)), 0)} to {q.text(window.high, 0)},{' '}
        {fixed((window.high - window.low) / (2 * chain.spec.accuracy), 1)} × the need. Level is
        true.
      </span>
      <ActionIcon component={Link} to={card} aria-label="Card for the car">
        <IconPrinter size={20} />
      </ActionIcon>
    </Group>
  )
})
