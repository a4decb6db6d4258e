import { parseWheel } from './wheel.ts'

/**
 * When the edges of a wheel pass, in samples, which each is, and how steep a pickup's signal is there: at a speed that
 * swings with the crank's angle by a share, so often a turn. The first is edge `first`.
 */
export function passing(
  wheel: string,
  run: {
    turns: number
    swing: number
    perTurn: number
    first: number
    /** the speed at a share of the way, over the speed it comes to */
    speed?: (way: number) => number
  },
): { at: Float64Array; edge: number[]; steep: Float64Array } {
  const { cycleDegrees, edgesDegrees } = parseWheel(wheel)
  const n = edgesDegrees.length
  const { turns, swing, perTurn, speed = () => 1 } = run
  const first = run.first % n
  const begin = edgesDegrees[first]!
  const at: number[] = []
  const edge: number[] = []
  const steep: number[] = []
  const speedAt = (a: number): number =>
    0.05 *
    speed((a - begin) / (turns * cycleDegrees)) *
    (1 + swing * Math.sin((a * perTurn * Math.PI) / 180))
  let [angle, time] = [begin, 0]
  for (let k = 0; ; k++) {
    const due = edgesDegrees[(first + k) % n]! + cycleDegrees * Math.floor((first + k) / n)
    if (due - begin > turns * cycleDegrees)
      return { at: Float64Array.from(at), edge, steep: Float64Array.from(steep) }
    // in small steps, the speed of each taken at its middle
    const steps = Math.ceil((due - angle) * 4)
    for (let s = 0; s < steps; s++) {
      const a = angle + ((s + 0.5) * (due - angle)) / steps
      time += (due - angle) / steps / speedAt(a)
    }
    angle = due
    at.push(time)
    edge.push((first + k) % n)
    // the slope goes as the square of the speed
    steep.push(speedAt(due) ** 2)
  }
}
