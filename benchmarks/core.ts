import type { Build, Measurement } from '../core/build/index.ts'
import { assembleChain, monteCarlo, prepareChain, readStatus } from '../core/chain/index.ts'
import { thermistorC, thermistorOhm, type ThermistorCurve } from '../core/curve/thermistor/model.ts'
import { normalStream, uniformStream } from '../core/math/index.ts'
import { buildTable } from '../core/table/index.ts'
import { manyChannels } from '../trials/manyChannels.ts'
import { saltmarshNine } from '../demo/saltmarshNine.ts'
import { leastMs, report } from './ratio.ts'

const sensor: ThermistorCurve = {
  model: 'steinhart-hart',
  coefficients: [1.45e-3, 2.38e-4, 1.0e-7],
}
const curve = (counts: number): number => thermistorC(sensor, (2490 * counts) / (4096 - counts))

let sink = 0
const everyCount = (): void => {
  for (let c = 0; c < 4096; c++) sink += curve(Math.max(1, c))
}
const table = (yStep?: number) => (): void => {
  sink += buildTable({
    curve,
    range: [200, 3700],
    cells: 16,
    xStep: 1,
    placement: 'best',
    ...(yStep === undefined ? {} : { yStep }),
  }).worstError
}
const [evaluated, best, onSteps] = leastMs([everyCount, table(), table(0.1)], 60)
report(
  'best table of 16 cells over a 4,096-count axis, against evaluating the curve at every count',
  best! / evaluated!,
  20,
)
report('the same on value steps of 0.1 °C', onSteps! / evaluated!, 30)

const sample = saltmarshNine()
const chain = prepareChain(assembleChain(sample, 'rd-coolant').spec!)
const DRAWS = 100_000
// the bare loop draws what a chain draws: one normal or uniform for every spread
const kinds = chain.spec.spreads.map((s) => s.kind)
const bareDraws = (): void => {
  const uniform = uniformStream(7),
    normal = normalStream(uniform)
  for (let k = 0; k < DRAWS; k++) {
    let x = 1
    for (const kind of kinds) x += kind === 'normal' ? Math.abs(normal()) : uniform()
    sink += Math.log(x)
  }
}
const chainDraws = (): void => {
  const uniform = uniformStream(7)
  sink += monteCarlo(chain, 92, { draws: DRAWS, uniform, normal: normalStream(uniform) }).sigma
}
const [bare, drawn] = leastMs([bareDraws, chainDraws], 12)
report(
  `${DRAWS.toLocaleString('en')} Monte Carlo draws through a chain, against a bare loop with ` +
    'the same random numbers and one logarithm',
  drawn! / bare!,
  10,
)

/** The sample with so many points of its coolant sensor and no others. */
function withPoints(count: number): Build {
  const normal = normalStream(uniformStream(count))
  const measurements = Array.from({ length: count }, (_, i): Measurement => {
    const truth = 5 + (110 * i) / (count - 1)
    const ohm = thermistorOhm(sensor, truth) * (1 + 0.003 * normal())
    return {
      id: `point-${i}`,
      at: '2026-05-01T10:00:00Z',
      by: '',
      about: { kind: 'point', element: 'el-coolant' },
      method: 'other',
      note: '',
      struck: null,
      readings: [
        { role: 'signal', typed: ohm.toFixed(1), unit: 'Ω', value: ohm, instrument: 'bench-meter' },
        {
          role: 'truth',
          typed: truth.toFixed(1),
          unit: '°C',
          value: truth,
          instrument: 'kitchen-probe',
        },
      ],
    }
  })
  return { ...sample, measurements, proofs: [] }
}
const read = sample.channels.find((c) => c.id === 'ch-coolant')!.reads[0]!
// a build is never computed twice: each run takes a new one
const status = (count: number) => {
  const build = withPoints(count)
  return (): void => {
    const elements = build.elements.map((e) => ({ ...e }))
    sink += readStatus({ ...build, elements }, read).ratio
  }
}
const [FEW, MANY] = [100, 3000]
const [few, many] = leastMs([status(FEW), status(MANY)], 12)
report(
  `what a channel says with ${MANY} points against ${FEW}, where n·log n allows the bound`,
  many! / few!,
  (MANY * Math.log(MANY)) / (FEW * Math.log(FEW)),
)

/** The line-up of so many channels, nothing of it computed before, so many times over. */
const lineUp = (count: number, times: number) => {
  const written = manyChannels(count)
  return (): void => {
    for (let i = 0; i < times; i++) {
      const build = structuredClone(written)
      for (const channel of build.channels)
        for (const one of channel.reads) sink += readStatus(build, one).ratio
    }
  }
}
// ten of the small one take as long as the large: a machine that is slow for a moment is slow for both
const [twentyTenTimes, twoHundred] = leastMs([lineUp(20, 10), lineUp(200, 1)], 6)
report('line-up of 200 channels, against one of 20', twoHundred! / (twentyTenTimes! / 10), 12)
if (!Number.isFinite(sink)) throw new Error('unreachable: keeps the work from being optimised away')
