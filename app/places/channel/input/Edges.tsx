import { Say } from '../../../parts/Say.tsx'
import { NativeSelect } from '@mantine/core'
import { measured } from '../../../../core/build/index.ts'
import type { ReadStatus } from '../../../../core/chain/index.ts'
import { edgeInput, type EdgeInput, type EdgeVerdict } from '../../../../core/input/index.ts'
import { formatQuantity } from '../../../../core/quantity/index.ts'
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
export function Edges({ status }: { status: ReadStatus }) {
  const { edit } = useBuild()
  const { input, sensor } = status.assembled
  const { element } = sensor
  const pull = input.pulls.find((p) => p.on)
  const said = { ...START, ...(element.settings.edges as Partial<EdgeInput> | undefined) }
  const thresholds = input.thresholds ?? THRESHOLDS
  const down = pull !== undefined && !pull.toReference && pull.railV.value === 0
  const set = (patch: Partial<EdgeInput>): string | null =>
    edit({ kind: 'editElement', args: { id: element.id, patch: { settings: { edges: patch } } } })
  const task: EdgeInput = {
    ...said,
    ...{ thresholdLowV: thresholds.lowV, thresholdHighV: thresholds.highV },
    cableF: said.cableF + input.filterF,
    pullOhm: pull?.ohm.value ?? null,
    pull: down ? 'down' : 'up',
    railV: pull && !down ? (pull.toReference ? input.referenceV.value : pull.railV.value) : 5,
    limitV: input.limitV,
  }
  let verdict: ReturnType<typeof edgeInput> | null = null,
    problem: string | null = null
  try {
    verdict = edgeInput(task)
  } catch (error) {
    problem = inWords(error, 'Judging the edges')
  }
  /** the pull goes to its rail, or to ground */
  const pullTo = (where: string): string | null =>
    pull === undefined
      ? null
      : edit({
          kind: 'editPullUp',
          args: {
            ...{ input: input.id, pull: pull.id },
            patch:
              where === 'down'
                ? { toReference: false, railV: measured(0) }
                : { toReference: true, railV: input.referenceV },
          },
        })
  const threshold = (key: 'lowV' | 'highV', label: string) => (
    <QuantityInput
      label={label}
      unit="V"
      value={thresholds[key]}
      width={150}
      hideUnderstood
      onCommit={({ value }) =>
        edit({
          kind: 'editInput',
          args: { input: input.id, patch: { thresholds: { ...thresholds, [key]: value } } },
        })
      }
    />
  )
  const box = (key: OfOutput, label: string, unit: string) => (
    <QuantityInput
      label={label}
      unit={unit}
      value={said[key]}
      width={150}
      hideUnderstood
      onCommit={({ value }) => set({ [key]: value })}
    />
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
        {pull && (
          <NativeSelect
            label="Input pulls"
            value={task.pull}
            onChange={(e) => pullTo(e.currentTarget.value)}
            data={['up', 'down']}
            w={110}
          />
        )}
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
      Low {lowV.toFixed(2)} V, high {highV.toFixed(2)} V, edges of{' '}
      {formatQuantity(edgeS, 's', { digits: 2 })}: they arrive up to{' '}
      {formatQuantity(highestHz, 'Hz', { digits: 2 })}.
    </p>
  )
