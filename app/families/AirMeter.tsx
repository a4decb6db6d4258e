import { roundFigures, fixed } from '../../core/quantity/index.ts'
import { Button, Group, Textarea } from '@mantine/core'
import { useState } from 'react'
import { countingLimits } from '../../core/curve/airMeter/index.ts'
import { familyOf, knotCurve, type KnotCurve } from '../../core/curve/index.ts'
import { orElse } from '../../core/error.ts'
import { readPairs } from '../../core/table/index.ts'
import { LogFile } from '../parts/LogFile.tsx'
import { saveFile } from '../parts/saveFile.ts'
import { Say } from '../parts/Say.tsx'
import { useQuantity } from '../parts/units.ts'
import { signalCheck, truthCheck } from '../places/channel/element/check.ts'
import { inWords } from '../store/problem.ts'
import { useBuild } from '../store/useBuild.ts'
import type { PanelProps } from './registry.ts'
import { num } from '../parts/columns.ts'
import { Sheet } from '../parts/Sheet.tsx'

/** The meter's own transfer table in and out, what counting costs, and two banks compared over a log. */
export default function AirMeter({ status }: PanelProps) {
  return (
    <div className="panels apart">
      <section aria-label="Transfer table">
        <h2>Its own transfer table</h2>
        <TableGiven status={status} />
        <TableToTake status={status} />
        <Counting status={status} />
      </section>
      <section aria-label="Two banks">
        <TwoBanks />
      </section>
    </div>
  )
}

/** The table that was given, and a way to be rid of it. */
function TableGiven({ status }: PanelProps) {
  const { edit } = useBuild()
  const { element } = status.assembled.sensor
  const transfer = element.settings.transfer as { x: number[]; y: number[] } | null | undefined
  if (!transfer) return null
  const takeAway = (): string | null =>
    edit({
      kind: 'editElement',
      args: { id: element.id, patch: { settings: { transfer: null } } },
    })
  return (
    <p>
      {transfer.x.length} rows given, {Math.min(...transfer.y)} to {Math.max(...transfer.y)} kg/h.{' '}
      <Button variant="subtle" h={36} onClick={takeAway}>
        Take it away
      </Button>
    </p>
  )
}

/** A box for a pasted table; the one in use as a file. */
function TableToTake({ status }: PanelProps) {
  const { edit } = useBuild()
  const { element, curve } = status.assembled.sensor
  const family = familyOf(element.family)
  const q = useQuantity(family.truthUnit)
  const [text, setText] = useState('')
  const [problem, setProblem] = useState<string | null>(null)
  const take = (): void => {
    try {
      const pairs = readPairs(text, {
        firstUnit: family.signalUnit,
        secondUnit: family.truthUnit,
        names: ['signal', 'air flow'],
        first: signalCheck(family.drive(element.settings), family.signalUnit),
        second: truthCheck(family, q),
      })
      // refused here, with the reason, rather than kept and not usable
      knotCurve(
        pairs.map((p) => ({ signal: p.first, truth: p.second })),
        { point: 'row', unit: 'kg/h' },
      )
      const transfer = { x: pairs.map((p) => p.first), y: pairs.map((p) => p.second) }
      const refused = edit({
        kind: 'editElement',
        args: { id: element.id, patch: { settings: { transfer } } },
      })
      setProblem(refused)
      if (!refused) setText('')
    } catch (error) {
      setProblem(inWords(error, 'Reading this table'))
    }
  }
  return (
    <>
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
        {curve !== undefined && (
          <Button
            variant="default"
            onClick={() =>
              saveFile('air-meter.csv', csvOf(curve as KnotCurve, family.signalUnit), 'text/csv')
            }
          >
            Save the one in use
          </Button>
        )}
      </Group>
    </>
  )
}

/** A curve by knots as a table of two columns, six digits. */
function csvOf(curve: KnotCurve, signalUnit: string): string {
  const rows = curve.signal.map((signal, i) =>
    [signal, (curve.low[i]! + curve.high[i]!) / 2].map((v) => roundFigures(v, 6)).join(','),
  )
  return `signal ${signalUnit},air flow kg/h\n${rows.join('\n')}\n`
}

/** What the reader's counting of pulses costs at the top of the range. */
function Counting({ status }: PanelProps) {
  const { sensor, input, channel } = status.assembled
  const { curve, element } = sensor
  if (input.signal !== 'frequency' || !input.counter || curve === undefined) return null
  const { counter } = input
  const family = familyOf(element.family)
  const [low, high] = channel.needs.range
  const nearTop = Math.max(low, high * 0.9)
  const limits = orElse(() => {
    const topHz = family.forward(curve, high)
    const flowPerHz = (high - nearTop) / (topHz - family.forward(curve, nearTop))
    return countingLimits(counter, { topHz, flowPerHz })
  }, null)
  return (
    limits && (
      <p className={limits.reaches ? 'pale' : 'wrong'} role="status">
        <Say of={limits.says} />
      </p>
    )
  )
}

/** Two meters side by side over a log: whether they agree, and by how much not at each flow. */
const TwoBanks = () => (
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
        <Sheet
          label="Ratio by flow"
          columns={[num('both, kg/h'), num('one over two')]}
          rows={r.byFlow.map((b) => ({
            key: b.flow,
            cells: [fixed(b.flow, 0), fixed(b.ratio, 3)],
          }))}
        />
      </>
    )}
  />
)
