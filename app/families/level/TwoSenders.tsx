import { Say } from '../../parts/Say.tsx'
import { orElse } from '../../../core/error.ts'
import { NativeSelect } from '@mantine/core'
import { useMemo, useState } from 'react'
import { elementOf, patched } from '../../../core/build/index.ts'
import { sensorOf } from '../../../core/chain/index.ts'
import { joinHalves } from '../../../core/curve/joined.ts'
import type { KnotCurve } from '../../../core/curve/knots.ts'
import {
  litresThatFit,
  predictedHalf,
  twoSenders,
  type Arrangement,
  type Sender,
  type Tank,
  type TankHalf,
} from '../../../core/curve/level/index.ts'
import { QuantityInput } from '../../parts/QuantityInput.tsx'
import { inWords } from '../../store/problem.ts'
import { useBuild } from '../../store/useBuild.ts'
import { useQuantity } from '../../parts/units.ts'
import type { PanelProps } from '../registry.ts'
import { BOX, floatOf } from './start.ts'
import { TankEditor } from './TankEditor.tsx'

const NAMES: Record<Arrangement, string> = {
  series: 'In series, one wire',
  parallel: 'In parallel, one wire',
  separate: 'Two inputs, added in the display',
}

/**
 * A saddle tank with a sender in each half: what each way of joining them cannot know, and all litres that fit a
 * reading. Of a channel that has both, their curves as measured; else the halves as drawn.
 */
export function TwoSenders({ status }: PanelProps) {
  const { build, edit } = useBuild()
  const q = useQuantity('l')
  const {
    sensor: { element },
    channel,
  } = status.assembled
  const tank = (element.settings.tank as Tank | undefined) ?? BOX,
    sender = (element.settings.sender as Sender | undefined) ?? floatOf('Ω')
  const own = element.settings.secondHalf as TankHalf | undefined
  const second = useMemo(() => own ?? { tank, sender }, [own, tank, sender])
  const [ohm, setOhm] = useState<number | null>(null)
  const [joined, setJoined] = useState<'series' | 'parallel'>('series')
  const halves = useMemo((): [KnotCurve, KnotCurve] | null => {
    return orElse(() => {
      if (channel.elements.length < 2)
        return [predictedHalf({ tank, sender }), predictedHalf(second)]
      const [a, b] = channel.elements.map(
        (id) => sensorOf(build, id, channel.needs.range).curve as KnotCurve | undefined,
      )
      return a && b ? [a, b] : null
    }, null)
  }, [build, channel, tank, sender, second])
  const measured = channel.elements.length > 1
  const found = useMemo(() => {
    return orElse(
      () =>
        halves
          ? (['series', 'parallel', 'separate'] as const).map((a) => twoSenders(halves, a))
          : [],
      [],
    )
  }, [halves])
  const fits = useMemo(() => {
    if (ohm === null || !halves) return null
    try {
      return {
        ...litresThatFit(joinHalves(halves, { wiring: joined, linked: false }), ohm),
        problem: null,
      }
    } catch (error) {
      return { bar: null, levelL: null, problem: inWords(error, 'Finding the litres') }
    }
  }, [ohm, joined, halves])
  if (found.length === 0) return null
  return (
    <section aria-label="Two senders">
      <h2>A saddle tank with two senders</h2>
      <p className="pale tight">
        {measured
          ? `By the curves of ${channel.elements.map((id) => elementOf(build, id).name).join(' and ')}.`
          : 'By the tank and sender drawn above, and a second half like it.'}
      </p>
      <table className="sheet-table" aria-label="Arrangements of two senders">
        <thead>
          <tr>
            <th>Arrangement</th>
            <th className="num">widest doubt, {q.unit}</th>
            <th>Why</th>
          </tr>
        </thead>
        <tbody>
          {found.map((t) => (
            <tr key={t.arrangement}>
              <td>{NAMES[t.arrangement]}</td>
              <td className="num">{q.bare(t.worstBarL[1] - t.worstBarL[0])}</td>
              <td>
                <Say of={t.says} />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="pale">
        Recommended: two inputs where the display has them; in series where a pump levels the
        halves; in parallel least of all. “Add a second sender” at the top makes it one channel.
      </p>
      <div style={{ display: 'flex', gap: 10, alignItems: 'flex-start', flexWrap: 'wrap' }}>
        <NativeSelect
          label="Joined"
          value={joined}
          onChange={(e) => setJoined(e.currentTarget.value as typeof joined)}
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
        {fits && (
          <p
            role={fits.problem ? 'alert' : 'status'}
            aria-label="Litres that fit"
            className={fits.problem ? 'wrong' : undefined}
            style={{ marginTop: 34 }}
          >
            {fits.problem ?? (
              <>
                It can be{' '}
                <b>
                  {q.bare(fits.bar![0])} to {q.text(fits.bar![1])}
                </b>
                {fits.levelL === null ? '' : `; ${q.text(fits.levelL)} if both stand level`}.
              </>
            )}
          </p>
        )}
      </div>
      {!measured && (
        <details>
          <summary>
            {own
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
                  id: element.id,
                  patch: { settings: { secondHalf: own ? patch : patched(second, patch) } },
                },
              })
            }
          />
        </details>
      )}
    </section>
  )
}
