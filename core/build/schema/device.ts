import Type from 'typebox'
import { MOST } from '../limits.ts'
import { pin } from './pin.ts'
import { fitted, thresholds } from './switched.ts'
import {
  faultShow,
  flag,
  id,
  arrayOf,
  zeroOrMore,
  anyNumber,
  numbers,
  object,
  oneOf,
  orNull,
  positive,
  range,
  relativeLimit,
  share,
  shared,
  statedNotNegative,
  statedPositive,
  text,
  time,
  unit,
} from './shared.ts'

/** Limits as on a data sheet: ± (percent of the reading + digits of the last place + offset). */
export const accuracy = object({
  percent: zeroOrMore,
  digits: zeroOrMore,
  /** core unit */
  offset: zeroOrMore,
  /** share of per cent and offset that every reading of this instrument has in common, 0 to 1 */
  commonShare: share,
})

export const instrument = object({
  id,
  name: text,
  kind: oneOf('meter', 'thermometer', 'barometer', 'gauge', 'can'),
  accuracy,
  /** first-order time constant of a probe, s */
  lagS: orNull(zeroOrMore),
  /** what it showed in stirred ice and water, °C, and when */
  iceCheck: orNull(object({ readC: anyNumber, at: time })),
  checkedAt: orNull(time),
  note: text,
})

export const pull = object({
  id,
  name: text,
  ohm: statedPositive,
  tolerance: Type.Number({ minimum: 0, maximum: 0.5 }),
  /** 0: it pulls down to ground */
  railV: statedNotNegative,
  /** its rail is the converter's reference, so that supply errors cancel */
  toReference: flag,
  kind: oneOf('fixed', 'switchable', 'fitted'),
  on: flag,
})

/** What is in the device now: x in the axis unit ascending, y in the core's unit. */
export const enteredTable = object({ x: numbers, y: numbers, at: time, name: text })

export const axis = oneOf('V', 'Ω', 'counts', 'Hz')

export const deviceTable = object({
  /** what the device takes: a table, three pairs of temperature and ohms, or coefficients */
  form: oneOf('table', 'pairs', 'coefficients'),
  cells: Type.Integer({ minimum: 2, maximum: MOST.cells }),
  axis,
  axisStep: positive,
  axisRange: range,
  /** order in which the device lists its axis */
  direction: oneOf('rising', 'falling'),
  /** the axis cannot be changed: these are its cells */
  axisFixed: orNull(numbers),
  /** as the device shows it: any unit of the channel's quantity */
  valueUnit: unit,
  valueStep: positive,
  valueRange: range,
  beyond: oneOf('hold', 'extrapolate'),
  onOpen: faultShow,
  onShort: faultShow,
  entered: orNull(enteredTable),
})

/** What stands electrically at one pin of a device: readings, switches and triggers read through it. */
export const input = shared(
  'input',
  object({
    id,
    /** the pin it is at, and those its sensor takes supply and ground from; null where nobody noted them */
    pin: id,
    supplyPin: orNull(id),
    groundPin: orNull(id),
    /** volts into a converter, or edges into a counter */
    signal: oneOf('voltage', 'frequency'),
    /** of an input that counts edges: how long it counts, s, and the highest it can follow, Hz */
    counter: orNull(object({ gateS: positive, highestHz: positive })),
    /** what the device gives the sensor to live on; only ratiometric sensors notice */
    sensorSupply: object({
      volt: statedPositive,
      toReference: flag,
      /** where it is not the reference */
      tolerance: relativeLimit,
    }),
    /** measures against the sensor's own ground wire, so that a ground difference cancels */
    differential: flag,
    /** converter width; null for a device that has none, such as a moving-needle gauge */
    bits: orNull(Type.Integer({ minimum: 4, maximum: 24 })),
    referenceV: statedPositive,
    /** of the reference, where the pull-up does not follow it */
    referenceTolerance: relativeLimit,
    pulls: arrayOf(pull, MOST.pulls),
    /** what it calls low and high; null where nobody knows, as of a converter */
    thresholds: orNull(thresholds),
    /** parts that are fitted before it, so that what switches gives it levels */
    fitted: orNull(fitted),
    /** from the pin to ground, F; 0 where it has none */
    filterF: zeroOrMore,
    /** most the input may see, V */
    limitV: positive,
    table: orNull(deviceTable),
  }),
)

export const device = object({
  id,
  name: text,
  kind: oneOf('ecu', 'display', 'gauge', 'other'),
  note: text,
  supply: object({
    /** most its sensor supply gives, mA; null where nobody knows */
    railMa: orNull(positive),
    /** battery volts below which it stops; null where nobody knows */
    stopsBelowV: orNull(positive),
    /** it must live through cranking */
    mustLive: flag,
    feed: oneOf('permanent', 'switched', 'relay', 'unknown'),
  }),
  pins: arrayOf(pin, MOST.pins),
  inputs: arrayOf(input, MOST.inputs),
})
