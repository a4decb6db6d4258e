import { Button, Group, NativeSelect, Textarea } from '@mantine/core'
import { notifications } from '@mantine/notifications'
import { useRef, useState } from 'react'
import dayjs from 'dayjs'
import type { DeviceTable, EnteredTable } from '../../../../core/build/index.ts'
import { convertFromCore, fixed } from '../../../../core/quantity/index.ts'
import { judgeTable } from '../../../../core/chain/index.ts'
import {
  fromDeviceOrder,
  lookUp,
  readTable,
  TABLE_FORMATS,
  valueRangeShown,
  toDeviceOrder,
  writeTable,
  type TableFormat,
} from '../../../../core/table/index.ts'
import { saveFile } from '../../../parts/saveFile.ts'
import { ohms, useQuantity } from '../../../parts/units.ts'
import { inWords } from '../../../store/problem.ts'
import { useBuild } from '../../../store/useBuild.ts'
import { useWork } from '../../../workers/useWork.ts'
import type { StageProps } from '../tabs.tsx'
import { truthUnit } from '../stageInfo.ts'
import { BeyondTheRange } from './BeyondTheRange.tsx'
import { TableDescription } from './TableDescription.tsx'
import { TableErrorChart } from './TableErrorChart.tsx'

/** The table this device should hold, what it holds now, and the way between. */
export default function TableStage({ status }: StageProps) {
  const { edit } = useBuild()
  const q = useQuantity(truthUnit(status.assembled.sensor.family))
  const { input, device, channel, needs, sensor } = status.assembled
  const { chain } = status
  const spec = input.table
  const [format, setFormat] = useState<TableFormat>('tsv')
  const [school, setSchool] = useState<'best' | 'onCurve'>('best')
  const asTable = spec !== null && spec.form === 'table'
  const made = useWork(
    chain && asTable
      ? (core) => core.tables(chain.spec, spec, new Date().toISOString(), 'made here')
      : null,
    [chain, spec],
  )
  if (!spec) return <p className="pale">{device.name} has no table: it moves a needle by itself.</p>
  if (!chain)
    return <p className="pale">The table is made from the curve: {status.assembled.problem}</p>
  const proposal = made.value?.[school]
  const text = proposal
    ? writeTable(
        toDeviceOrder(proposal.table, spec),
        {
          sensor: sensor.element.name,
          device: `${device.name} pin ${input.pin}`,
          axisUnit: spec.axis,
          valueUnit: spec.valueUnit,
          axisStep: spec.axisStep,
          valueStep: spec.valueStep,
          worstError:
            proposal.worst *
            (convertFromCore(1, spec.valueUnit) - convertFromCore(0, spec.valueUnit)),
          date: dayjs().format('YYYY-MM-DD'),
        },
        format,
      )
    : ''
  const enter = (table: EnteredTable): string | null =>
    edit({
      kind: 'enterTable',
      args: { input: input.id, entered: { ...table, at: new Date().toISOString() } },
    })
  const copy = (): void => {
    navigator.clipboard.writeText(text).then(
      () => notifications.show({ message: 'The table is copied.' }),
      () =>
        notifications.show({
          color: 'red',
          message: 'The browser refuses to copy: save the file instead.',
        }),
    )
  }
  const { extension } = TABLE_FORMATS.find((f) => f.id === format)!
  return (
    <div className="stage">
      <div>
        <TableDescription input={input} spec={spec} family={sensor.family} />
        {spec.form !== 'table' ? (
          <Pairs status={status} spec={spec} />
        ) : (
          <>
            <Import spec={spec} onTable={(t) => enter(t)} />
            {made.error && (
              <p role="alert" className="wrong">
                {made.error}
              </p>
            )}
            {proposal && made.value && (
              <>
                <div className="scroll-x">
                  <table className="sheet-table apart" aria-label="The table to enter">
                    <thead>
                      <tr>
                        <th className="num">cell</th>
                        <th className="num">{spec.axis}</th>
                        <th className="num">{spec.valueUnit}</th>
                        <th className="num">{made.value.now ? 'now gives' : ''}</th>
                      </tr>
                    </thead>
                    <tbody>
                      {rows(proposal.table, spec).map((r, i) => (
                        <tr key={i}>
                          <td className="num">{i + 1}</td>
                          <td className="num">{r.x}</td>
                          <td className="num">{r.y}</td>
                          <td className="num pale">
                            {made.value!.now
                              ? fixed(
                                  toDeviceOrder(
                                    { x: [0], y: [lookUp(made.value!.now, r.axis, spec.beyond)] },
                                    spec,
                                  ).y[0]!,
                                  1,
                                )
                              : ''}
                          </td>
                        </tr>
                      ))}
                    </tbody>
                  </table>
                </div>
              </>
            )}
          </>
        )}
      </div>
      {spec.form === 'table' && (
        <div>
          <h2>What it errs by</h2>
          {made.value && <TableErrorChart errors={made.value.errors} range={needs.range} q={q} />}
          {made.value && proposal && (
            <>
              <table className="sheet-table" aria-label="Worst errors">
                <thead>
                  <tr>
                    <th>Table</th>
                    <th className="num">worst, {q.unit}</th>
                    <th className="num">at</th>
                  </tr>
                </thead>
                <tbody>
                  <tr>
                    <td>
                      <b>Best places, best values</b>
                    </td>
                    <td className="num">{q.pm(made.value.best.worst, 3).slice(1)}</td>
                    <td className="num">{q.text(made.value.best.worstAt, 0)}</td>
                  </tr>
                  <tr>
                    <td>Best places, values on the curve</td>
                    <td className="num">{q.pm(made.value.onCurve.worst, 3).slice(1)}</td>
                    <td className="num">{q.text(made.value.onCurve.worstAt, 0)}</td>
                  </tr>
                  {made.value.even && (
                    <tr>
                      <td>Even spacing, best values</td>
                      <td className="num">{q.pm(made.value.even.worst, 3).slice(1)}</td>
                      <td className="num">{q.text(made.value.even.worstAt, 0)}</td>
                    </tr>
                  )}
                  {made.value.now &&
                    (() => {
                      const j = judgeTable(chain, spec, made.value.now)
                      return (
                        <tr>
                          <td>In {device.name} now</td>
                          <td className="num">{q.pm(j.worst, 3).slice(1)}</td>
                          <td className="num">{q.text(j.worstAt, 0)}</td>
                        </tr>
                      )
                    })()}
                </tbody>
              </table>
              <BeyondTheRange proposal={proposal} spec={spec} q={q} />
              <Group mt="sm" align="flex-end" wrap="wrap">
                <NativeSelect
                  label="Cell values"
                  value={school}
                  onChange={(e) => setSchool(e.currentTarget.value as typeof school)}
                  data={[
                    { value: 'best', label: 'may leave the curve (best)' },
                    { value: 'onCurve', label: 'lie on the curve' },
                  ]}
                />
                <NativeSelect
                  label="Take it as"
                  value={format}
                  onChange={(e) => setFormat(e.currentTarget.value as TableFormat)}
                  data={TABLE_FORMATS.map((f) => ({ value: f.id, label: f.name }))}
                />
                <Button variant="default" onClick={copy}>
                  Copy
                </Button>
                <Button
                  variant="default"
                  onClick={() =>
                    saveFile(
                      `${channel.name.toLowerCase().replace(/[^a-z0-9]+/g, '-')}-table.${extension}`,
                      text,
                      'text/plain',
                    )
                  }
                >
                  Save
                </Button>
              </Group>
              <Textarea
                aria-label="Table as text"
                readOnly
                value={text}
                autosize
                minRows={4}
                maxRows={8}
                mt="xs"
                styles={{
                  input: { fontFamily: 'var(--mantine-font-family-monospace)', fontSize: 14 },
                }}
              />
              <Group mt="sm">
                <Button
                  onClick={() => {
                    if (!enter(proposal.table))
                      notifications.show({ message: `Recorded: this table is in ${device.name}.` })
                  }}
                >
                  I have entered it in {device.name}
                </Button>
              </Group>
            </>
          )}
          {made.busy && !made.value && <p className="pale">Placing the breakpoints…</p>}
        </div>
      )}
    </div>
  )
}

