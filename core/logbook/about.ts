import { findInput, pinName, wiredReads } from '../build/find.ts'
import type { Build, Id, Measurement } from '../build/types.ts'

/** What a measurement was of, by name, and the channels it speaks for. Empty where that has been removed since. */
export function ofMeasurement(
  build: Build,
  { about }: Measurement,
): { about: string; channels: Id[] } {
  if (about.kind === 'point') {
    const element = build.elements.find((e) => e.id === about.element)
    const channels = build.channels.filter((c) => c.elements.includes(about.element))
    return { about: element?.name ?? '', channels: channels.map((c) => c.id) }
  }
  if (about.kind === 'keyOn') {
    const channel = build.channels.find((c) => c.reads.some((r) => r.id === about.read))
    const face = channel?.reads.find((r) => r.id === about.read)?.face.name
    return {
      about: [channel?.name, face].filter(Boolean).join(', '),
      channels: channel ? [channel.id] : [],
    }
  }
  if (about.kind === 'lamp') return { about: triggerName(build, about.trigger), channels: [] }
  if (about.kind === 'strap') return { about: strapName(build, about.strap), channels: [] }
  if (about.kind === 'drop') return { about: dropped(build, about), channels: [] }
  const there = findInput(build, about.input)
  const channels = build.channels.filter((c) => wiredReads(c).some((r) => r.input === about.input))
  return {
    about: there ? `${there.device.name} pin ${pinName(there.pin)}` : '',
    channels: channels.map((c) => c.id),
  }
}

/** A volt drop by the posts it was measured between, and the state. */
function dropped(build: Build, of: Extract<Measurement['about'], { kind: 'drop' }>): string {
  const [plus, minus] = [of.plus, of.minus].map(
    (id) => build.posts.find((p) => p.id === id)?.name ?? '',
  )
  const state = build.states.find((s) => s.id === of.state)?.name
  return `${plus} to ${minus}${state ? `, ${state.toLowerCase()}` : ''}`
}

const triggerName = (build: Build, id: Id): string =>
  build.triggers.find((t) => t.id === id)?.name ?? ''

const strapName = (build: Build, id: Id): string =>
  build.straps.find((s) => s.id === id)?.name || 'a wire'
