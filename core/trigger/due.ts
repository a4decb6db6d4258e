import type { Pattern } from './pattern.ts'

/** An interval between accepted edges: where on two turns of the wheel it begins, over how many steps, and how long. */
export type Passed = { slot: number; steps: number; samples: number }

/** Of what an interval was to take it may be off by so much, once the engine turns as it did before. */
export const TIGHT = 0.12
/** From such a change on it is asked whether it was a fault. */
export const ASKED = 0.06

/** What intervals took some turns before, by their places on two turns, and how many came like that in a row. */
type History = { took: Float64Array; turnsBefore: number; matched: number }

/**
 * What each interval of two turns is held against. At first its degrees; once a whole turn went as one before it did,
 * what it took then, in samples: compression comes back with the turn, or with every second one as a cylinder fires,
 * and what is left is what the wheel did.
 */
export class DueTimes {
  /** by the interval's place on two turns, °, or samples */
  values: Float64Array
  private readonly degrees: Float64Array
  private readonly histories: History[]

  /** Two turns that were seen elsewhere, by their slots, are known from the beginning, and not given up. */
  constructor(
    private readonly pattern: Pattern,
    private readonly seen: Float64Array | null = null,
  ) {
    const { n, steps } = pattern
    this.degrees = Float64Array.from({ length: 2 * n }, (_, slot) => steps[slot % n]!)
    this.values = seen ?? this.degrees
    this.histories = [2, 1].map((turnsBefore) => ({
      ...{ took: new Float64Array(2 * n), turnsBefore, matched: 0 },
    }))
  }

  /** Whether intervals are held against what they took before. */
  get known(): boolean {
    return this.values !== this.degrees
  }

  /** Whether what is known was seen elsewhere at first: back in time, in the turns that came after. */
  get fromElsewhere(): boolean {
    return this.seen !== null
  }

  of(slot: number, steps: number): number {
    let sum = 0
    for (let s = 0; s < steps; s++) sum += this.values[(slot + s) % this.values.length]!
    return sum
  }

  /** An interval of one step came, after another. Where none came like that before, degrees count again. */
  came(before: Passed, now: Passed): void {
    if (before.steps > 1) return
    if (this.seen) {
      this.seen[before.slot] = before.samples
      return
    }
    const { n } = this.pattern
    let values = this.degrees
    for (const history of this.histories) {
      const { took, turnsBefore } = history
      const off = (now.samples * took[before.slot]!) / (took[now.slot]! * before.samples) - 1
      history.matched = off < TIGHT && off > -TIGHT ? history.matched + 1 : 0
      if (history.matched > n && values === this.degrees) values = took
      // kept only now: until here the two of before were held against one another
      took[(before.slot + turnsBefore * n) % took.length] = before.samples
    }
    this.values = values
  }
}
