import { expect } from 'vitest'
import type { ErrorCode } from './errorCodes.ts'

/** For `toThrow`: an error of the core with this code, whatever its sentence says. */
export const coded = (code: ErrorCode): unknown => expect.objectContaining({ code })
