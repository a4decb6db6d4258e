import { fixed } from '../../../core/quantity/index.ts'
import { NativeSelect } from '@mantine/core'
import { useEffect, useState } from 'react'
import { inGap, parseWheel, type CamPhase } from '../../../core/trigger/index.ts'
import { num, words } from '../../parts/columns.ts'
import { Fields } from '../../parts/Fields.tsx'
import { Sheet } from '../../parts/Sheet.tsx'
import { Wrong } from '../../parts/Wrong.tsx'
import { inWords } from '../../store/problem.ts'
import type { CaptureNow, KeptCapture } from './useCapture.ts'

/** What of a recording is the crank's, and what the cam's. */
export function Channels({
  kept,
  capture,
  wheel,
}: {
  kept: KeptCapture
  capture: CaptureNow
  /** on the crank, as it is written */
  wheel: string
}) {
  const [cam, setCam] = useState<number | null>(null)
  const names = kept.channels.map((label, i) => ({ value: String(i), label }))
  return (
    <>
      <Fields name="Channels">
        <NativeSelect
          label="Crank on"
          value={String(kept.channel)}
          data={names}
          onChange={(e) => capture.choose(Number(e.currentTarget.value))}
        />
        <NativeSelect
          label="Cam on"
          value={cam === null ? '' : String(cam)}
          data={[
            { value: '', label: 'none' },
            ...names.filter((n) => n.value !== String(kept.channel)),
          ]}
          onChange={(e) =>
            setCam(e.currentTarget.value === '' ? null : Number(e.currentTarget.value))
          }
        />
      </Fields>
      {cam !== null && cam !== kept.channel && capture.read && (
        <Cam channel={cam} capture={capture} wheel={wheel} />
      )}
    </>
  )
}

/** Where the cam's edges pass, by the crank's own. */
function Cam({
  channel,
  capture,
  wheel: written,
}: {
  channel: number
  capture: CaptureNow
  wheel: string
}) {
  const [found, setFound] = useState<{ phase: CamPhase | null; problem: string | null } | null>(
    null,
  )
  const wheel = parseWheel(written)
  const { read } = capture
  useEffect(() => {
    let current = true
    capture.cam(channel).then(
      (phase) => current && setFound({ phase, problem: null }),
      (error: unknown) =>
        current && setFound({ phase: null, problem: inWords(error, 'Reading the cam') }),
    )
    return () => {
      current = false
    }
    // anew when the crank was read anew
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [channel, read])
  if (!found) return null
  if (!found.phase) return <Wrong>{found.problem}</Wrong>
  const { edges, tellsTurns } = found.phase
  if (edges.length === 0)
    return <Wrong>This channel does not switch while the crank is in sync.</Wrong>
  return (
    <>
      <Sheet
        label="Edges of the cam"
        columns={[num('after edge 0, °'), num('scatters, °'), words('Comes'), words('Stands')]}
        rows={edges.map((e, i) => ({
          key: i,
          cells: [
            fixed(e.afterDeg, 1),
            `±${fixed(e.spreadDeg, 1)}`,
            e.everyTurns === 2 ? 'every second turn' : 'every turn',
            inGap(e.afterDeg, wheel) ? 'in the gap' : 'among the teeth',
          ],
        }))}
      />
      <p className="pale small">
        {tellsTurns
          ? 'It tells one turn of the crank from the other: the unit can spark each cylinder by itself.'
          : 'It comes in every turn: it does not tell compression from exhaust.'}
      </p>
    </>
  )
}
