import { NativeSelect } from '@mantine/core'
import { useMemo, useState } from 'react'
import { elementOf, patched } from '../../../core/build/index.ts'
import { sensorOf } from '../../../core/chain/index.ts'
import { joinHalves, type KnotCurve } from '../../../core/curve/index.ts'
import {
  litresThatFit,
  predictedHalf,
  type Arrangement,
  type Sender,
  type Tank,
  type TankHalf,
} from '../../../core/curve/level/index.ts'
import { orElse } from '../../../core/error.ts'
import { Fields } from '../../parts/Fields.tsx'
import { QuantityInput } from '../../parts/QuantityInput.tsx'
import { Say } from '../../parts/Say.tsx'
import { useQuantity } from '../../parts/units.ts'
import { inWords } from '../../store/problem.ts'
import { useBuild } from '../../store/useBuild.ts'
import { useWork } from '../../workers/useWork.ts'
import type { PanelProps } from '../registry.ts'
import { BOX, floatOf } from './start.ts'
import { TankEditor } from './TankEditor.tsx'
import { Wrong } from '../../parts/Wrong.tsx'
import { num, words } from '../../parts/columns.ts'
import { Sheet } from '../../parts/Sheet.tsx'

const NAMES: Record<Arrangement, string> = {
  series: 'In series, one wire',
  parallel: 'In parallel, one wire',
  separate: 'Two inputs, added in the display',
}

type Halves = [KnotCurve, KnotCurve]

/**
 * A saddle tank with a sender in each half: what each way of joining them cannot know, and all litres that fit a
 * reading. Of a channel that has both, their curves as measured; else the halves as drawn.
 */
export function TwoSendersPanel({ status }: PanelProps) {
  const { build } = useBuild()
  const {
    sensor: { element },
    channel,
  } = status.assembled
  const tank = (element.settings.tank as Tank | undefined) ?? BOX,
    sender = (element.settings.sender as Sender | undefined) ?? floatOf('Ω')
  const own = element.settings.secondHalf as TankHalf | undefined
  const second = useMemo(() => own ?? { tank, sender }, [own, tank, sender])
  const measured = channel.elements.length > 1
  const halves = useMemo(
    () =>
      orElse((): Halves | null => {
        if (channel.elements.length < 2)
          return [predictedHalf({ tank, sender }), predictedHalf(second)]
        const [a, b] = channel.elements.map(
          (id) => sensorOf(build, id, channel.needs.range).curve as KnotCurve | undefined,
        )
        return a && b ? [a, b] : null
      }, null),
    [build, channel, tank, sender, second],
  )
  if (!halves)
    return (
      <p className="pale">
        Draw the tank and its sender above, or add a second sender and measure both: what each way
        of joining them tells follows.
      </p>
    )
  return (
    <>
      <p className="pale tight">
        {measured
          ? `By the curves of ${channel.elements.map((id) => elementOf(build, id).name).join(' and ')}.`
          : 'By the tank and sender drawn above, and a second half like it.'}
      </p>
      <Arrangements halves={halves} />
      <LitresThatFit halves={halves} />
      {!measured && <SecondHalf id={element.id} second={second} drawn={own !== undefined} />}
    </>
  )
}

/** The three ways to join two senders, and what each cannot know. */
function Arrangements({ halves }: { halves: Halves }) {
  const q = useQuantity('l')
  const { value: found, error } = useWork((core) => core.arrangements(halves), [halves])
  if (error) return <Wrong>{error}</Wrong>
  return (
    <>
      <Sheet
        label="Arrangements of two senders"
        columns={[words('Arrangement'), num(`widest doubt, ${q.unit}`), words('Why')]}
        rows={(found ?? []).map((t) => ({
          key: t.arrangement,
          cells: [
            NAMES[t.arrangement],
            q.bare(t.worstBarL[1] - t.worstBarL[0]),
            <Say key="why" of={t.says} />,
          ],
        }))}
      />
      <p className="pale">
        Recommended: two inputs where the display has them; in series where a pump levels the
        halves; in parallel least of all. “Add a second sender” at the top makes it one channel.
      </p>
    </>
  )
}

type OneWire = 'series' | 'parallel'

/** All litres that fit a reading of both on one wire. */
function LitresThatFit({ halves }: { halves: Halves }) {
  const [ohm, setOhm] = useState<number | null>(null)
  const [joined, setJoined] = useState<OneWire>('series')
  return (
    <Fields>
      <NativeSelect
        label="Joined"
        value={joined}
        onChange={(e) => setJoined(e.currentTarget.value as OneWire)}
        data={[
          { value: 'series', label: 'in series' },
          { value: 'parallel', label: 'in parallel' },
        ]}
        w={150}
      />
      <QuantityInput
        label="They read together"
        unit="Ω"
        width={190}
        onTyped={(t) => setOhm(t?.value ?? null)}
        check={(v) => (v > 0 ? null : 'Above zero.')}
      />
      {ohm !== null && <Fitting halves={halves} wiring={joined} ohm={ohm} />}
    </Fields>
  )
}

function Fitting({ halves, wiring, ohm }: { halves: Halves; wiring: OneWire; ohm: number }) {
  const q = useQuantity('l')
  const { fits, problem } = useMemo(() => {
    try {
      const fits = litresThatFit(joinHalves(halves, { wiring, linked: false }), ohm)
      return { fits, problem: null }
    } catch (error) {
      return { fits: null, problem: inWords(error, 'Finding the litres') }
    }
  }, [halves, wiring, ohm])
  if (!fits)
    return (
      <p role="alert" aria-label="Litres that fit" className="wrong">
        {problem}
      </p>
    )
  return (
    <p role="status" aria-label="Litres that fit">
      It can be{' '}
      <b>
        {q.bare(fits.bar[0])} to {q.text(fits.bar[1])}
      </b>
      {fits.levelL === null ? '' : `; ${q.text(fits.levelL)} if both stand level`}.
    </p>
  )
}

/** The second half drawn, where it is not like the first. */
function SecondHalf({ id, second, drawn }: { id: string; second: TankHalf; drawn: boolean }) {
  const { edit } = useBuild()
  return (
    <details>
      <summary>
        {drawn
          ? 'The second half, as drawn'
          : 'The second half is like the first: draw it if it is not'}
      </summary>
      <TankEditor
        tank={second.tank}
        sender={second.sender}
        signalUnit="Ω"
        onChange={(patch) =>
          edit({
            kind: 'editElement',
            args: {
              id,
              patch: { settings: { secondHalf: drawn ? patch : patched(second, patch) } },
            },
          })
        }
      />
    </details>
  )
}
