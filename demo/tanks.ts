import { predictLevel, type Sender, type Tank } from '../core/curve/level/index.ts'
import { interpolate } from '../core/table/index.ts'

export const WEDGE: Tank = {
  corners: [
    { x: 0, y: 0 },
    { x: 140, y: 0 },
    { x: 330, y: 410 },
    { x: 60, y: 410 },
  ],
  lengthMm: 590,
}
export const SENDER_ARM: Sender = {
  kind: 'arm',
  pivotMm: 215,
  armMm: 210,
  lowDeg: -68,
  highDeg: 66,
  emptySignal: 12,
  fullSignal: 178,
}

const predicted = predictLevel(WEDGE, SENDER_ARM, 121).points
export const litresToOhm = (litres: number): number =>
  interpolate(
    { x: predicted.map((p, i) => p.litres + i * 1e-9), y: predicted.map((p) => p.signal) },
    litres,
  )
/** The two side pods, wedges as well, and a float in a tube in each. */
export const POD: Tank = {
  corners: [
    { x: 0, y: 0 },
    { x: 60, y: 0 },
    { x: 190, y: 260 },
    { x: 0, y: 260 },
  ],
  lengthMm: 340,
}
export const podOhm = (emptySignal: number, fullSignal: number) => {
  const { points } = predictLevel(
    POD,
    { kind: 'straight', lowMm: 0, highMm: 260, emptySignal, fullSignal },
    121,
  )
  return (litres: number): number =>
    interpolate({ x: points.map((q) => q.litres), y: points.map((q) => q.signal) }, litres)
}
export const POD_LITRES = predictLevel(POD, {
  kind: 'straight',
  lowMm: 0,
  highMm: 260,
  emptySignal: 5,
  fullSignal: 90,
}).points.at(-1)!.litres
