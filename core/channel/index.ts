export type {
  CardLine,
  ChannelKind,
  Rests,
  ChannelStatus,
  ReaderSubject,
  SmallPicture,
  Subject,
  TriggerSubject,
} from './kind.ts'
export {
  entriesOf,
  entryOf,
  isEntryProven,
  kindOf,
  KINDS,
  ownerOf,
  registerKind,
  speaksOf,
  statusOf,
  type AnyKind,
  type Entry,
} from './registry.ts'
