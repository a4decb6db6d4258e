import type { StagePlace } from '../../../../core/chain/index.ts'
import { TABS } from '../tabs.tsx'

/** The places beneath the scales, one chosen; arrow keys go from one to the next. */
export function StageTabs({
  stage,
  onChoose,
}: {
  stage: StagePlace
  onChoose: (stage: StagePlace) => void
}) {
  const onArrow = (i: number, key: string): void => {
    const by = key === 'ArrowRight' ? 1 : key === 'ArrowLeft' ? -1 : 0
    if (by === 0) return
    const to = TABS[(i + by + TABS.length) % TABS.length]!
    onChoose(to.id)
    document.getElementById(`tab-${to.id}`)?.focus({ preventScroll: true })
  }
  return (
    <div className="stage-tabs no-print" role="tablist" aria-label="Stages" id="stages">
      {TABS.map(({ id, name }, i) => (
        <button
          key={id}
          type="button"
          role="tab"
          id={`tab-${id}`}
          aria-selected={stage === id}
          aria-controls="stage"
          tabIndex={stage === id ? 0 : -1}
          onClick={() => onChoose(id)}
          onKeyDown={(e) => onArrow(i, e.key)}
        >
          {name}
          <kbd className="key">{i + 1}</kbd>
        </button>
      ))}
    </div>
  )
}
