import { assembleChain, monteCarlo, prepareChain } from '../core/chain/index.ts'
import { thermistorC, type ThermistorCurve } from '../core/curve/thermistor/model.ts'
import { normalStream, uniformStream } from '../core/math/index.ts'
import { buildTable } from '../core/table/index.ts'
import { saltmarshNine } from '../demo/saltmarshNine.ts'
import { medianMs, report } from './ratio.ts'

const sensor: ThermistorCurve = {
  model: 'steinhart-hart',
  coefficients: [1.45e-3, 2.38e-4, 1.0e-7],
}
const curve = (counts: number): number => thermistorC(sensor, (2490 * counts) / (4096 - counts))

let sink = 0
const evaluate = medianMs(() => {
  for (let c = 0; c < 4096; c++) sink += curve(Math.max(1, c))
}, 101)
report(
  'best table of 16 cells over a 4,096-count axis, against evaluating the curve at every count',
  medianMs(() => {
    sink += buildTable({
      curve,
      range: [200, 3700],
      cells: 16,
      xStep: 1,
      placement: 'best',
    }).worstError
  }) / evaluate,
  60,
)
report(
  'the same on value steps of 0.1 °C',
  medianMs(() => {
    sink += buildTable({
      curve,
      range: [200, 3700],
      cells: 16,
      xStep: 1,
      yStep: 0.1,
      placement: 'best',
    }).worstError
  }) / evaluate,
  60,
)

const chain = prepareChain(assembleChain(saltmarshNine(), 'rd-coolant').spec!)
const DRAWS = 100_000
// the bare loop draws what a chain draws: one normal or uniform for every spread
const kinds = chain.spec.spreads.map((s) => s.kind)
const bare = medianMs(() => {
  const uniform = uniformStream(7),
    normal = normalStream(uniform)
  for (let k = 0; k < DRAWS; k++) {
    let x = 1
    for (const kind of kinds) x += kind === 'normal' ? Math.abs(normal()) : uniform()
    sink += Math.log(x)
  }
})
const drawn = medianMs(() => {
  const uniform = uniformStream(7)
  sink += monteCarlo(chain, 92, { draws: DRAWS, uniform, normal: normalStream(uniform) }).sigma
})
report(
  `${DRAWS.toLocaleString('en')} Monte Carlo draws through a chain, against a bare loop with the same random numbers and one logarithm`,
  drawn / bare,
  10,
)
if (!Number.isFinite(sink)) throw new Error('unreachable: keeps the work from being optimised away')
