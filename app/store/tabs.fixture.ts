import type { KeptBuild } from './db.ts'
import { keptBuild } from './kept.ts'
import type { Session } from './session.ts'

/** What is stored of a build. */
export const kept = async (id: string): Promise<KeptBuild> => (await keptBuild(id))!

/** An edit of the second channel of the small build. */
export const place = (text: string) => ({
  kind: 'editChannel' as const,
  args: { id: 'ch-air', patch: { place: text } },
})

export const wait = (ms: number): Promise<void> =>
  new Promise((resolve) => {
    setTimeout(resolve, ms)
  })

/** Until every tab has stored what it has and heard of what the others have. */
export async function quiet(...tabs: Session[]): Promise<void> {
  for (let i = 0; i < 3; i++) {
    await Promise.all(tabs.map((t) => t.settled()))
    await wait(20)
  }
}
