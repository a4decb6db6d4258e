import { thermistorOhm, type ThermistorCurve } from '../../core/curve/thermistor/index.ts'
import { boilingPointC, standardPressureKPa } from '../../core/standards/index.ts'

export type Scenario = 'ICE' | 'AIR' | 'KETTLE'

const SHED_C = 18.2
/** An invented sensor that nobody has a data sheet of. */
export const FLASK_SENSOR: ThermistorCurve = {
  model: 'steinhart-hart',
  coefficients: [1.3012e-3, 2.6183e-4, 1.642e-7],
}
const SENSOR_LAG_S = 6,
  PROBE_LAG_S = 4,
  FLASK_COOLING_S = 2400
const STEP_S = 0.5

/**
 * What the bench instruments look at: a thermistor and a reference probe in ice, in the air of the shed or in
 * a flask filled from the kettle and cooling. Everything in it runs `speed` times as fast as the clock.
 */
export class Flask {
  scenario: Scenario = 'AIR'
  private speed = 1
  private simulatedS = 0
  private changedS = 0
  private clockMs: number
  private sensorC = SHED_C
  private probeC = SHED_C
  private readonly now: () => number

  constructor(now: () => number = Date.now) {
    this.now = now
    this.clockMs = now()
  }

  setScenario(scenario: Scenario): void {
    this.advance()
    // a bench that came back is told again where it is: the flask goes on cooling
    if (scenario === this.scenario) return
    this.scenario = scenario
    this.changedS = this.simulatedS
  }
  setSpeed(speed: number): void {
    this.advance()
    this.speed = speed
  }
  getSpeed(): number {
    return this.speed
  }

  private bathC(): number {
    const since = this.simulatedS - this.changedS
    if (this.scenario === 'ICE') return 0
    if (this.scenario === 'AIR') return SHED_C
    const boiling = boilingPointC(standardPressureKPa(640))
    return SHED_C + (boiling - SHED_C) * Math.exp(-since / FLASK_COOLING_S)
  }

  private advance(): void {
    const until = this.simulatedS + ((this.now() - this.clockMs) / 1000) * this.speed
    this.clockMs = this.now()
    // after a long sleep the probes have caught up anyway
    if (until - this.simulatedS > 7200) this.simulatedS = until - 7200
    while (this.simulatedS < until) {
      const dt = Math.min(STEP_S, until - this.simulatedS)
      this.simulatedS += dt
      const bath = this.bathC()
      this.sensorC += (bath - this.sensorC) * (1 - Math.exp(-dt / SENSOR_LAG_S))
      this.probeC += (bath - this.probeC) * (1 - Math.exp(-dt / PROBE_LAG_S))
    }
  }

  sensorOhm(): number {
    this.advance()
    return thermistorOhm(FLASK_SENSOR, this.sensorC)
  }
  probe(): number {
    this.advance()
    return this.probeC
  }
}
