const { process } = globalThis as { process?: { env: Record<string, string | undefined> } }

/** How often a test tries: a thinned count at every run, the whole one in `npm run trials -- whole`. */
export const triesOf = (whole: number, thinned: number): number =>
  process?.env.ECHT_WHOLE ? whole : thinned

/** What a test goes over: some of it at every run, all of it in `npm run trials -- whole`. */
export const some = <T>(whole: readonly T[], of: (one: T, i: number) => boolean): T[] =>
  process?.env.ECHT_WHOLE ? [...whole] : whole.filter(of)
