import { Say } from '../../parts/Say.tsx'
import { useMemo } from 'react'
import { curveRemedy, errorBudget, shareBy, type Budget } from '../../../core/chain/index.ts'
import { inWords } from '../../store/problem.ts'
import { useBuild } from '../../store/useBuild.ts'
import { useQuantity, type Quantity } from '../../parts/units.ts'
import { useWork } from '../../workers/useWork.ts'
import { useRestTruth } from './restTruth.ts'
import { truthUnit } from './stageInfo.ts'
import type { StageProps } from './tabs.tsx'
import { num, unseen, words } from '../../parts/columns.ts'
import { Sheet } from '../../parts/Sheet.tsx'

const DRAWS = 100_000

/** A remedy that leaves so many times the worst error makes it worse, beyond the last digits of computing. */
const WORSE = 1.001

/** Where the error comes from at the thread, line by line, and what the next effort should go into. */
export default function BudgetStage({ status }: StageProps) {
  const truth = useRestTruth()
  const { build } = useBuild()
  const { chain, assembled } = status
  const q = useQuantity(truthUnit(assembled.sensor.family))
  const { budget, problem } = useMemo(() => {
    const none = { budget: null, problem: null }
    if (!chain) return none
    try {
      const curve = curveRemedy(build, assembled, truth)
      return { ...none, budget: errorBudget(chain, truth, curve) }
    } catch (error) {
      return { ...none, problem: inWords(error, 'Working out the error') }
    }
  }, [build, assembled, chain, truth])
  const drawn = useWork(
    chain && budget ? (core) => core.spread(chain.spec, truth, DRAWS, 7) : null,
    [chain, truth],
    200,
  )
  if (!chain || !budget)
    return <p className="pale stage-body">{status.assembled.problem ?? problem}</p>
  const need = status.assembled.needs.accuracy
  const halfDrawn = drawn.value ? (drawn.value.high - drawn.value.low) / 2 : null
  const agree = halfDrawn !== null && Math.abs(halfDrawn / budget.half - 1) < 0.12
  return (
    <div className="stage-body">
      <h2>Error budget at {q.text(truth)}</h2>
      <p className="tight" role="status" aria-label="Whole error">
        Off by <b>{q.off(budget.bias)}</b>, give or take <b>{q.pm(budget.half)}</b> {q.unit} at 95
        %; at worst {q.pm(budget.worst).slice(1)}, and {q.pm(need)} is needed.{' '}
        <span className="pale">
          {halfDrawn === null
            ? (drawn.error ?? 'Drawing…')
            : agree
              ? `Drawn ${DRAWS / 1000}k times it is ${q.pm(halfDrawn)}: the straight sum holds.`
              : `Drawn ${DRAWS / 1000}k times it is ${q.pm(halfDrawn)}: the chain bends here, ` +
                'and the drawn band is the one to believe.'}
        </span>
      </p>
      {budget.next && (
        <div className="aside-bar tight">
          <b>
            <Say of={budget.next.remedy} />
          </b>{' '}
          <span className="pale">
            The largest gain: the worst error goes from {q.pm(budget.worst).slice(1)} to{' '}
            {q.pm(budget.next.worstAfter).slice(1)} {q.unit}.
          </span>
        </div>
      )}
      <Lines budget={budget} q={q} />
      <p className="pale small">
        Solid bars are known and always the same way; hatched ones are doubt, 95 %. Doubts add as
        squares, so the small ones hardly count. Each remedy is taken alone.
      </p>
    </div>
  )
}

/** The causes of the error, largest first, each with what would reduce it and what that leaves. */
function Lines({ budget, q }: { budget: Budget; q: Quantity }) {
  const most = Math.max(...budget.lines.map((l) => Math.abs(l.size)), 1e-12)
  return (
    <div className="scroll-x">
      <Sheet
        label="Error budget"
        columns={[
          words('Stage'),
          words('Cause'),
          num(q.unit),
          unseen('Size', 160),
          words('What would reduce it'),
          num('leaves'),
        ]}
        rows={budget.lines.map((l) => ({
          key: l.id,
          cells: [
            shareBy(l.share).label,
            <Say key="cause" of={l.label} />,
            l.kind === 'bias' ? q.off(l.size) : q.pm(l.size),
            <span
              key="size"
              className={`bar${l.kind === 'spread' ? ' spread' : ''}`}
              style={{ display: 'block', width: `${(100 * Math.abs(l.size)) / most}%` }}
              aria-hidden
            />,
            l.worstAfter > WORSE * budget.worst ? (
              <span key="remedy" className="pale">
                Leave it: it offsets part of another cause.
              </span>
            ) : (
              <Say key="remedy" of={l.remedy} />
            ),
            q.pm(l.worstAfter).slice(1),
          ],
        }))}
      />
    </div>
  )
}
