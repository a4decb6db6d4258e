import { useHotkeys } from '@mantine/hooks'
import { useNavigate } from 'react-router'
import type { Build } from '../../../../core/build/index.ts'
import type { StagePlace } from '../../../../core/chain/index.ts'
import { TABS } from '../tabs.tsx'

/** How much closer one press looks. */
const CLOSER = 1 / 1.4

/** The keys of a channel: its stages, its neighbours, closer and back, the card, the line-up. */
export function useChannelKeys({
  build,
  readId,
  zoom,
  work,
}: {
  build: Build
  readId: string
  zoom: (by: number) => void
  work: (stage: StagePlace) => void
}): void {
  const navigate = useNavigate()
  const readers = build.channels.flatMap((c) => c.reads.map((r) => ({ channel: c.id, read: r.id })))
  const go = (by: number): void => {
    const at = readers.findIndex((r) => r.read === readId)
    const { channel, read } = readers[(at + by + readers.length) % readers.length]!
    void navigate(`/build/${build.id}/channel/${channel}/${read}`)
  }
  useHotkeys([
    ...TABS.map((t, i): [string, () => void] => [String(i + 1), () => work(t.id)]),
    ['[', () => go(-1)],
    [']', () => go(1)],
    ['+', () => zoom(CLOSER)],
    ['=', () => zoom(CLOSER)],
    ['-', () => zoom(1 / CLOSER)],
    ['c', () => void navigate(`/build/${build.id}/card/${readId}`)],
    ['l', () => void navigate(`/build/${build.id}`)],
  ])
}
