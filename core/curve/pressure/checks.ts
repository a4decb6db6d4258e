import { amount, engineering, number, off } from '../../quantity/said.ts'
import { standardPressureKPa } from '../../standards/atmosphere.ts'
import type { CurvePoint } from '../family.ts'
import type { ShapedFit, ShapedLine } from '../lineFamily.ts'
import { choiceSetting, finding, numberSetting, type Finding, type Settings } from '../recipe.ts'

const SEA_LEVEL_KPA = 101.325
/** Less than this is no movement, V. */
const LEAST_RISE_V = 0.03

type Assumed = { curve: ShapedLine; name: string } | undefined
const spanOf = (values: readonly number[]): number => Math.max(...values) - Math.min(...values)

/** Stuck, reversed, offset and span; and what gauge sensors hide: a sealed back. */
export const pressureChecks =
  (face: 'absolute' | 'gauge', assumed: (settings: Settings) => Assumed) =>
  (points: readonly CurvePoint[], fit: ShapedFit | null, settings: Settings): Finding[] => {
    const known = assumed(settings)
    return [
      ...wiring(points, fit),
      ...againstType(points, fit, known),
      ...(face === 'gauge' ? sealedBack(points, settings, known) : []),
      ...threadGround(settings, 'wire'),
    ]
  }

/** Volts that no supply gives, that do not move, or that move the wrong way. */
function wiring(points: readonly CurvePoint[], fit: ShapedFit | null): Finding[] {
  const findings: Finding[] = []
  const volts = points.map((p) => p.signal)
  const span = spanOf(points.map((p) => p.truth))
  const rail = points.findIndex((p) => p.signal > 5.05 || p.signal < -0.02)
  if (rail >= 0)
    findings.push(
      finding(
        'wrong',
        'beyond-supply',
      )`Point ${number(rail + 1)} reads ${amount(points[rail]!.signal, 'V', 0)}, beyond its 5 V
        supply: supply and signal are exchanged, or a 12 V wire touches it.`,
    )
  if (points.length >= 2 && span > 20 && spanOf(volts) < LEAST_RISE_V)
    findings.push(
      finding(
        'wrong',
        'stuck',
      )`It stays at ${amount(volts[0]!, 'V', 0)} over ${amount(span, 'kPa', 0)}: stuck. Near 0
        V the supply or the signal is open; near 5 V the ground is; in between the port is
        blocked or the element dead.`,
    )
  else if (fit && fit.curve.slope < 0)
    findings.push(
      finding(
        'wrong',
        'falls',
      )`It falls as the pressure rises: supply and ground are exchanged, or the pressure column
        was typed with the wrong sign.`,
    )
  return findings
}

/** What parts the points from the type it is taken for: another range, or an offset. */
function againstType(
  points: readonly CurvePoint[],
  fit: ShapedFit | null,
  known: Assumed,
): Finding[] {
  if (!fit || !known || !(fit.curve.slope > 0)) return []
  if (spanOf(points.map((p) => p.signal)) < LEAST_RISE_V) return []
  const at = points[0]!.truth
  const offKPa =
    (fit.curve.offset + fit.curve.slope * at - known.curve.offset - known.curve.slope * at) /
    known.curve.slope
  const gain = fit.curve.slope / known.curve.slope
  if (Math.abs(gain - 1) > 0.08)
    return [
      finding(
        'wrong',
        'other-range',
      )`Its span is ${number(gain, 2)} times that of ${known.name}: most likely it is a look-alike of another range.`,
    ]
  return Math.abs(offKPa) > 0.02 * (4 / known.curve.slope)
    ? [
        finding(
          'doubt',
          'offset',
        )`It stands ${off(offKPa, 'kPa', 1)} off ${known.name} throughout: an offset, from a
          ground difference, a supply that is not 5 V, or the part itself.`,
      ]
    : []
}

/** A gauge sensor whose back is sealed reads against the air of its making and not of today. */
function sealedBack(points: readonly CurvePoint[], settings: Settings, known: Assumed): Finding[] {
  const open = points.find((p) => p.method === 'open')
  if (!open || !known || !(known.curve.slope > 0)) return []
  const airKPa = standardPressureKPa(numberSetting(settings, 'altitudeM', 0))
  const reads = (open.signal - known.curve.offset) / known.curve.slope
  const sealed = airKPa - SEA_LEVEL_KPA
  if (Math.abs(sealed) <= 3)
    return [
      finding(
        'note',
        'sealed-or-vented',
      )`Sealed or vented cannot be told at this altitude: open to the air both read near zero.
        The weather tells: a sealed one rises and falls with the barometer.`,
    ]
  return Math.abs(reads - sealed) < Math.abs(reads) / 2
    ? [
        finding(
          'note',
          'sealed',
        )`Open to the air it reads ${amount(reads, 'kPa g')}, which is the air here less
          ${amount(SEA_LEVEL_KPA, 'kPa')}: its back is sealed, not vented. It will read the
          weather and the altitude.`,
      ]
    : []
}

const threadGround = (settings: Settings, otherwise: string): Finding[] =>
  choiceSetting(settings, 'ground', otherwise) === 'thread'
    ? [
        finding(
          'note',
          'thread-ground',
        )`It grounds through its thread: no sealant tape, and measure from its body to the
          device’s ground with the loads on. Engine current in that path reads as pressure.`,
      ]
    : []

/** What is odd about the points of a sender that changes its ohms. */
export function senderChecks(points: readonly CurvePoint[], settings: Settings): Finding[] {
  const ohms = points.map((p) => p.signal),
    truths = points.map((p) => p.truth)
  const findings = threadGround(settings, 'thread')
  if (
    points.length >= 2 &&
    Math.max(...truths) - Math.min(...truths) > 50 &&
    Math.max(...ohms) - Math.min(...ohms) < 0.02 * Math.max(...ohms)
  )
    findings.push(
      finding(
        'wrong',
        'stuck',
      )`It stays at ${engineering(ohms[0]!, 'Ω')} whatever the pressure: a worn track, a
        blocked port, or the meter touches body and not the stud.`,
    )
  return findings
}
