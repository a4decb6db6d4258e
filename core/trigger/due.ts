import type { Pattern } from './pattern.ts'

/** An interval between accepted edges: where on two turns of the wheel it begins, over how many steps, and how long. */
export type Passed = { slot: number; steps: number; samples: number }

/** Of what an interval was to take it may be off by so much, once the engine turns as it did two turns before. */
export const TIGHT = 0.12

/**
 * What each interval of two turns is held against. At first its degrees; once two whole turns went as the two
 * before, what it took then, in samples: a cylinder fires every second turn, so that compression comes back with it,
 * and what is left is what the wheel did.
 */
export class Due {
  /** by the interval's place on two turns, °, or samples */
  values: Float64Array
  private readonly degrees: Float64Array
  private readonly took: Float64Array
  private matched = 0

  constructor(private readonly pattern: Pattern) {
    const { n, steps } = pattern
    this.degrees = Float64Array.from({ length: 2 * n }, (_, slot) => steps[slot % n]!)
    this.took = new Float64Array(2 * n)
    this.values = this.degrees
  }

  /** Whether intervals are held against what they took two turns before. */
  get known(): boolean {
    return this.values === this.took
  }

  of(slot: number, steps: number): number {
    let sum = 0
    for (let s = 0; s < steps; s++) sum += this.values[(slot + s) % this.values.length]!
    return sum
  }

  /** An interval of one step came, after another. Where it is unlike the one of two turns before, degrees count again. */
  came(before: Passed, now: Passed): void {
    const { took } = this
    // the one before is kept only now: until here the two of two turns before were held against one another
    const [was, is] = [took[before.slot]!, took[now.slot]!]
    if (before.steps === 1) took[before.slot] = before.samples
    if (before.steps > 1) return
    const off = (now.samples * was) / (is * before.samples) - 1
    this.matched = off < TIGHT && off > -TIGHT ? this.matched + 1 : 0
    this.values = this.matched > this.pattern.n ? took : this.degrees
  }
}
