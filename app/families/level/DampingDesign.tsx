import { Button, Group } from '@mantine/core'
import { useMemo, useState } from 'react'
import { CartesianGrid, Legend, Line, LineChart, ResponsiveContainer, XAxis, YAxis } from 'recharts'
import {
  chooseDamping,
  damped,
  judgeDamping,
  reserveLamp,
  slosh,
} from '../../../core/curve/level/index.ts'
import { QuantityInput } from '../../parts/QuantityInput.tsx'
import { AXIS, GRID } from '../../parts/chart.ts'
import { useQuantity } from '../../parts/units.ts'
import { useBuild } from '../../store/useBuild.ts'
import type { PanelProps } from '../registry.ts'

const LAP_S = 120,
  TAUS = [0, 2, 5, 10, 20, 40]

/** Calm in corners against honest at a fill: a driven lap of slosh, simulated, through several dampings. */
export function DampingDesign({ status }: PanelProps) {
  const { edit } = useBuild()
  const q = useQuantity('l')
  const { read, channel } = status.assembled
  const [sizeL, setSizeL] = useState(5)
  const [allowed, setAllowed] = useState(2)
  const [contents, setContents] = useState(8)
  const [onBelow, setOnBelow] = useState(6)
  const [hysteresis, setHysteresis] = useState(1.5)
  const chosen = useMemo(() => chooseDamping(allowed, { sizeL }), [allowed, sizeL])
  const rows = useMemo(
    () =>
      judgeDamping(
        [...new Set([...TAUS, ...(chosen ? [chosen.tauS] : [])])].sort((a, b) => a - b),
        { sizeL },
      ),
    [sizeL, chosen],
  )
  const { chart, lamp } = useMemo(() => {
    const lap = slosh(LAP_S, sizeL, 1).map((v) => contents + v)
    const calm = damped(lap, { tauS: chosen?.tauS ?? 20, fastTauS: 0.5, fastForS: 5 })
    return {
      chart: Array.from(lap, (v, i) => ({
        s: i / 10,
        lap: q.out(v),
        shown: q.out(calm[i]!),
      })).filter((_, i) => i % 5 === 0),
      lamp: reserveLamp(calm, onBelow, hysteresis),
    }
  }, [sizeL, contents, chosen, onBelow, hysteresis, q.unit]) // eslint-disable-line react-hooks/exhaustive-deps
  return (
    <section aria-label="Damping">
      <h2>Damping</h2>
      <div className="panels">
        <div>
          <Group gap="sm" align="flex-start">
            <QuantityInput
              label="Slosh in corners"
              unit="l"
              value={sizeL}
              width={150}
              hideUnderstood
              check={(v) => (v > 0 ? null : 'Above zero')}
              onCommit={({ value }) => setSizeL(value)}
            />
            <QuantityInput
              label="Needle may swing"
              unit="l"
              value={allowed}
              width={150}
              hideUnderstood
              check={(v) => (v > 0 ? null : 'Above zero')}
              onCommit={({ value }) => setAllowed(value)}
            />
            <QuantityInput
              label="With in the tank"
              unit="l"
              value={contents}
              width={150}
              hideUnderstood
              onCommit={({ value }) => setContents(value)}
            />
          </Group>
          <table className="sheet-table" aria-label="Dampings">
            <thead>
              <tr>
                <th className="num">time constant, s</th>
                <th className="num">needle swings, {q.unit}</th>
                <th className="num">a fill shows after, s</th>
                <th className="num">right after key-on, s</th>
              </tr>
            </thead>
            <tbody>
              {rows.map((r) => (
                <tr key={r.tauS}>
                  <td className="num">
                    {r === rows.find((x) => x.tauS === chosen?.tauS) ? (
                      <b>{r.tauS.toFixed(1)}</b>
                    ) : (
                      r.tauS.toFixed(1)
                    )}
                  </td>
                  <td className="num">{q.pm(r.swingL, 1)}</td>
                  <td className="num">{r.fillS.toFixed(0)}</td>
                  <td className="num">{r.keyOnS.toFixed(0)}</td>
                </tr>
              ))}
            </tbody>
          </table>
          {chosen ? (
            <Group mt="xs">
              <span role="status">
                <b>{chosen.tauS.toFixed(1)} s</b> is the least that keeps the needle within{' '}
                {q.pm(allowed, 1)} {q.unit} in 19 laps of 20; fast for 5 s at key-on, so that a fill
                shows at once.
              </span>
              <Button
                variant="default"
                disabled={Math.abs(read.face.dampingS - chosen.tauS) < 0.05}
                onClick={() =>
                  edit({
                    kind: 'editRead',
                    args: {
                      id: read.id,
                      patch: { face: { dampingS: Number(chosen.tauS.toFixed(1)) } },
                    },
                  })
                }
              >
                Use it on this face
              </Button>
            </Group>
          ) : (
            <p role="status" className="doubt">
              No damping up to a minute keeps it within {q.pm(allowed, 1)} {q.unit}: baffles, or two
              senders.
            </p>
          )}
        </div>
        <div>
          <div role="img" aria-label="A lap of slosh and what the needle shows">
            <ResponsiveContainer width="100%" height={210}>
              <LineChart data={chart} margin={{ top: 8, right: 12, bottom: 4, left: 6 }}>
                <CartesianGrid {...GRID} />
                <XAxis {...AXIS} dataKey="s" type="number" unit=" s" domain={[0, LAP_S]} />
                <YAxis {...AXIS} width={44} />
                <Legend />
                <Line
                  dataKey="lap"
                  name="at the float"
                  legendType="plainline"
                  dot={false}
                  isAnimationActive={false}
                  stroke="var(--pale)"
                  strokeWidth={1}
                  strokeDasharray="2 2"
                />
                <Line
                  dataKey="shown"
                  name="shown"
                  legendType="plainline"
                  dot={false}
                  isAnimationActive={false}
                  stroke="var(--touch)"
                  strokeWidth={2.4}
                />
              </LineChart>
            </ResponsiveContainer>
          </div>
          <Group gap="sm" align="flex-start">
            <QuantityInput
              label="Reserve lamp below"
              unit="l"
              value={onBelow}
              width={170}
              hideUnderstood
              onCommit={({ value }) => setOnBelow(value)}
            />
            <QuantityInput
              label="off again by"
              unit="l"
              value={hysteresis}
              width={150}
              hideUnderstood
              check={(v) => (v >= 0 ? null : 'Not negative')}
              onCommit={({ value }) => setHysteresis(value)}
            />
            <Button
              mt={26}
              variant="default"
              onClick={() =>
                edit({
                  kind: 'editRead',
                  args: {
                    id: read.id,
                    patch: {
                      face: { warning: { when: 'below', at: onBelow, hysteresis } },
                    },
                  },
                })
              }
            >
              Use it on this face
            </Button>
          </Group>
          <p role="status" className={lamp.changes > 4 ? 'doubt' : 'pale'}>
            Over this lap the lamp would change {lamp.changes}{' '}
            {lamp.changes === 1 ? 'time' : 'times'} and be lit {lamp.litS.toFixed(0)} of {LAP_S} s.
            {lamp.changes > 4 ? ' It flickers: more hysteresis, or more damping.' : ''}
          </p>
          <p className="pale small">
            Simulated, the same every time: two waves of 0.4 to 1.5 Hz and cornering steps.{' '}
            {channel.name} of your own tank will differ; the trade does not.
          </p>
        </div>
      </div>
    </section>
  )
}
