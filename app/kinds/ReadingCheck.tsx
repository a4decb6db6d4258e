import { AsFineAsNeeded } from '../parts/AsFineAsNeeded.tsx'
import { KeyOnCheck } from '../parts/keyOn/KeyOnCheck.tsx'
import type { KindProps } from './registry.ts'
import { useReading } from './useReading.ts'

/** The key-on check of a reading. */
export default function ReadingCheck({ channel, read }: KindProps) {
  const status = useReading(channel, read)
  return (
    <AsFineAsNeeded status={status}>
      <KeyOnCheck status={status} />
    </AsFineAsNeeded>
  )
}
