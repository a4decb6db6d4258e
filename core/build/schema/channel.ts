import Type from 'typebox'
import { MOST } from '../limits.ts'
import { pin } from './pin.ts'
import { onOffShape } from './trigger.ts'
import {
  flag,
  id,
  arrayOf,
  zeroOrMore,
  anyNumber,
  object,
  oneOf,
  orNull,
  positive,
  range,
  shared,
  statedNotNegative,
  statedNumber,
  text,
  unit,
} from './shared.ts'

export type ElementSettings = {
  /** library curve in use until there are points */
  assumedCurve?: string | null
  model?: string
  [other: string]: unknown
}

export const element = object({
  id,
  name: text,
  family: Type.String({ maxLength: 60 }),
  /** checked by the family; kept as it is where the family is not known */
  settings: Type.Unsafe<ElementSettings>({ type: 'object' }),
  pins: arrayOf(pin, 16),
})

export const wire = object({
  colour: text,
  cavity: text,
  signalOhm: statedNotNegative,
  groundOhm: statedNotNegative,
  /** how far the sensor ground stands above the converter's ground with the loads on, V */
  groundOffsetV: statedNumber,
})

export const face = object({
  name: text,
  decimals: Type.Integer({ minimum: 0, maximum: 6 }),
  /** unit it shows in; null: as this person prefers */
  unit: orNull(unit),
  /** one-pole smoothing of what is shown, s */
  dampingS: zeroOrMore,
  /** a moving needle: sweep in degrees between two marks, core unit, and what separates two scale marks */
  needle: orNull(
    object({ sweepDegrees: positive, low: anyNumber, high: anyNumber, markStep: positive }),
  ),
  /** warning lamp or colour: on beyond `at`, off again only `hysteresis` back; core unit */
  warning: orNull(object({ when: oneOf('above', 'below'), at: anyNumber, hysteresis: zeroOrMore })),
})

/** A reader that is wired to a sensor, at an input of a device. */
export const wiredRead = object({
  id,
  /** the element it reads; of two joined on one wire the first, and both are meant */
  source: object({ kind: Type.Literal('element'), id }),
  input: id,
  wire,
  face,
})

/** A reader that shows what another one sends. */
export const followingRead = object({
  id,
  source: object({ kind: Type.Literal('read'), id }),
  /** the device that shows it */
  device: id,
  face,
})

export const read = shared('read', Type.Union([wiredRead, followingRead]))

export const channel = object({
  id,
  name: text,
  quantity: text,
  /** where in the vehicle */
  place: text,
  needs: object({ range, best: range, accuracy: positive }),
  elements: arrayOf(id, 2),
  /** how its sensors become what is read: the id of a source (`core/curve/sources.ts`) */
  combine: id,
  /** what it is: the id of a kind of channel (`core/channel/registry.ts`) */
  kind: id,
  /** of two: a pipe or a pump keeps their halves level */
  linked: flag,
  reads: arrayOf(read, MOST.reads),
  /** of a channel that says on or off; null of all others */
  onOff: orNull(onOffShape),
})
