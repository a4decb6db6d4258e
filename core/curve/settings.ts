import * as checks from './settings.generated.js'

/** The name under which a family's check is compiled. */
export const nameOf = (family: string): string => family.replace(/[^A-Za-z0-9]/g, '_')

export type SchemaError = {
  instancePath: string
  keyword: string
  params: Record<string, unknown>
}
type SchemaCheck = ((data: unknown) => boolean) & { errors?: SchemaError[] | null }

/**
 * What is wrong with an element's settings by its own family, or null; a family this version does
 * not know says nothing.
 */
export function settingsError(family: string, settings: unknown): SchemaError | null {
  const name = nameOf(family)
  if (name === 'common' || !Object.hasOwn(checks, name)) return null
  const check = (checks as unknown as Record<string, SchemaCheck>)[name]!
  if (check(settings)) return null
  return check.errors?.[0] ?? null
}
