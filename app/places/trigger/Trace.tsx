import { fixed, significant } from '../../../core/quantity/index.ts'
import { Button, Group, useComputedColorScheme } from '@mantine/core'
import { useElementSize } from '@mantine/hooks'
import { useEffect, useRef, type KeyboardEvent } from 'react'
import uPlot from 'uplot'
import 'uplot/dist/uPlot.min.css'
import type { CaptureNow, TimeWindow } from './useCapture.ts'
import css from './Trigger.module.css'

const HEIGHT = 190

/** The capture unrolled: zoomed by the wheel, pulled along, by keys and buttons too; the edges it was read by on it. */
export function CaptureTrace({ capture }: { capture: CaptureNow }) {
  const { window, look, lengthS, stretch } = capture
  const { ref, width } = useElementSize()
  const [from, to] = window
  const span = to - from
  const zoom = (by: number, about = (from + to) / 2): void =>
    look([about - (about - from) * by, about + (to - about) * by])
  const along = (share: number): void => look([from + share * span, to + share * span])
  const keys = (e: KeyboardEvent): void => {
    const does: Record<string, () => void> = {
      ArrowLeft: () => along(-0.1),
      ArrowRight: () => along(0.1),
      '+': () => zoom(0.5),
      '-': () => zoom(2),
      Home: () => look([0, lengthS]),
    }
    const act = does[e.key]
    if (!act) return
    e.preventDefault()
    act()
  }
  return (
    <>
      <div
        ref={ref}
        className={css.trace}
        role="application"
        aria-label="The capture"
        tabIndex={0}
        onKeyDown={keys}
      >
        {stretch && width > 0 && (
          <Plot
            stretch={stretch}
            window={window}
            width={width}
            onZoom={(by, share) => zoom(by, from + share * span)}
            onAlong={along}
          />
        )}
      </div>
      <Group gap={8} mt={6}>
        <Button variant="default" onClick={() => along(-0.5)}>
          Earlier
        </Button>
        <Button variant="default" onClick={() => along(0.5)}>
          Later
        </Button>
        <Button variant="default" onClick={() => zoom(0.25)}>
          Nearer
        </Button>
        <Button variant="default" onClick={() => zoom(4)}>
          Further
        </Button>
        <Button variant="default" onClick={() => look([0, lengthS])}>
          All of it
        </Button>
        <span className="pale small">
          {fixed(from, 3)} to {fixed(to, 3)} s of {fixed(lengthS, 2)} s
        </span>
      </Group>
    </>
  )
}

type PlotProps = {
  stretch: NonNullable<CaptureNow['stretch']>
  window: TimeWindow
  width: number
  /** about a place, as a share of what is seen */
  onZoom: (by: number, share: number) => void
  onAlong: (share: number) => void
}

/** Colours are read from the theme as it is now. */
const ink = (name: string): string =>
  getComputedStyle(document.documentElement).getPropertyValue(name).trim() || 'currentColor'

function Plot({ stretch, window, width, onZoom, onAlong }: PlotProps) {
  const box = useRef<HTMLDivElement>(null)
  const plot = useRef<uPlot | null>(null)
  const acts = useRef({ onZoom, onAlong })
  // a canvas keeps the colours it was drawn in
  const theme = useComputedColorScheme('light')
  useEffect(() => {
    acts.current = { onZoom, onAlong }
  })
  useEffect(() => {
    if (!box.current) return
    const made = new uPlot(optionsOf(width), [[], [], []], box.current)
    plot.current = made
    const undo = handled(made.over, acts)
    return () => {
      undo()
      made.destroy()
      plot.current = null
    }
  }, [width, theme])
  useEffect(() => {
    const edges = new Map(stretch.edges.map((e) => [e.timeS, 0]))
    const times = [...new Set([...stretch.timeS, ...edges.keys()])].sort((a, b) => a - b)
    const volts = new Map(stretch.timeS.map((t, i) => [t, stretch.v[i]!]))
    plot.current?.setData(
      [times, times.map((t) => volts.get(t)), times.map((t) => edges.get(t))],
      false,
    )
    plot.current?.setScale('x', { min: window[0], max: window[1] })
  }, [stretch, window, width, theme])
  return <div ref={box} />
}

function optionsOf(width: number): uPlot.Options {
  const axis = {
    stroke: ink('--pale'),
    grid: { stroke: ink('--hair'), width: 1 },
    ticks: { show: false },
  }
  return {
    ...{ width, height: HEIGHT, legend: { show: false }, cursor: { drag: { x: false, y: false } } },
    scales: { x: { time: false } },
    axes: [
      { ...axis, values: (_, all) => all.map((v) => `${significant(v, 6)} s`) },
      { ...axis, size: 56, values: (_, all) => all.map((v) => `${significant(v, 3)} V`) },
    ],
    series: [
      {},
      { stroke: ink('--ink'), width: 1.4, spanGaps: true, points: { show: false } },
      {
        stroke: ink('--touch'),
        paths: () => null,
        points: { show: true, size: 7, fill: ink('--sheet'), stroke: ink('--touch'), width: 2 },
      },
    ],
  }
}

/** Zoom by the wheel, pull by the hand. */
function handled(
  over: HTMLElement,
  acts: { readonly current: Pick<PlotProps, 'onZoom' | 'onAlong'> },
): () => void {
  let held: number | null = null
  const wheel = (e: WheelEvent): void => {
    e.preventDefault()
    const at = over.getBoundingClientRect()
    acts.current.onZoom(e.deltaY > 0 ? 1.4 : 1 / 1.4, (e.clientX - at.left) / at.width)
  }
  const down = (e: PointerEvent): void => {
    held = e.clientX
    over.setPointerCapture(e.pointerId)
  }
  const move = (e: PointerEvent): void => {
    if (held === null) return
    const share = (held - e.clientX) / over.clientWidth
    if (Math.abs(share) < 0.004) return
    held = e.clientX
    acts.current.onAlong(share)
  }
  const up = (): void => {
    held = null
  }
  over.addEventListener('wheel', wheel, { passive: false })
  over.addEventListener('pointerdown', down)
  over.addEventListener('pointermove', move)
  over.addEventListener('pointerup', up)
  return () => {
    over.removeEventListener('wheel', wheel)
    over.removeEventListener('pointerdown', down)
    over.removeEventListener('pointermove', move)
    over.removeEventListener('pointerup', up)
  }
}
