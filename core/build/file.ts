import { fixed } from '../quantity/index.ts'
import stringify from 'safe-stable-stringify'
import { EchtError } from '../error.ts'
import { checkWhole } from './check.ts'
import { withProofsCarried } from './inForce.ts'
import { migrate } from './migrate.ts'
import type { Build } from './types.ts'

/** Largest file read, characters: far beyond what a build can hold, so that whatever was exported comes back. */
export const LARGEST_FILE_BYTES = 400e6
const DEEPEST = 64
/** The schema from which on proofs keep what was in force. */
const PROOFS_IN_WORDS = 11

/** A build as the text of its file: keys in order, so that two exports of one build are the same to the byte. */
export const writeBuild = (build: Build): string => `${stringify(build, null, 1)}\n`

/** File name for an export. */
export const fileNameOf = (build: Build): string =>
  `${
    build.name
      .normalize('NFKD')
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-+|-+$/g, '')
      .slice(0, 60) || 'build'
  }.echt.json`

/**
 * A build out of the text of a file. Checks size, nesting, JSON, schema version (older ones are brought up),
 * the JSON Schema and that every reference leads somewhere. Throws `EchtError` saying what is wrong and where:
 * `too-large`, `too-deep`, `not-json`, `not-a-build`, `newer-schema`, `damaged-build`.
 */
export function readBuild(text: string): { build: Build; migratedFrom: number | null } {
  if (text.length > LARGEST_FILE_BYTES) {
    throw new EchtError(
      'too-large',
      `The file holds ${fixed(text.length / 1e6, 0)} MB; a build is at most ` +
        `${LARGEST_FILE_BYTES / 1e6} MB. This is some other file.`,
    )
  }
  requireShallow(text)
  let parsed: unknown
  try {
    parsed = JSON.parse(text)
  } catch (error) {
    throw new EchtError(
      'not-json',
      `The file is cut short or is not JSON (${(error as Error).message.slice(0, 120)}). ` +
        'Export it again, or choose another copy.',
    )
  }
  return checkBuild(parsed)
}

/** The same checks for a record that is already parsed, such as one out of the browser's storage. */
export function checkBuild(parsed: unknown): { build: Build; migratedFrom: number | null } {
  const { data, from } = migrate(parsed)
  const build = from < PROOFS_IN_WORDS ? withProofsCarried(checkWhole(data)) : checkWhole(data)
  return { build, migratedFrom: from === build.schema ? null : from }
}

// A parser copes with deep nesting; what walks the result afterwards may not.
function requireShallow(text: string): void {
  let depth = 0,
    inString = false
  for (let i = 0; i < text.length; i++) {
    const c = text.charCodeAt(i)
    if (inString) {
      if (c === 92) i++
      else if (c === 34) inString = false
    } else if (c === 34) inString = true
    else if (c === 123 || c === 91) {
      if (++depth > DEEPEST)
        throw new EchtError(
          'too-deep',
          `The file is nested more than ${DEEPEST} levels deep, which no build is. This is some other file.`,
        )
    } else if (c === 125 || c === 93) depth--
  }
}
