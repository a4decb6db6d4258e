import { elementOf, pathOf } from '../build/find.ts'
import type { Build } from '../build/types.ts'
import type { ReaderSubject } from './kind.ts'

/** What a channel is found by besides its name: its quantity and place, its sensors, who reads it. */
export const wordsOfReader = (build: Build, { channel }: ReaderSubject): string[] => [
  channel.quantity,
  channel.place,
  ...channel.elements.map((id) => elementOf(build, id).name),
  ...channel.reads.map((r) => pathOf(build, r.id).shows.name),
]
