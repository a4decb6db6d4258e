import { finding } from '../recipe.ts'
import { figures, number } from '../../quantity/said.ts'
import { requireFinite } from '../../error.ts'
import type { Finding } from '../recipe.ts'

/** Where an exhaust-gas probe sits, mm, and its material. */
export type ExhaustPlace = {
  /** from the head's face */
  fromHeadMm: number
  /** bore of the pipe and how far the tip stands in it */
  boreMm: number
  depthMm: number
  /** thickness of the probe */
  probeMm: number
  /** same distance on every cylinder */
  alike: boolean
  turbo: 'none' | 'before' | 'after'
  /** it points up, so that nothing runs down it */
  pointsUp: boolean
}

/** What speaks against a place for an exhaust-gas probe; empty when nothing does. Throws on what is no number. */
export function exhaustFindings(place: ExhaustPlace): Finding[] {
  for (const key of ['fromHeadMm', 'boreMm', 'depthMm', 'probeMm'] as const)
    requireFinite(place[key], `The ${key}`)
  const findings: Finding[] = []
  if (place.fromHeadMm < 25)
    findings.push(
      finding(
        'doubt',
        'near-head',
      )`${number(place.fromHeadMm)} mm from the head the flame reaches the tip at full load and
        the probe does not last: 40 to 100 mm is usual.`,
    )
  else if (place.fromHeadMm > 150)
    findings.push(
      finding(
        'doubt',
        'far-from-head',
      )`${number(place.fromHeadMm)} mm from the head the gas has cooled and mixed: one cylinder no longer shows.`,
    )
  const share = place.depthMm / place.boreMm
  if (share < 0.3)
    findings.push(
      finding(
        'wrong',
        'by-the-wall',
      )`The tip stands ${number(place.depthMm)} mm in a ${number(place.boreMm)} mm pipe: by the
        wall it reads the wall, tens of degrees low. A third to a half of the bore.`,
    )
  else if (share > 0.7)
    findings.push(
      finding(
        'doubt',
        'far-wall',
      )`The tip reaches ${number(place.depthMm)} mm across a ${number(place.boreMm)} mm pipe:
        it nears the far wall and shakes itself to pieces.`,
    )
  findings.push(...thicknessFindings(place.probeMm))
  if (!place.alike)
    findings.push(
      finding(
        'doubt',
        'unlike',
      )`The distances differ from cylinder to cylinder: the temperatures then differ by place as much as by mixture.`,
    )
  if (place.turbo === 'after')
    findings.push(
      finding(
        'note',
        'after-turbine',
      )`After the turbine it reads 100 to 200 °C less than before it, the more the harder it
        works: limits are stated for before.`,
    )
  if (place.turbo === 'before')
    findings.push(
      finding(
        'doubt',
        'before-turbine',
      )`Before the turbine a probe that breaks goes through the wheel: the best place to
        measure, and the one to inspect.`,
    )
  if (!place.pointsUp)
    findings.push(
      finding(
        'note',
        'points-up',
      )`Pointing down, water and soot settle on it: turn the boss to the upper half.`,
    )
  return findings
}

/** How thick a probe is: thick ones are slow, thin ones burn through. */
function thicknessFindings(probeMm: number): Finding[] {
  const findings: Finding[] = []
  if (probeMm > 4.5)
    findings.push(
      finding(
        'note',
        'thick',
      )`A ${figures(probeMm, 3)} mm probe lasts and follows in seconds; 3 mm follows a gear change.`,
    )
  if (probeMm < 2)
    findings.push(
      finding(
        'doubt',
        'thin',
      )`A ${figures(probeMm, 3)} mm probe follows quickly and burns through: spare one.`,
    )
  return findings
}
