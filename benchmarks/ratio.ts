/** Prints one ratio and whether it keeps its bound; a broken bound makes the run fail. */
export function report(what: string, value: number, bound: number, unit = 'times'): void {
  const kept = value <= bound
  console.log(
    `${kept ? 'kept  ' : 'BROKEN'} ${what}: ${value.toFixed(2)} ${unit} (at most ${bound})`,
  )
  if (!kept) process.exitCode = 1
}

/**
 * Least time of each of several works, ms, run by turns so that a machine that is busy for a while is busy for all of
 * them; after one round to warm up.
 */
export function leastMs(works: (() => void)[], rounds = 40): number[] {
  for (const work of works) work()
  const least = works.map(() => Infinity)
  for (let round = 0; round < rounds; round++)
    works.forEach((work, i) => {
      const began = performance.now()
      work()
      least[i] = Math.min(least[i]!, performance.now() - began)
    })
  return least
}
