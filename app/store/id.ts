import { nanoid } from 'nanoid'

/** A random, stable id for anything in a build. */
export const newId = (): string => nanoid(12)