const decimalsOf = (step: number): number => (String(step).split('.')[1] ?? '').length

function rows(table: EnteredTable, spec: DeviceTable): { x: string; y: string; axis: number }[] {
  const ordered = toDeviceOrder(table, spec)
  return ordered.x.map((x, i) => ({
    x: x.toFixed(decimalsOf(spec.axisStep)),
    y: fixed(ordered.y[i]!, decimalsOf(spec.valueStep)),
    axis: x,
  }))
}

/** What is in the device now, pasted or out of a file. */
function Import({
  spec,
  onTable,
}: {
  spec: DeviceTable
  onTable: (table: EnteredTable) => string | null
}) {
  const [text, setText] = useState('')
  const [problem, setProblem] = useState<string | null>(null)
  const file = useRef<HTMLInputElement>(null)
  const take = (raw: string, name: string): void => {
    try {
      const table = fromDeviceOrder(
        readTable(raw, { axisRange: spec.axisRange, valueRange: valueRangeShown(spec) }),
        spec,
      )
      const refused = onTable({ ...table, at: new Date().toISOString(), name: name.slice(0, 200) })
      setProblem(refused)
      if (refused) return
      setText('')
      notifications.show({ message: `${table.x.length} cells taken as what the device holds now.` })
    } catch (error) {
      setProblem(inWords(error, 'Reading this table'))
    }
  }
  return (
    <details className="apart" open={!spec.entered}>
      <summary className="strong">
        {spec.entered
          ? `In the device now: ${spec.entered.x.length} cells, ${spec.entered.name}, ${dayjs(spec.entered.at).format('D MMM YYYY')}`
          : 'Nothing says what is in the device now'}
      </summary>
      <Textarea
        label="Paste its axis and values"
        value={text}
        onChange={(e) => setText(e.currentTarget.value)}
        error={problem}
        placeholder={'0.35\t110\n0.62\t90'}
        autosize
        minRows={3}
        maxRows={6}
        styles={{ input: { fontFamily: 'var(--mantine-font-family-monospace)' } }}
      />
      <Group mt="xs">
        <Button
          variant="default"
          disabled={text.trim() === ''}
          onClick={() => take(text, 'pasted')}
        >
          Take it
        </Button>
        <Button variant="default" onClick={() => file.current?.click()}>
          From a file
        </Button>
        <input
          ref={file}
          type="file"
          hidden
          accept=".csv,.txt,.json,.tsv,text/plain"
          aria-label="Table file"
          onChange={(e) => {
            const f = e.currentTarget.files?.[0]
            e.currentTarget.value = ''
            if (f)
              void f
                .slice(0, 300_000)
                .text()
                .then((t) => take(t, f.name))
          }}
        />
      </Group>
    </details>
  )
}

