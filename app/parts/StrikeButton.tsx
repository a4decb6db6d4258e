import { Button } from '@mantine/core'
import type { Measurement } from '../../core/build/index.ts'
import { useBuild } from '../store/useBuild.ts'

/** Strikes a measurement, or brings it back: nothing that was measured is erased. */
export function StrikeButton({
  measurement: { id, struck },
  name,
}: {
  measurement: Measurement
  /** what is heard of it, where many stand in a list */
  name?: string | undefined
}) {
  const { edit } = useBuild()
  return (
    <Button
      variant="subtle"
      color="gray"
      h={36}
      px={8}
      aria-label={struck ? undefined : name}
      onClick={() =>
        edit(
          struck
            ? { kind: 'restoreMeasurement', args: { id } }
            : { kind: 'strikeMeasurement', args: { id, at: new Date().toISOString(), why: '' } },
        )
      }
    >
      {struck ? 'Restore' : 'Strike'}
    </Button>
  )
}
