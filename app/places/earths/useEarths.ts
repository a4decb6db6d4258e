import { useMemo } from 'react'
import { useSessionStorage } from '@mantine/hooks'
import type { Id } from '../../../core/build/index.ts'
import {
  busiestState,
  groundPicture,
  isCranking,
  type GroundPicture,
} from '../../../core/earths/index.ts'
import { orElse } from '../../../core/error.ts'
import { measuredStraps, solvedGround } from '../../../core/ground/index.ts'
import { useBuild } from '../../store/useBuild.ts'
import { useWork } from '../../workers/useWork.ts'

const NOTHING: GroundPicture = { volt: {}, ampere: {}, costs: [] }

/**
 * The grounds of the build in the state that is looked at: worked out here at once, so that a moved strap is seen as
 * it moves; what takes longer (what a volt does to each reader, bands, repairs) follows from the worker.
 */
export function useEarths() {
  const { build, edit } = useBuild()
  const [looked, setLooked] = useSessionStorage<Id | null>({
    key: `echt-earths ${build.id}`,
    defaultValue: null,
    getInitialValueInEffect: false,
  })
  const counted = build.vehicle.state
  const there = (id: Id | null): boolean => build.states.some((s) => s.id === id)
  const state = counted ?? (there(looked) ? looked : busiestRunning(build))
  const { solved, problem } = useMemo(() => solvedGround(build), [build])
  const { devices, channels, elements, measurements, instruments } = build
  const slopes = useWork(
    build.posts.length === 0 ? null : (core) => core.groundSlopes({ ...build, changes: [] }),
    // what a volt does does not rest on the straps
    [devices, channels, elements, measurements, instruments, build.posts.length === 0],
  )
  const picture = useMemo(
    () =>
      solved
        ? orElse(
            () =>
              groundPicture({ ...solved.ground, ...solved.estimate }, slopes.value ?? [], state),
            NOTHING,
          )
        : NOTHING,
    [solved, slopes.value, state],
  )
  const known = slopes.value
  const advice = useWork(
    solved && known && state
      ? (core) => core.groundAdvice({ ...build, changes: [] }, known, state)
      : null,
    [build.posts, build.straps, build.loads, build.stands, measurements, known, state],
    150,
  )
  const look = (to: Id): void => {
    setLooked(to)
    if (counted !== null) edit({ kind: 'editVehicle', args: { patch: { state: to } } })
  }
  return {
    build,
    state,
    look,
    /** whether the channels are shown in this state */
    counted: counted !== null,
    count: (yes: boolean) =>
      edit({ kind: 'editVehicle', args: { patch: { state: yes ? state : null } } }),
    solved,
    problem,
    /** straps that are known by measuring */
    measured: useMemo(() => measuredStraps(build, solved), [build, solved]),
    picture,
    slopes: slopes.value,
    advice: advice.value,
    busy: slopes.busy || advice.busy,
    error: slopes.error ?? advice.error,
  }
}

export type EarthsNow = ReturnType<typeof useEarths>

/** Cranking draws the most and lasts a second: the state that is driven in is looked at first. */
function busiestRunning(build: Parameters<typeof busiestState>[0]): Id | null {
  const starts = new Set(build.states.filter((s) => isCranking(s, build.loads)).map((s) => s.id))
  return (
    busiestState({ ...build, states: build.states.filter((s) => !starts.has(s.id)) }) ??
    busiestState(build)
  )
}
