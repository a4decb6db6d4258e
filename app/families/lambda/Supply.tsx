import { Switch } from '@mantine/core'
import { feedFindings, type Feed } from '../../../core/curve/lambda/index.ts'
import { Fields } from '../../parts/Fields.tsx'
import { Findings } from '../../parts/Findings.tsx'
import { QuantityInput } from '../../parts/QuantityInput.tsx'
import { useBuild } from '../../store/useBuild.ts'
import type { PanelProps } from '../registry.ts'

const FEED: Feed = {
  heaterA: 3,
  fuseA: 5,
  crankingV: 8.5,
  resetsBelowV: 7,
  sharedFuse: false,
  warmUpS: 20,
}

/** What heats and feeds it. */
export function Supply({ status }: PanelProps) {
  const { edit } = useBuild()
  const { element } = status.assembled.sensor
  const feed = { ...FEED, ...(element.settings.feed as Partial<Feed> | undefined) }
  const set = (patch: Partial<Feed>): string | null =>
    edit({ kind: 'editElement', args: { id: element.id, patch: { settings: { feed: patch } } } })
  const box = (key: Exclude<keyof Feed, 'sharedFuse'>, label: string, unit: string) => (
    <QuantityInput
      label={label}
      unit={unit}
      value={feed[key]}
      width={170}
      hideUnderstood
      check={(v) => (v > 0 ? null : 'It must be above zero.')}
      onCommit={({ value }) => set({ [key]: value })}
    />
  )
  return (
    <>
      <Fields>
        {box('heaterA', 'Heater, cold', 'A')}
        {box('fuseA', 'Fuse', 'A')}
        {box('crankingV', 'While cranking', 'V')}
        {box('resetsBelowV', 'It resets below', 'V')}
        {box('warmUpS', 'Warm-up', 's')}
      </Fields>
      <Switch
        mt="xs"
        label="shares its fuse with something else"
        checked={feed.sharedFuse}
        onChange={(e) => set({ sharedFuse: e.currentTarget.checked })}
      />
      <Findings findings={feedFindings(feed)} label="Supply findings" />
    </>
  )
}
