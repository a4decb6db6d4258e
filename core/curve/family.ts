/** An error that several points share: the offset of their thermometer, the gain of their meter. `sigma` is 1σ: truth unit, or relative signal. */
export type CommonError = { id: string; of: 'truth' | 'signal'; sigma: number }

/** One calibration point of any family: the true quantity and the signal it gave, with 1σ uncertainties. */
export type CurvePoint = {
  /** in the family's truth unit */
  truth: number
  /** in the family's signal unit */
  signal: number
  truthUncertainty?: number
  /** relative for resistances */
  signalUncertainty?: number
  common?: CommonError[]
}

/** A way to take a point: what to do, what is known without being measured, what can burn. */
export type PointMethod = {
  id: string
  name: string
  /** one sentence each, in the order they are done */
  steps: string[]
  /** where the truth comes from: read on an instrument, a fixed value, or worked out from the air pressure */
  truthFrom: 'instrument' | 'fixed' | 'pressure'
  fixedTruth?: number
  /** 1σ of the method itself, truth unit */
  uncertainty: number
  cautions: string[]
  /** a typical truth this method can make, for choosing the next point; absent where it varies */
  typicalTruth?: number
}

/** A curve to be used before anything is measured, and to identify a sensor by. Every one is invented. */
export type LibraryCurve<Curve> = { id: string; name: string; curve: Curve; /** 1σ, relative signal, part to part */ tolerance: number }

/** What every fit of every family carries, whatever else it holds. All plain data. */
export type FamilyFit<Curve> = { curve: Curve; suspects: number[]; warnings: string[]; residualsC: number[] }

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
  signal: 'resistance' | 'voltage' | 'frequency'
  methods: PointMethod[]
  library: LibraryCurve<Curve>[]
  fit: (points: readonly CurvePoint[], options: { leadOhm?: number; range?: [number, number]; model?: string }) => Fit
  /** signal at a truth */
  forward: (curve: Curve, truth: number) => number
  /** truth at a signal */
  inverse: (curve: Curve, signal: number) => number
  /** 1σ of the fit in the truth unit */
  band: (fit: Fit, truth: number) => number
  bestNext: (points: readonly CurvePoint[], makeable: readonly number[], range: [number, number]) => { truth: number; bandBefore: number; bandAfter: number }
  /** library curves by how well they explain the points, best first */
  identify: (points: readonly CurvePoint[]) => Candidate[]
  /** the models the fit offers besides 'auto' */
  models: { id: string; name: string }[]
  /** the coefficients as the field writes them */
  describe: (curve: Curve) => { name: string; value: string }[]
  /** truth-unit error from the measuring power in the element; powerMw in milliwatts */
  selfHeating?: (powerMw: number, dissipationMwPerK: number) => number
  cautions: string[]
}

export type Candidate = {
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
