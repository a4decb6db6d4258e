import type { Sender, Tank } from '../../../core/curve/level/index.ts'

/** An invented box and a float in a tube, until somebody draws their own. */
export const BOX: Tank = {
  corners: [
    { x: 0, y: 0 },
    { x: 300, y: 0 },
    { x: 300, y: 300 },
    { x: 0, y: 300 },
  ],
  lengthMm: 500,
}
export const floatOf = (signalUnit: string): Sender => (signalUnit === 'V' ? VOLTS : OHMS)
const OHMS: Sender = { kind: 'straight', lowMm: 10, highMm: 290, emptySignal: 10, fullSignal: 180 }
const VOLTS: Sender = { ...OHMS, emptySignal: 0.5, fullSignal: 4.5 }

const ARM = { kind: 'arm', pivotMm: 150, armMm: 150, lowDeg: -60, highDeg: 60 } as const

/** The other kind of sender, to begin from, with the same signals at its ends. */
export const otherKind = (
  { kind, emptySignal, fullSignal }: Sender,
  signalUnit: string,
): Sender => ({
  ...(kind === 'arm' ? floatOf(signalUnit) : ARM),
  emptySignal,
  fullSignal,
})
