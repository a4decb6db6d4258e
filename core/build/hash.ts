import { sha256 } from '@noble/hashes/sha2.js'
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js'
import stringify from 'safe-stable-stringify'

/** SHA-256, hex, of plain data, whatever the order of its keys. */
export const hashOf = (data: unknown): string =>
  bytesToHex(sha256(utf8ToBytes(stringify(data) ?? 'undefined')))
