import type { Phrase, Said } from '../quantity/said.ts'
import type { Finding, FitOptions, PointMethod, Settings, SettingField } from './recipe.ts'
import type { Shape } from './shape.ts'

/**
 * An error that several points share: the offset of their thermometer, the gain of their meter.
 * `sigma` is 1σ, in the unit of the truth or of the signal.
 */
export type CommonError = { id: string; of: 'truth' | 'signal'; sigma: number }

/** One calibration point of any family: the true quantity and the signal it gave, with 1σ uncertainties. */
export type CurvePoint = {
  /** in the family's truth unit */
  truth: number
  /** in the family's signal unit */
  signal: number
  /** truth unit, the part of its own */
  truthUncertainty?: number
  /** signal unit, the part of its own */
  signalUncertainty?: number
  common?: CommonError[]
  /** which recipe took it, where a family tells them apart (filling from emptying) */
  method?: string
}

/** A curve to be used before anything is measured, and to identify a sensor by. Every one is invented. */
export type LibraryCurve<Curve> = {
  id: string
  name: string
  curve: Curve
  /** 1σ, part to part: a share of the signal, or of what `partSigma` says */ tolerance: number
}

/** What every fit of every family carries, whatever else it holds. All plain data. */
export type FamilyFit<Curve> = {
  curve: Curve
  suspects: number[]
  warnings: Said[]
  /** measured less fitted, truth unit */ residuals: number[]
}

/** A coefficient of a curve, and how the field writes it. */
export type Coefficient = { name: Phrase; value: Said }

/** What one of several sensors read as one holds and gives. */
export type PartAt = { truth: number; signal: number }

export type SignalKind = 'resistance' | 'voltage' | 'frequency'

/**
 * How the element drives the wire. A resistance hangs in the input's circuit; a voltage stands behind its
 * source resistance and, where it is ratiometric, follows the supply at the sensor; a frequency passes any wire.
 */
export type Drive =
  | {
      kind: 'resistance'
      /** leads the sensor's own wires cancel: three and four wire */ leadsCancel?: boolean
    }
  | {
      kind: 'voltage'
      sourceOhm: number
      /** the supply its curve is stated for, V; null where its own regulator makes it independent */ nominalV:
        number | null
      supplyMa: number
    }
  | { kind: 'frequency' }

/**
 * The one face of a sensor family. Everything outside `core/curve/<family>` speaks to it through this.
 * Truths are in `truthUnit`, signals in `signalUnit`; fits are plain data.
 */
export type Family<Curve = unknown, Fit extends FamilyFit<Curve> = FamilyFit<Curve>> = {
  id: string
  name: string
  quantity: string
  truthUnit: string
  signalUnit: string
  signal: SignalKind
  drive: (settings: Settings) => Drive
  /** what a new channel is taken to need until somebody says otherwise */
  needs: { range: [number, number]; best: [number, number]; accuracy: number }
  /** truths beyond these are slips of the pen or of the unit */
  plausible: [number, number]
  /** what is asked of the sensor besides its points */
  settings: SettingField[]
  /** what its own picture keeps in the settings besides, each with its shape; checked when a build is read */
  otherSettings?: Record<string, Shape>
  /** key on, engine off (or where it is known): how a truth is known then, what it is called, and its own 1σ */
  keyOn: { label: string; how: string; sigma: number }
  /** why to begin where one begins, and why the second point lies where it does */
  firstSteps: [string, string]
  methods: PointMethod[]
  library: LibraryCurve<Curve>[]
  /** the curve in use until there are points: of the library, or worked out from the settings */
  assume: (settings: Settings) => { curve: Curve; tolerance: number; name: Phrase } | undefined
  /**
   * 1σ, signal unit, by which parts of one type differ at a truth, where it is no share of the signal; `tolerance`
   * is the type's
   */
  partSigma?: (curve: Curve, tolerance: number, truth: number) => number
  /** fewest points that make a curve */
  leastPoints: number
  fit: (points: readonly CurvePoint[], options: FitOptions) => Fit
  /** signal at a truth */
  forward: (curve: Curve, truth: number) => number
  /** truth at a signal */
  inverse: (curve: Curve, signal: number) => number
  /** 1σ of the fit in the truth unit */
  band: (fit: Fit, truth: number) => number
  /**
   * 1σ, truth unit, of the widest part of `band` that is one limit shared by all points (a reference's offset, a
   * meter's gain): uniform, where the rest is normal; none if left out
   */
  sharedBand?: (fit: Fit, truth: number) => number
  bestNext: (
    points: readonly CurvePoint[],
    makeable: readonly number[],
    range: [number, number],
    settings?: Settings,
  ) => { truth: number; bandBefore: number; bandAfter: number }
  /** truths this owner can make, where the methods' typical ones do not say it all */
  makeable?: (place: { altitudeM: number; range: [number, number] }) => number[]
  /** library curves by how well they explain the points, best first */
  identify: (points: readonly CurvePoint[], settings: Settings) => FitCandidate[]
  /** the models the fit offers besides 'auto' */
  models: { id: string; name: string }[]
  /** the coefficients as the field writes them */
  describe: (curve: Curve) => Coefficient[]
  /** what is wrong or odd about the points that a fit alone does not say */
  checks: (points: readonly CurvePoint[], fit: Fit | null, settings: Settings) => Finding[]
  /** what a signal leaves open: an interval wider than a point in a dead zone */
  interval?: (curve: Curve, signal: number) => [number, number]
  /** the dead zones of a curve that can have some, as truths */
  deadZones?: (curve: Curve) => [number, number][]
  /** least and most truth a curve is known over; ±∞ where it has no end */
  reach: (curve: Curve) => [number, number]
  /** what the truth is first turned into, on a scale of its own before the element: turns of a wheel */
  between?: {
    name: string
    unit: string
    at: (curve: Curve, truth: number) => number
    truthAt: (curve: Curve, value: number) => number
  }
  /** truths of two such sensors add up to one quantity: the halves of a tank. Resistive ones may share a wire. */
  adds?: true
  /** of several read as one: what each part holds and gives */
  parts?: {
    count: number
    /** at a truth, with `shift` of it in the first part beyond its even share; and what all give together */
    at: (curve: Curve, truth: number, shift: number) => { parts: PartAt[]; signal: number }
    /** the truth of the whole at which a part gives this signal, while none holds more than its share */
    truthOf: (curve: Curve, part: number, signal: number) => number
  }
  /** truth by which each milliwatt of the measuring power in the element moves it */
  heatingPerMw?: (settings: Settings) => number
  /** for devices that take three pairs of truth and signal, or the coefficients through them, in place of a table */
  pairs?: (
    curve: Curve,
    task: { range: [number, number]; stepTruth: number; stepSignal: number },
  ) => ThreePairs
  /** readings of the element are read best on a logarithmic scale */
  logSignal?: boolean
  cautions: string[]
}

export type FitCandidate = {
  id: string
  name: string
  /** share of belief among the library, 0 to 1 */
  probability: number
  /** root-mean-square miss, truth unit */
  missRms: number
  /** explains the points within their uncertainty and the type's tolerance */
  fits: boolean
  /** where one more point would part the best two, truth unit; only on the best */
  partAt?: number
}

/** Three pairs for a device, the curve it makes of them, and the error that leaves, truth unit. */
export type ThreePairs = {
  pairs: { truth: number; signal: number }[]
  curve: { coefficients: number[] }
  worstError: number
  worstAt: number
}
