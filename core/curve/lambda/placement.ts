import { amount, number } from '../../quantity/said.ts'
import { requireFinite } from '../../error.ts'
import { finding, type Finding } from '../recipe.ts'

/** Where a lambda or exhaust-gas sensor is to sit. Angles in degrees above level, lengths in mm. */
export type Placement = {
  /** how far the sensor's tail stands above level */
  angleDeg: number
  /** from the collector or the port, whichever joins all its cylinders */
  afterCollectorMm: number
  /** to the nearest slip joint or gasket upstream */
  toJointMm: number
  /** to the open end of the pipe */
  toOpenEndMm: number
  turbo: 'none' | 'before' | 'after'
  /** hottest the gas gets there, °C */
  gasC: number
  /** what the sensor may bear, °C */
  limitC: number
}

/** What speaks against a place, each with its reason; empty when nothing does. Throws on what is no number. */
export function placementFindings(place: Placement): Finding[] {
  for (const [key, value] of Object.entries(place))
    if (key !== 'turbo') requireFinite(value, `The ${key}`)
  const findings: Finding[] = []
  if (place.angleDeg < 0)
    findings.push(
      finding(
        'wrong',
        'points-down',
      )`It points down by ${number(-place.angleDeg)}°: water runs onto the hot element and
        cracks it. Turn the boss to 10° or more above level.`,
    )
  else if (place.angleDeg < 10)
    findings.push(
      finding(
        'doubt',
        'near-level',
      )`It stands only ${number(place.angleDeg)}° above level: 10° or more keeps water off the
        element at a cold start.`,
    )
  if (place.afterCollectorMm < 50)
    findings.push(
      finding(
        'doubt',
        'after-collector',
      )`${number(place.afterCollectorMm)} mm after the joining of the pipes it sees one
        cylinder more than the others: 50 mm or more lets the gas mix.`,
    )
  if (place.toJointMm >= 0 && place.toJointMm < 300)
    findings.push(
      finding(
        place.toJointMm < 100 ? 'wrong' : 'doubt',
        'joint-upstream',
      )`A joint ${number(place.toJointMm)} mm upstream: between pulses it draws air in, and
        reads lean at idle. Weld it, or move the boss before it.`,
    )
  if (place.toOpenEndMm < 600)
    findings.push(
      finding(
        'doubt',
        'near-open-end',
      )`${number(place.toOpenEndMm)} mm from the open end air flows back at idle and reads
        lean: keep 600 mm, or distrust it below 1,500 rpm.`,
    )
  if (place.turbo === 'before')
    findings.push(
      finding(
        'wrong',
        'before-turbine',
      )`Before the turbine it sees back pressure, which a wide-range sensor reads as a richer
        or leaner mixture, and the most heat: put it after.`,
    )
  if (place.gasC > place.limitC)
    findings.push(
      finding(
        'wrong',
        'too-hot',
      )`The gas reaches ${amount(place.gasC, '°C', 0)} there and the sensor bears
        ${amount(place.limitC, '°C', 0)}: farther down, or on a longer boss.`,
    )
  else if (place.gasC < 300)
    findings.push(
      finding(
        'doubt',
        'too-cool',
      )`The gas is only ${amount(place.gasC, '°C', 0)} there: the heater works hard and water
        condenses. Nearer the engine.`,
    )
  return findings
}
