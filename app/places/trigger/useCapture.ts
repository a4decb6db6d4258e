import { proxy, transfer, wrap, type Remote } from 'comlink'
import { useCallback, useEffect, useRef, useState } from 'react'
import type { Trigger } from '../../../core/build/index.ts'
import { inWords } from '../../store/problem.ts'
import type { CaptureStretch, TriggerRead, TriggerWork } from '../../workers/trigger.worker.ts'
import type { Scene } from '../../../core/trigger/index.ts'
import { sweepOf } from '../../bench/scope.ts'
import { webSocketTransport } from '../../bench/webSocketTransport.ts'

export type KeptCapture = {
  samples: number
  sampleHz: number
  signKnown: boolean
  name: string
  /** what was recorded together, and which of it is the crank */
  channels: string[]
  channel: number
  /** it came from a file, which can be kept with the build */
  fromFile: boolean
}
/** What of the capture is looked at, s. */
export type TimeWindow = readonly [fromS: number, toS: number]

/** How the engine turns, and what is wrong. */
export type Turned = Pick<Scene, 'running' | 'faults' | 'seed'>

const sceneOf = ({ wheel, pickup, cylinders }: Trigger) => ({
  ...{ wheel, pickup, cylinders },
})

/** Columns a picture of the capture has. */
const COLUMNS = 900
/** Shortest stretch that is looked at, in samples. */
const LEAST_SAMPLES = 40

/** A worker that holds the one capture of a page, and goes with it. */
function useTriggerWork(): () => Remote<TriggerWork> {
  const worker = useRef<{ thread: Worker; work: Remote<TriggerWork> } | null>(null)
  useEffect(
    () => () => {
      worker.current?.thread.terminate()
      worker.current = null
    },
    [],
  )
  return useCallback(() => {
    if (!worker.current) {
      const thread = new Worker(new URL('../../workers/trigger.worker.ts', import.meta.url), {
        type: 'module',
      })
      worker.current = { thread, work: wrap<TriggerWork>(thread) }
    }
    return worker.current.work
  }, [])
}

type Bring = (name: string, get: () => Promise<Omit<KeptCapture, 'name'>>) => Promise<void>

/** Where a capture may come from: a file, the simulator, the scope on the bench. */
const sources = (
  work: () => Remote<TriggerWork>,
  trigger: Trigger,
  { bring, setProgress }: { bring: Bring; setProgress: (share: number) => void },
) => ({
  open: (file: File, rateHz: number | null) =>
    bring(file.name, () =>
      work().open(
        file,
        rateHz,
        proxy((s: number) => setProgress(s)),
      ),
    ),
  simulate: (of: Turned) =>
    bring('from the simulator', () => work().simulate({ ...sceneOf(trigger), ...of })),
  /** the same, taken by the scope on the bench */
  sweep: (of: Turned) =>
    bring('from the scope', async () => {
      const scene = { ...sceneOf(trigger), ...of }
      const { samples, sampleHz } = await sweepOf(
        webSocketTransport('/bench/scope'),
        scene,
        setProgress,
      )
      return work().take(transfer(samples, [samples.buffer]), sampleHz)
    }),
})

/** A capture in a worker of its own: opened or simulated, read by the wheel, and looked at a stretch at a time. */
export function useCapture(trigger: Trigger) {
  const work = useTriggerWork()
  const [kept, setKept] = useState<KeptCapture | null>(null)
  const [read, setRead] = useState<TriggerRead | null>(null)
  const [window, setWindow] = useState<TimeWindow>([0, 1])
  const [stretch, setStretch] = useState<CaptureStretch | null>(null)
  const [progress, setProgress] = useState<number | null>(null)
  const [problem, setProblem] = useState<string | null>(null)
  const bring: Bring = async (name, get) => {
    setProblem(null)
    setProgress(0)
    try {
      const found = await get()
      setKept({ ...found, name })
      setWindow([0, found.samples / found.sampleHz])
    } catch (error) {
      setProblem(inWords(error, 'Reading this capture'))
    } finally {
      setProgress(null)
    }
  }
  const { wheel, pickup } = trigger
  // read anew when the capture or the wheel is another
  useEffect(() => {
    if (!kept) return
    let current = true
    work()
      .read(wheel, pickup)
      .then(
        (r) => current && setRead(r),
        (error: unknown) => current && setProblem(inWords(error, 'Reading this capture')),
      )
    return () => {
      current = false
    }
  }, [work, kept, wheel, pickup])
  const [from, to] = window
  useEffect(() => {
    if (!kept) return
    let current = true
    work()
      .stretch(from, to, COLUMNS)
      .then(
        (s) => current && setStretch(s),
        (error: unknown) => current && setProblem(inWords(error, 'Drawing this capture')),
      )
    return () => {
      current = false
    }
    // the edges come with what is read
  }, [work, kept, read, from, to])
  const lengthS = kept ? kept.samples / kept.sampleHz : 0
  const look = ([a, b]: TimeWindow): void => {
    if (!kept) return
    const span = Math.min(lengthS, Math.max(LEAST_SAMPLES / kept.sampleHz, b - a))
    const start = Math.min(Math.max(0, (a + b - span) / 2), lengthS - span)
    setWindow([start, start + span])
  }
  return {
    ...{ kept, read: kept ? read : null, window, stretch, progress, problem, lengthS, look },
    ...sources(work, trigger, { bring, setProgress }),
    /** takes another channel of the same file for the crank's */
    choose: (channel: number) => {
      if (kept) void bring(kept.name, () => work().choose(channel))
    },
    /** the file that is open, with its hash */
    file: () => work().file(),
    cam: (channel: number) => work().cam(channel, wheel),
    /** a stretch that is looked at beside the whole */
    piece: ([fromS, toS]: TimeWindow) => work().stretch(fromS, toS, COLUMNS),
    stop: () => void work().stop(),
    exported: (format: 'csv' | 'vcd' | 'wav') => work().exported(format),
  }
}

export type CaptureNow = ReturnType<typeof useCapture>
