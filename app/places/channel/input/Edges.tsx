import { Say } from '../../../parts/Say.tsx'
import { NativeSelect } from '@mantine/core'
import { type Input, measured, type Pull } from '../../../../core/build/index.ts'
import type { ReadStatus } from '../../../../core/chain/index.ts'
import { edgeInput, type EdgeInput, type EdgeVerdict } from '../../../../core/input/index.ts'
import { formatQuantity, fixed } from '../../../../core/quantity/index.ts'
import { Fields } from '../../../parts/Fields.tsx'
import { QuantityInput } from '../../../parts/QuantityInput.tsx'
import { inWords } from '../../../store/problem.ts'
import { useBuild } from '../../../store/useBuild.ts'
import { Wrong } from '../../../parts/Wrong.tsx'

/** What an output that gives edges is taken to be until somebody types better. */
const START: Pick<EdgeInput, 'output' | OfOutput | 'highV'> = {
  output: 'open collector',
  lowV: 0.2,
  highV: 5,
  outputOhm: 30,
  sinkA: 0.02,
  cableF: 1e-9,
}
type OfOutput = 'lowV' | 'outputOhm' | 'sinkA' | 'cableF'
/** And what a counter calls low and high. */
const THRESHOLDS = { lowV: 1, highV: 3.5 }

/** Whether this sensor's edges reach the counter: its output, the pull of the input, the cable, the thresholds. */
export function EdgesPanel({ status }: { status: ReadStatus }) {
  const { edit } = useBuild()
  const { input, sensor } = status.assembled
  const { element } = sensor
  const pull = input.pulls.find((p) => p.on)
  const said = { ...START, ...(element.settings.edges as Partial<EdgeInput> | undefined) }
  const thresholds = input.thresholds ?? THRESHOLDS
  const set = (patch: Partial<EdgeInput>): string | null =>
    edit({ kind: 'editElement', args: { id: element.id, patch: { settings: { edges: patch } } } })
  const task: EdgeInput = {
    ...said,
    ...{ thresholdLowV: thresholds.lowV, thresholdHighV: thresholds.highV },
    cableF: said.cableF + input.filterF,
    ...pulled(input, pull),
    limitV: input.limitV,
  }
  const { verdict, problem } = judged(task)
  const threshold = (key: 'lowV' | 'highV', label: string) => (
    <NumberBox
      {...{ label, unit: 'V', value: thresholds[key] }}
      set={(value) =>
        edit({
          kind: 'editInput',
          args: { input: input.id, patch: { thresholds: { ...thresholds, [key]: value } } },
        })
      }
    />
  )
  const box = (key: OfOutput, label: string, unit: string) => (
    <NumberBox {...{ label, unit, value: said[key] }} set={(value) => set({ [key]: value })} />
  )
  return (
    <section className="apart" aria-label="Edges">
      <h2>Do its edges arrive</h2>
      <Fields>
        <NativeSelect
          label="Its output"
          value={said.output}
          onChange={(e) => set({ output: e.currentTarget.value as EdgeInput['output'] })}
          data={['open collector', 'push-pull']}
          w={180}
        />
        {pull && <PullsTo {...{ input, pull }} now={task.pull} />}
        {box('lowV', 'Low, at it', 'V')}
        {box('outputOhm', 'Its own', 'Ω')}
        {box('sinkA', 'May sink', 'A')}
        {box('cableF', 'Cable', 'F')}
        {threshold('lowV', 'Low is below')}
        {threshold('highV', 'High is above')}
      </Fields>
      <Wrong>{problem}</Wrong>
      {verdict && <Verdict {...verdict} />}
    </section>
  )
}

/** Where a pull of the input goes: to its rail, or to ground where that is 0 V. */
function pulled(
  { referenceV }: Input,
  pull: Pull | undefined,
): Pick<EdgeInput, 'pullOhm' | 'pull' | 'railV'> {
  if (!pull) return { pullOhm: null, pull: 'up', railV: 5 }
  const railV = pull.toReference ? referenceV.value : pull.railV.value
  return railV === 0
    ? { pullOhm: pull.ohm.value, pull: 'down', railV: 5 }
    : { pullOhm: pull.ohm.value, pull: 'up', railV }
}

function judged(task: EdgeInput): { verdict: EdgeVerdict | null; problem: string | null } {
  try {
    return { verdict: edgeInput(task), problem: null }
  } catch (error) {
    return { verdict: null, problem: inWords(error, 'Judging the edges') }
  }
}

type NumberBoxProps = {
  label: string
  unit: string
  value: number
  set: (value: number) => string | null
}
const NumberBox = ({ label, unit, value, set }: NumberBoxProps) => (
  <QuantityInput
    {...{ label, unit, value }}
    width={150}
    hideUnderstood
    onCommit={(typed) => set(typed.value)}
  />
)

/** Up to the reference, or down to ground: the same part the other way. */
function PullsTo({ input, pull, now }: { input: Input; pull: Pull; now: EdgeInput['pull'] }) {
  const { edit } = useBuild()
  const up = { toReference: true, railV: input.referenceV }
  const down = { toReference: false, railV: measured(0) }
  return (
    <NativeSelect
      label="Input pulls"
      value={now}
      onChange={(e) =>
        edit({
          kind: 'editPullUp',
          args: {
            ...{ input: input.id, pull: pull.id },
            patch: e.currentTarget.value === 'down' ? down : up,
          },
        })
      }
      data={['up', 'down']}
      w={110}
    />
  )
}

const Verdict = ({ problems, lowV, highV, edgeS, highestHz }: EdgeVerdict) =>
  problems.length > 0 ? (
    <ul aria-label="Edge findings" className="wrong">
      {problems.map((p) => (
        <li key={p.code}>
          <Say of={p} />
        </li>
      ))}
    </ul>
  ) : (
    <p role="status">
      Low {fixed(lowV, 2)} V, high {fixed(highV, 2)} V, edges of{' '}
      {formatQuantity(edgeS, 's', { digits: 2 })}: they arrive up to{' '}
      {formatQuantity(highestHz, 'Hz', { digits: 2 })}.
    </p>
  )
