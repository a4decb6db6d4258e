import type { LibraryCurve } from './family.ts'
import type { Settings } from './recipe.ts'

/** The curve of a library that the settings name, to be taken on trust. */
export const fromLibrary =
  <Curve>(library: readonly LibraryCurve<Curve>[]) =>
  (settings: Settings): { curve: Curve; tolerance: number; name: string } | undefined => {
    const entry = library.find((c) => c.id === settings.assumedCurve)
    return entry && { curve: entry.curve, tolerance: entry.tolerance, name: entry.name }
  }
