import type { TriggerTask } from './simulate.ts'
import type { Pickup, Wheel } from './wheel.ts'

/** How the engine of the simulator turns. */
export type Running = 'cranking' | 'idle' | 'sweep' | 'hard'
/** What may be wrong with its wheel, pickup or wiring, as one would tick it on a list. */
export type SceneFault =
  'reversed' | 'noise' | 'bent' | 'broken' | 'runout' | 'wide' | 'bursts' | 'clamped'

export type Scene = {
  wheel: Wheel
  pickup: Pickup
  /** a cylinder fires every second turn: so many compressions in two turns */
  cylinders: number
  running: Running
  faults: readonly SceneFault[]
  seed: number
}

const CRANK_RPM = 235
const IDLE_RPM = 900
const LIMITER_RPM = 7000
/** How far compression drags the speed down and lets it up again, as a share. */
const SWING = { cranking: 0.25, idle: 0.04 }

/** Speed at a time, from rest for cranking, up to the limiter and held there for the others. */
const SPEEDS: Record<
  Running,
  { durationS: number; rpm: (t: number, cylinders: number) => number }
> = {
  cranking: {
    durationS: 3,
    rpm: (t, cylinders) =>
      CRANK_RPM *
      Math.min(1, 0.03 + t / 0.3) *
      (1 + SWING.cranking * beat(t, CRANK_RPM, cylinders)),
  },
  idle: {
    durationS: 3,
    rpm: (t, cylinders) => IDLE_RPM * (1 + SWING.idle * beat(t, IDLE_RPM, cylinders)),
  },
  sweep: { durationS: 4, rpm: (t) => IDLE_RPM + ((LIMITER_RPM - IDLE_RPM) * t) / 4 },
  // through first gear in a second and a half, then held at the limiter, which cuts and lets go
  hard: {
    durationS: 3,
    rpm: (t) =>
      t < 1.5
        ? IDLE_RPM + (LIMITER_RPM - IDLE_RPM) * (t / 1.5) ** 0.8
        : LIMITER_RPM * (1 - 0.015 * Math.abs(Math.sin(2 * Math.PI * 8 * (t - 1.5)))),
  },
}

const beat = (t: number, rpm: number, cylinders: number): number =>
  Math.sin((2 * Math.PI * t * rpm * cylinders) / 120)

const SAMPLE_HZ = 50_000

/** A tooth early in the turn, which every wheel of some teeth has. */
const toothOf = ({ edgesDegrees }: Wheel): number => Math.floor(edgesDegrees.length / 3)

const FAULTS: Record<SceneFault, (wheel: Wheel) => Partial<TriggerTask>> = {
  reversed: () => ({ reversed: true }),
  noise: () => ({ noiseV: 0.12 }),
  bent: (wheel) => ({ bentTooth: { edge: toothOf(wheel), lateDeg: 0.9 } }),
  broken: (wheel) => ({ brokenTeeth: [toothOf(wheel)] }),
  runout: () => ({ runout: 0.3 }),
  wide: () => ({ gapRatio: 2 }),
  bursts: () => ({ bursts: { count: 12, volt: 9 } }),
  clamped: () => ({ limitV: 4 }),
}

/** What the simulator is told for a scene: the same for the page and for the scope on the bench. */
export const sceneTask = (scene: Scene): TriggerTask => ({
  ...{ wheel: scene.wheel, pickup: scene.pickup, seed: scene.seed, sampleHz: SAMPLE_HZ },
  durationS: SPEEDS[scene.running].durationS,
  rpm: (t) => SPEEDS[scene.running].rpm(t, scene.cylinders),
  ...Object.assign({}, ...scene.faults.map((f) => FAULTS[f](scene.wheel))),
})

export const RUNNINGS: readonly Running[] = ['cranking', 'idle', 'sweep', 'hard']
export const SCENE_FAULTS = Object.keys(FAULTS) as readonly SceneFault[]
