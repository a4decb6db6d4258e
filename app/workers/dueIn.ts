import type { Build, Measurement } from '../../core/build/index.ts'
import type { ToDoAgain } from '../../core/logbook/index.ts'
import type { Core } from './workerOfCore.ts'

/** Measurements that a worker has been told of: each is sent once, however often something is asked of them. */
const told = new WeakMap<object, WeakSet<Measurement>>()
/** So many are sent at a time: many thousands at once would hold the page up. */
const AT_ONCE = 500

/** What is due again, worked out in a worker. */
export async function dueIn(core: Core, build: Build, now: string): Promise<ToDoAgain[]> {
  const known = told.get(core) ?? new WeakSet<Measurement>()
  told.set(core, known)
  const fresh = build.measurements.filter((m) => !known.has(m))
  for (let at = 0; at < fresh.length; at += AT_ONCE) {
    const some = fresh.slice(at, at + AT_ONCE)
    await core.takeMeasurements(build.id, some)
    for (const m of some) known.add(m)
  }
  const { measurements, ...rest } = { ...build, changes: [] }
  const ids = measurements.map((m) => m.id)
  return core.dueAgain(rest, ids, now)
}
