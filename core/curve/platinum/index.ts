import { finding, type Finding } from '../recipe.ts'
import { orElse } from '../../error.ts'
import { amount, figures, number, say, size } from '../../quantity/said.ts'
import { platinumC, platinumOhm } from '../../standards/platinum.ts'
import { lineFamily } from '../lineFamily.ts'
import { derivative, fitLine } from '../line.ts'
import { choiceSetting, type Settings } from '../recipe.ts'
import { leadOhmOf } from '../leads.ts'
import { heatingPerMw, IN_THE_SHED, MEDIUM_SETTINGS, METHODS } from '../temperature/index.ts'

const r0Of = (settings: Settings): number => Number(choiceSetting(settings, 'r0Ohm', '100'))
/** Limits of the tolerance classes, °C: a part of its own, and one for each degree from 0 °C (IEC 60751, table 1). */
const CLASSES: Record<string, { base: number; perC: number }> = {
  AA: { base: 0.1, perC: 0.0017 },
  A: { base: 0.15, perC: 0.002 },
  B: { base: 0.3, perC: 0.005 },
  C: { base: 0.6, perC: 0.01 },
}
const classOf = (settings: Settings): string => {
  const stated = choiceSetting(settings, 'class', 'B')
  return CLASSES[stated] ? stated : 'B'
}
const limitsOf = (settings: Settings): { limitC: number; limitPerC: number } => {
  const { base, perC } = CLASSES[classOf(settings)]!
  return { limitC: base, limitPerC: perC }
}
const ohmPerC = (r0: number): number => r0 * 3.851e-3

/** Platinum thermometers of 100 and 1,000 Ω: the curve is the standard's, one point checks it. */
export const platinum = {
  ...lineFamily({
    id: 'platinum',
    name: 'Platinum 100 or 1000 (two, three or four wires)',
    quantity: 'temperature',
    truthUnit: '°C',
    signalUnit: 'Ω',
    signal: 'resistance',
    drive: (settings) => ({
      kind: 'resistance',
      leadsCancel: choiceSetting(settings, 'wires', '2') !== '2',
    }),
    needs: { range: [-20, 300], best: [60, 150], accuracy: 1.5 },
    settings: [
      {
        id: 'r0Ohm',
        label: 'Ohms at 0 °C',
        kind: 'choice',
        otherwise: '100',
        first: true,
        why: 'Sets the whole curve: IEC 60751.',
        options: [
          { value: '100', label: '100 Ω' },
          { value: '1000', label: '1000 Ω' },
        ],
      },
      {
        id: 'wires',
        label: 'Wires',
        kind: 'choice',
        otherwise: '2',
        first: true,
        why: 'With two wires the leads read as temperature; the third or fourth lets the device take them off.',
        options: [
          { value: '2', label: 'two' },
          { value: '3', label: 'three' },
          { value: '4', label: 'four' },
        ],
      },
      {
        id: 'class',
        label: 'Tolerance class',
        kind: 'choice',
        otherwise: 'B',
        why: 'What it may be off before anybody measured it, growing with the distance from 0 °C: IEC 60751.',
        options: Object.entries(CLASSES).map(([value, { base, perC }]) => ({
          value,
          label: `${value}: ±(${base} + ${perC}·|t|) °C`,
        })),
      },
      ...MEDIUM_SETTINGS,
    ],
    plausible: [-200, 850],
    keyOn: IN_THE_SHED,
    reach: () => [-200, 850],
    firstSteps: ['in ice it must read its nominal ohms.', 'boiling water checks the far end.'],
    methods: METHODS,
    library: [],
    throughZero: true,
    g: (t) => platinumOhm(t, 1),
    inverseG: (x) => platinumC(x, 1),
    shape: limitsOf,
    assumeFrom: (settings) => ({
      curve: { offset: 0, slope: r0Of(settings), ...limitsOf(settings) },
      // the class is kept with the curve
      tolerance: 1,
      name: say(
        'assumed',
      )`platinum, ${figures(r0Of(settings), 6)} Ω at 0 °C, IEC 60751 class ${classOf(settings)}`,
    }),
    partSigma: ({ slope, limitC, limitPerC }, tolerance, t) =>
      ((tolerance * (limitC! + limitPerC! * Math.abs(t))) / Math.sqrt(3)) *
      slope *
      derivative((at) => platinumOhm(at, 1), t),
    spanSignal: 100,
    describe: (curve) => [
      { name: 'R at 0 °C, Ω', value: say('coefficient')`${number(curve.slope, 3)}` },
    ],
    checks: (points, fit, settings) => {
      const r0 = r0Of(settings),
        lead = leadOhmOf(settings)
      const findings: Finding[] = []
      if (choiceSetting(settings, 'wires', '2') === '2')
        findings.push(
          finding(
            'note',
            'two-wires',
          )`Two wires: each 0.1 Ω of lead reads ${size(0.1 / ohmPerC(r0), 'Δ°C')} too hot.`,
        )
      if (fit && Math.abs(fit.curve.slope / r0 - 1) > 0.02)
        findings.push(
          finding(
            'wrong',
            'other-kind',
          )`It has ${number(fit.curve.slope, 1)} Ω at ${amount(0, '°C', 0)} where ${number(r0)}
            Ω is stated: the other kind of platinum, leads that were not taken off, or no
            platinum at all.`,
        )
      if (points.length >= 2) {
        const free = safely(() =>
          fitLine(
            points.map((p) => ({ ...p, signal: p.signal - lead })),
            { g: (t) => platinumOhm(t, 1), truthUnit: '°C', signalUnit: 'Ω' },
          ),
        )
        if (
          free &&
          free.curve.offset > 3 * Math.sqrt(free.covariance[0]![0]!) &&
          free.curve.offset > 0.05
        )
          findings.push(
            finding(
              'doubt',
              'leads',
            )`The points stand ${number(free.curve.offset, 2)} Ω above a platinum curve
              throughout: that is ${size(free.curve.offset / ohmPerC(r0), 'Δ°C', 1)} of leads.
              Short the probe tips and type what the meter shows.`,
          )
      }
      return findings
    },
    cautions: [],
  }),
  heatingPerMw,
}

const safely = <T>(f: () => T): T | null => {
  return orElse(() => f(), null)
}
