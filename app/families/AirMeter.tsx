import { Say } from '../parts/Say.tsx'
import { orElse } from '../../core/error.ts'
import { Button, Group, Textarea } from '@mantine/core'
import { useState } from 'react'
import { countingLimits } from '../../core/curve/airMeter/index.ts'
import { knotCurve, type KnotCurve } from '../../core/curve/knots.ts'
import { familyOf } from '../../core/curve/registry.ts'
import { readPairs } from '../../core/table/index.ts'
import { inWords } from '../store/problem.ts'
import { useBuild } from '../store/useBuild.ts'
import { LogFile } from '../parts/LogFile.tsx'
import { useQuantity } from '../parts/units.ts'
import { signalCheck, truthCheck } from '../places/channel/element/check.ts'
import { saveFile } from '../parts/saveFile.ts'
import type { PanelProps } from './registry.ts'

/** The meter's own transfer table in and out, what counting costs, and two banks compared over a log. */
export default function AirMeter({ status }: PanelProps) {
  const { edit } = useBuild()
  const { sensor, input, channel } = status.assembled
  const { element } = sensor
  const family = familyOf(element.family)
  const q = useQuantity(family.truthUnit)
  const [text, setText] = useState('')
  const [problem, setProblem] = useState<string | null>(null)
  const transfer = element.settings.transfer as { x: number[]; y: number[] } | null | undefined
  const take = (): void => {
    try {
      const pairs = readPairs(text, {
        firstUnit: family.signalUnit,
        secondUnit: family.truthUnit,
        names: ['signal', 'air flow'],
        first: signalCheck(family.drive(element.settings), family.signalUnit),
        second: truthCheck(family, q),
      })
      const next = { x: pairs.map((p) => p.first), y: pairs.map((p) => p.second) }
      // refused here, with the reason, rather than kept and not usable
      knotCurve(
        pairs.map((p) => ({ signal: p.first, truth: p.second })),
        { point: 'row', unit: 'kg/h' },
      )
      const refused = edit({
        kind: 'editElement',
        args: { id: element.id, patch: { settings: { transfer: next } } },
      })
      setProblem(refused)
      if (!refused) setText('')
    } catch (error) {
      setProblem(inWords(error, 'Reading this table'))
    }
  }
  const inUse = sensor.curve as KnotCurve | undefined
  const [low, high] = channel.needs.range
  const limits = (() => {
    if (input.signal !== 'frequency' || !input.counter || sensor.curve === undefined) return null
    const { counter } = input
    return orElse(() => {
      const top = family.forward(sensor.curve, high),
        bottom = family.forward(sensor.curve, Math.max(low, high * 0.9))
      return countingLimits(counter, {
        topHz: top,
        flowPerHz: (high - Math.max(low, high * 0.9)) / (top - bottom),
      })
    }, null)
  })()
  return (
    <div className="panels apart">
      <section aria-label="Transfer table">
        <h2>Its own transfer table</h2>
        {transfer && (
          <p>
            {transfer.x.length} rows given, {Math.min(...transfer.y)} to {Math.max(...transfer.y)}{' '}
            kg/h.{' '}
            <Button
              variant="subtle"
              h={36}
              onClick={() =>
                edit({
                  kind: 'editElement',
                  args: {
                    id: element.id,
                    patch: { settings: { transfer: null } },
                  },
                })
              }
            >
              Take it away
            </Button>
          </p>
        )}
        <Textarea
          label={`Signal in ${family.signalUnit}, then kg/h; a line each`}
          value={text}
          onChange={(e) => {
            setText(e.currentTarget.value)
            setProblem(null)
          }}
          error={problem}
          autosize
          minRows={4}
          maxRows={9}
          styles={{ input: { fontFamily: 'var(--mantine-font-family-monospace)' } }}
        />
        <Group mt="xs">
          <Button variant="default" disabled={text.trim() === ''} onClick={take}>
            Take it
          </Button>
          {inUse && (
            <Button
              variant="default"
              onClick={() =>
                saveFile(
                  'air-meter.csv',
                  `signal ${family.signalUnit},air flow kg/h\n${inUse.signal.map((signal, i) => [signal, (inUse.low[i]! + inUse.high[i]!) / 2].map((v) => Number(v.toPrecision(6))).join(',')).join('\n')}\n`,
                  'text/csv',
                )
              }
            >
              Save the one in use
            </Button>
          )}
        </Group>
        {limits && (
          <p className={limits.reaches ? 'pale' : 'wrong'} role="status">
            <Say of={limits.says} />
          </p>
        )}
      </section>
      <section aria-label="Two banks">
        <LogFile
          title="Two banks over a log"
          columns={[
            { label: 'Bank one', words: ['bank 1', 'maf 1', 'air 1', 'flow 1'] },
            { label: 'Bank two', words: ['bank 2', 'maf 2', 'air 2', 'flow 2'] },
          ]}
          ask={(log, [a, b]) => log.banks(a!, b!)}
          show={(r) => (
            <>
              <p className={r.verdict === 'agree' ? undefined : 'wrong'}>
                <b>
                  <Say of={r.says} />
                </b>
              </p>
              <table className="sheet-table" aria-label="Ratio by flow">
                <thead>
                  <tr>
                    <th className="num">both, kg/h</th>
                    <th className="num">one over two</th>
                  </tr>
                </thead>
                <tbody>
                  {r.byFlow.map((b) => (
                    <tr key={b.flow}>
                      <td className="num">{b.flow.toFixed(0)}</td>
                      <td className="num">{b.ratio.toFixed(3)}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </>
          )}
        />
      </section>
    </div>
  )
}
