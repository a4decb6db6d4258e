/** Prints one ratio and whether it keeps its bound; a broken bound makes the run fail. */
export function report(what: string, value: number, bound: number, unit = 'times'): void {
  const kept = value <= bound
  console.log(
    `${kept ? 'kept  ' : 'BROKEN'} ${what}: ${value.toFixed(2)} ${unit} (at most ${bound})`,
  )
  if (!kept) process.exitCode = 1
}

/** Median time of several runs, ms, after one to warm up. */
export function medianMs(work: () => void, runs = 15): number {
  work()
  const times = Array.from({ length: runs }, () => {
    const t = performance.now()
    work()
    return performance.now() - t
  }).sort((a, b) => a - b)
  return times[Math.floor(times.length / 2)]!
}
