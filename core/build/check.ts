import { EchtError } from '../error.ts'
import { COLLECTIONS, type Build } from './types.ts'

/** Throws `EchtError` `damaged-build` where ids repeat, refer to nothing, or a range or table is upside down. */
export function checkReferences(build: Build): void {
  const wrong = (what: string): never => {
    throw new EchtError(
      'damaged-build',
      `The build is damaged: ${what}. Nothing was changed; choose another copy.`,
    )
  }
  const seen = new Map<string, string>()
  const claim = (id: string, what: string): void => {
    const before = seen.get(id)
    if (before) wrong(`${what} and ${before} have the same id "${id}"`)
    seen.set(id, what)
  }
  for (const collection of COLLECTIONS)
    build[collection].forEach((e, i) => claim(e.id, `${collection} ${i + 1}`))
  for (const d of build.devices)
    for (const i of d.inputs) {
      claim(i.id, `an input of "${d.name}"`)
      for (const p of i.pulls) claim(p.id, `a pull-up of "${d.name}"`)
    }
  for (const c of build.channels) for (const r of c.reads) claim(r.id, `a reader of "${c.name}"`)
  const changeIds = new Set<string>()
  for (const c of build.changes) {
    if (changeIds.has(c.id)) wrong(`two entries of the history have the same id "${c.id}"`)
    changeIds.add(c.id)
  }

  const elements = new Set(build.elements.map((e) => e.id))
  const inputs = new Set(build.devices.flatMap((d) => d.inputs.map((i) => i.id)))
  const reads = new Set(build.channels.flatMap((c) => c.reads.map((r) => r.id)))
  for (const c of build.channels) {
    if (c.elements.length === 0) wrong(`channel "${c.name}" has no sensor`)
    for (const e of c.elements)
      if (!elements.has(e)) wrong(`channel "${c.name}" names a sensor that is not there`)
    if (c.elements.length > 1 !== (c.combine !== 'one'))
      wrong(
        `channel "${c.name}" has ${c.elements.length} ${c.elements.length === 1 ? 'sensor' : 'sensors'} and combines them as "${c.combine}"`,
      )
    for (const r of c.reads) {
      if (!c.elements.includes(r.source.id) && elements.has(r.source.id))
        wrong(`a reader of "${c.name}" reads the sensor of another channel`)
      if (!elements.has(r.source.id))
        wrong(`a reader of "${c.name}" names a sensor that is not there`)
      if (!inputs.has(r.input)) wrong(`a reader of "${c.name}" names an input that is not there`)
    }
    for (const [what, range] of [
      ['range', c.needs.range],
      ['best range', c.needs.best],
    ] as const) {
      if (range[0] >= range[1])
        wrong(`the ${what} of channel "${c.name}" runs from ${range[0]} to ${range[1]}`)
    }
  }
  for (const m of build.measurements) {
    const { about } = m
    const found =
      about.kind === 'point'
        ? elements.has(about.element)
        : about.kind === 'keyOn'
          ? reads.has(about.read)
          : inputs.has(about.input)
    if (!found) wrong(`a measurement of ${m.at} is about something that is not there`)
  }
  for (const p of build.proofs)
    if (!reads.has(p.read)) wrong(`a proof of ${p.at} is about a reader that is not there`)
  for (const d of build.devices)
    for (const i of d.inputs) {
      const entered = i.table?.entered
      if (!entered) continue
      if (entered.x.length !== entered.y.length)
        wrong(
          `the table in "${d.name}" has ${entered.x.length} axis cells and ${entered.y.length} values`,
        )
      if (entered.x.some((x, k) => k > 0 && x <= entered.x[k - 1]!))
        wrong(`the axis of the table in "${d.name}" does not rise`)
    }
}
