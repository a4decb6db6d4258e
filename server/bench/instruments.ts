import { normalStream, uniformStream } from '../../core/math/index.ts'
import type { Flask, Scenario } from './flask.ts'
import { ScpiError, ScpiParser, type Command } from './scpi.ts'

/** What a meter answers when the reading lies beyond its range (SCPI-1999, 9.9E37). */
const OVERLOAD = '9.90000000E+37'
const RANGES_OHM = [400, 4000, 40000, 400000]
const COUNTS = 40000
const LEAD_OHM = 0.3
const READING_MS = 40

const delay = (ms: number): Promise<void> =>
  new Promise((resolve) => {
    setTimeout(resolve, ms)
  })
const scientific = (v: number): string => {
  const [mantissa, exponent] = v.toExponential(8).split('e') as [string, string]
  const power = `${exponent[0]}${exponent.slice(1).padStart(2, '0')}`
  return `${v < 0 ? '' : '+'}${mantissa}E${power}`
}

/** Commands that set the simulated flask; a real meter would answer them with an error. */
const flaskCommands = (flask: Flask): Command[] => [
  {
    header: 'SIMulate:SCENario',
    run: (argument) => {
      const scenario = argument.toUpperCase()
      if (!['ICE', 'AIR', 'KETTLE'].includes(scenario))
        throw new ScpiError(-224, 'Illegal parameter value')
      flask.setScenario(scenario as Scenario)
    },
  },
  { header: 'SIMulate:SCENario?', run: () => flask.scenario },
  {
    header: 'SIMulate:SPEed',
    run: (argument) => {
      const speed = Number(argument)
      if (argument === '') throw new ScpiError(-109, 'Missing parameter')
      if (!(speed >= 1 && speed <= 600)) throw new ScpiError(-222, 'Data out of range')
      flask.setSpeed(speed)
    },
  },
  { header: 'SIMulate:SPEed?', run: () => String(flask.getSpeed()) },
]

/** A simulated bench meter: autoranging with an overload while it switches, noise, lead resistance. */
export function simulatedMeter(flask: Flask, seed = 1): ScpiParser {
  const normal = normalStream(uniformStream(seed))
  let range = 1
  const read = async (): Promise<string> => {
    await delay(READING_MS)
    const ohm = (flask.sensorOhm() + LEAD_OHM) * (1 + 1e-4 * normal())
    if (ohm > RANGES_OHM[range]!) {
      range = RANGES_OHM.findIndex((r) => ohm <= r)
      if (range < 0) range = RANGES_OHM.length - 1
      return OVERLOAD
    }
    // down only well below, or it would hunt at the edge
    if (range > 0 && ohm < 0.9 * RANGES_OHM[range - 1]!) {
      range -= 1
      return OVERLOAD
    }
    const digit = RANGES_OHM[range]! / COUNTS
    return scientific(Math.round(ohm / digit + 0.4 * normal()) * digit)
  }
  return new ScpiParser('ECHT,SIMULATED BENCH METER,0,1.0', [
    { header: 'MEASure:RESistance?', run: read },
    { header: 'MEASure:SCALar:RESistance?', run: read },
    { header: 'READ?', run: read },
    { header: 'FETCh?', run: read },
    { header: 'CONFigure:RESistance', run: () => undefined },
    { header: 'CONFigure?', run: () => '"RES"' },
    ...flaskCommands(flask),
  ])
}

/** A simulated reference thermometer: reads 0.15 °C high, as a check in ice would show. */
export function simulatedThermometer(flask: Flask, seed = 2): ScpiParser {
  const normal = normalStream(uniformStream(seed))
  const read = async (): Promise<string> => {
    await delay(READING_MS)
    return scientific(Math.round((flask.probe() + 0.15 + 0.01 * normal()) * 100) / 100)
  }
  return new ScpiParser('ECHT,SIMULATED REFERENCE THERMOMETER,0,1.0', [
    { header: 'MEASure:TEMPerature?', run: read },
    { header: 'READ?', run: read },
    { header: 'FETCh?', run: read },
    { header: 'CONFigure:TEMPerature', run: () => undefined },
    ...flaskCommands(flask),
  ])
}
