import { platinumOhm } from '../core/standards/index.ts'
import { someTank, TANK_KINDS, type DrawBetween } from './tanks.ts'

/** A sensor as it really is, and the input it will hang on. */
export type World = {
  settings?: Record<string, unknown>
  range: [number, number]
  really: (truth: number) => number
  /** limits of the instrument that says the truth, in its unit; and how it is read */
  truthLimit: number
  truthDigits: number
  signalDigits: number
  pullOhm?: number
  /** it cannot be moved past its range: a tank is never emptier than empty */
  stops?: boolean
}

const ABSOLUTE = 273.15

/** Sensors of each family, drawn by chance, none of them from the library. */
export const WORLDS: Record<string, (draw: DrawBetween, seed: number) => World> = {
  thermistor: (draw) => {
    const r25 = Math.exp(draw(Math.log(800), Math.log(8000))),
      beta = draw(3200, 4200),
      bend = draw(0.5e-7, 1.8e-7)
    const l25 = Math.log(r25),
      t25 = 25 + ABSOLUTE
    // a real thermistor is no plain exponential: Steinhart-Hart with its cubic term, by its slope at 25 °C
    const b = 1 / beta - 3 * bend * l25 ** 2,
      a = 1 / t25 - b * l25 - bend * l25 ** 3
    const really = (t: number): number => {
      let l = l25
      for (let k = 0; k < 60; k++)
        l -= (a + b * l + bend * l ** 3 - 1 / (t + ABSOLUTE)) / (b + 3 * bend * l * l)
      return Math.exp(l)
    }
    return {
      range: [0, 120],
      really,
      truthLimit: 0.5,
      truthDigits: 1,
      signalDigits: 0,
      pullOhm: Math.max(100, really(80)),
    }
  },
  platinum: (draw) => {
    const r0 = 1000 * (1 + draw(-0.001, 0.001))
    return {
      settings: { r0Ohm: '1000' },
      range: [0, 200],
      really: (t) => platinumOhm(t, r0),
      truthLimit: 0.5,
      truthDigits: 1,
      signalDigits: 1,
      pullOhm: 2200,
    }
  },
  'pressure-absolute': (draw) => bridge([20, draw(200, 400)], draw),
  'pressure-gauge': (draw) => bridge([0, draw(500, 1100)], draw),
  'pressure-sender': (draw) => {
    const [zero, full] = draw(0, 1) < 0.5 ? [10, 184] : [240, 33]
    const power = draw(0.75, 1.3)
    return {
      range: [0, 700],
      really: (p) => zero! + (full! - zero!) * (p / 700) ** power,
      stops: true,
      truthLimit: 5,
      truthDigits: 0,
      signalDigits: 1,
      pullOhm: 150,
    }
  },
  lambda: (draw) => {
    const [low, high] = [draw(0.62, 0.68), draw(1.3, 1.5)]
    return {
      range: [0.7, 1.3],
      really: (l) => 0.2 + (4.6 * (l - low)) / (high - low),
      truthLimit: 0.002,
      truthDigits: 3,
      signalDigits: 3,
    }
  },
  level: (draw, seed) => {
    const full = Math.round(draw(30, 80))
    const ends = draw(0, 1) < 0.5 ? ([10, 180] as const) : ([240, 33] as const)
    return {
      range: [0, full],
      really: someTank(TANK_KINDS[seed % TANK_KINDS.length]!, full, ends, draw),
      stops: true,
      truthLimit: 0.2,
      truthDigits: 1,
      signalDigits: 1,
      pullOhm: 150,
    }
  },
  'level-volts': (draw, seed) => {
    const full = Math.round(draw(30, 80))
    const ends = draw(0, 1) < 0.5 ? ([0.5, 4.5] as const) : ([4.4, 0.6] as const)
    return {
      range: [0, full],
      really: someTank(TANK_KINDS[seed % TANK_KINDS.length]!, full, ends, draw),
      stops: true,
      truthLimit: 0.2,
      truthDigits: 1,
      signalDigits: 3,
    }
  },
  position: (draw) => {
    const [closed, open] =
      draw(0, 1) < 0.5 ? [draw(0.4, 0.8), draw(4, 4.6)] : [draw(4, 4.6), draw(0.4, 0.8)]
    return {
      range: [0, 100],
      really: (p) => closed + ((open - closed) * p) / 100,
      stops: true,
      truthLimit: 0.5,
      truthDigits: 1,
      signalDigits: 3,
    }
  },
  thermocouple: (draw) => {
    const [gain, offset] = [1 + draw(-0.01, 0.01), draw(-0.01, 0.01)]
    return {
      range: [0, 900],
      really: (t) => offset + 0.005 * gain * t,
      truthLimit: 2,
      truthDigits: 0,
      signalDigits: 3,
    }
  },
  'air-meter-volts': (draw) => {
    const [still, power] = [draw(0.8, 1.4), draw(0.42, 0.6)]
    return {
      range: [10, 500],
      really: (q) => Math.sqrt(still ** 2 + (4.6 ** 2 - still ** 2) * (q / 500) ** power),
      truthLimit: 4,
      truthDigits: 0,
      signalDigits: 3,
    }
  },
  'air-meter-hertz': (draw) => {
    const [still, power] = [draw(800, 2000), draw(0.5, 0.9)]
    return {
      range: [10, 500],
      really: (q) => still + 8000 * (q / 500) ** power,
      truthLimit: 4,
      truthDigits: 0,
      signalDigits: 0,
    }
  },
  speed: (draw) => {
    const perKmh = draw(3, 12)
    return {
      range: [10, 200],
      really: (v) => v * perKmh,
      truthLimit: 0.5,
      truthDigits: 1,
      signalDigits: 1,
    }
  },
}

function bridge(range: [number, number], draw: DrawBetween): World {
  const [zero, span] = [0.5 + draw(-0.03, 0.03), 4 + draw(-0.05, 0.05)]
  return {
    range,
    really: (p) => zero + (span * (p - range[0])) / (range[1] - range[0]),
    truthLimit: 1,
    truthDigits: 1,
    signalDigits: 3,
  }
}