/** For a device that takes three pairs, or the coefficients through them. */
function Pairs({ status, spec }: { status: StageProps['status']; spec: DeviceTable }) {
  const q = useQuantity(truthUnit(status.assembled.sensor.family))
  const chain = status.chain!
  const { value, error } = useWork((core) => core.pairs(chain.spec, spec), [chain, spec])
  if (error)
    return (
      <p role="alert" className="wrong">
        {error}
      </p>
    )
  if (!value) return <p className="pale">Trying pairs…</p>
  return (
    <>
      <table className="sheet-table apart" aria-label="Pairs to enter">
        {spec.form === 'pairs' ? (
          <>
            <thead>
              <tr>
                <th className="num">{spec.valueUnit}</th>
                <th className="num">Ω</th>
              </tr>
            </thead>
            <tbody>
              {value.pairs.map((p) => (
                <tr key={p.truth}>
                  <td className="num">
                    {fixed(
                      spec.valueUnit === '°F' ? p.truth * 1.8 + 32 : p.truth,
                      decimalsOf(spec.valueStep),
                    )}
                  </td>
                  <td className="num">{ohms(p.signal)}</td>
                </tr>
              ))}
            </tbody>
          </>
        ) : (
          <tbody>
            {value.curve.coefficients.map((c, i) => (
              <tr key={i}>
                <td>{'ABC'[i]}</td>
                <td className="num">{c.toExponential(8)}</td>
              </tr>
            ))}
          </tbody>
        )}
      </table>
      <p role="status">
        The curve {status.assembled.device.name} makes of them errs by{' '}
        {q.pm(value.worstError, 3).slice(1)} {q.unit} at most, at {q.text(value.worstAt, 0)}.
      </p>
    </>
  )
}
