import { prepareChain } from '../../chain/chain.ts'
import type { ChainSpec } from '../../chain/spec.ts'
import { heightOf, STAGE } from '../../chain/stages.ts'
import { familyOf } from '../../curve/registry.ts'
import { orElse } from '../../error.ts'
import { linspace } from '../../math/linspace.ts'
import { figures, say } from '../../quantity/said.ts'
import { decades, onKinds, type Fault } from './fault.ts'

/** Faults of a sensor and its table, whatever it gives. */
export const ANY_SENSOR: Fault[] = [
  {
    id: 'wrong-curve',
    name: 'The table in the device was made for another sensor',
    prior: 2,
    isPossible: onKinds('resistance', 'voltage', 'frequency'),
    remedy: 'Export the table again and enter it, cell by cell, then read it back.',
    variants: (spec) => {
      const family = familyOf(spec.sensor.family)
      const known = family.library.map((c) => ({
        label: c.name,
        spec: { ...spec, table: tableFor(spec, (signal) => family.inverse(c.curve, signal)) },
      }))
      // and sensors of this shape with more or fewer ohms, for what the library does not hold
      const scaled = decades(0.05, 20, 12)
        .filter((k) => Math.abs(Math.log(k)) > 0.1)
        .map((k) => ({
          size: k,
          label: say(
            'scaled',
          )`a sensor of ${figures(k, 2)} times the ${spec.drive.kind === 'resistance' ? 'ohms' : 'signal'}`,
          spec: {
            ...spec,
            table: tableFor(spec, (signal) => family.inverse(spec.sensor.curve, signal / k)),
          },
        }))
      return [...known, ...scaled]
    },
  },
  {
    id: 'other-sensor',
    name: 'Another sensor is fitted than the one that was measured',
    prior: 1,
    isPossible: onKinds('resistance', 'voltage', 'frequency'),
    remedy: 'Unplug the sensor and measure its ohms at the temperature of the shed.',
    variants: (spec) =>
      familyOf(spec.sensor.family).library.map((c) => ({
        label: c.name,
        spec,
        signal: (healthy) =>
          familyOf(spec.sensor.family).forward(
            c.curve,
            familyOf(spec.sensor.family).inverse(spec.sensor.curve, healthy),
          ),
      })),
  },
]

/** What a device would hold if it believed another curve, over what stands at its pin. */
function tableFor(spec: ChainSpec, inverse: (signal: number) => number): ChainSpec['table'] {
  const chain = prepareChain(spec)
  const x: number[] = [],
    y: number[] = []
  const ends = spec.range.map((t) => {
    return orElse(() => chain.ideal.toPin(chain.signalAt(t)), 0)
  })
  const top = spec.converter
    ? spec.converter.full / spec.converter.perUnit
    : Number.isNaN(chain.ideal.openV)
      ? 1.2 * Math.max(...ends)
      : Math.max(chain.ideal.openV, ...ends)
  for (const atPin of linspace(0.01, 0.995, 200).map((s) => s * top)) {
    const signal = chain.ideal.fromPin(atPin)
    if (!Number.isFinite(signal) || Number.isNaN(heightOf(chain, STAGE.pin, atPin))) continue
    const truth = orElse(() => inverse(signal), null)
    if (truth === null) continue
    y.push(truth)
    x.push(atPin)
  }
  return { x, y, axis: spec.drive.kind === 'frequency' ? 'Hz' : 'V', beyond: 'hold' }
}
