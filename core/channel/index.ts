export type { CardLine, ChannelKind, ChannelStatus, SmallPicture } from './kind.ts'
export { found, kindOf, KINDS, registerKind, type AnyKind } from './registry.ts'
