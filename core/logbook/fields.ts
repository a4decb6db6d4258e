import { findFamily } from '../curve/registry.ts'
import { findInput, findPath, pinName } from '../build/find.ts'
import type { Build, Edit, Input } from '../build/types.ts'

/** A field of the record as somebody speaks of it. */
export type FieldName = {
  /** what it is, with the thing it belongs to: "pull-up of pin 14" */
  name: string
  /** unit its value is kept in; null where it is a word, a flag or a list */
  unit: string | null
  /** its value is a share, spoken of in per cent */
  share?: true
  /** its value is the id of one of these, spoken of by its name */
  names?: 'posts' | 'states'
}

type Naming = (where: { build: Build; edit: Edit; path: string[] }) => FieldName
const plain =
  (name: string, unit: string | null = null): Naming =>
  () => ({ name, unit })
const share =
  (name: string): Naming =>
  () => ({ name, unit: null, share: true })

/** A field that names another thing of the build. */
const naming =
  (name: string, names: 'posts' | 'states'): Naming =>
  () => ({ name, unit: null, names })

const pinOf = (build: Build, device: string, input: string | undefined): string => {
  const there = input === undefined ? undefined : findInput(build, input)
  if (there) return `pin ${pinName(there.pin)}`
  return build.devices.find((d) => d.id === device)?.name ?? 'a device since removed'
}
/** A field of an input: its pin is said with it. */
const ofPin =
  (name: string, unit: string | null = null, isShare = false): Naming =>
  ({ build, edit, path }) => ({
    name: `${name} of ${pinOf(build, edit.id, path[1])}`,
    unit,
    ...(isShare ? { share: true as const } : {}),
  })
const truthUnitOf = (build: Build, id: string): string | null => {
  const channel = build.channels.find((c) => c.id === id)
  if (channel?.onOff) return channel.onOff.unit
  const element = channel?.elements[0]
  const family = build.elements.find((e) => e.id === element)?.family
  return (family !== undefined && findFamily(family)?.truthUnit) || null
}
/** A field of a channel in its truth's unit. */
const inTruth =
  (name: string): Naming =>
  ({ build, edit }) => ({ name, unit: truthUnitOf(build, edit.id) })
const ofReader =
  (name: string, unit: string | null = null): Naming =>
  ({ build, edit, path }) => {
    const read = build.channels.find((c) => c.id === edit.id)?.reads.find((r) => r.id === path[1])
    const of = read && findPath(build, read.id)
    return { name: `${name}${of ? ` to ${of.shows.name}` : ''}`, unit }
  }

/**
 * What the fields of the record are called, by their path: `*` is any one step, and a path that goes deeper than its
 * pattern belongs to it. The first that fits is taken.
 */
const FIELDS: [pattern: string, naming: Naming][] = [
  ['build/name', plain('name of the build')],
  ['build/vehicle/altitudeM', plain('altitude of the shed', 'm')],
  ['build/vehicle/ethanol', share('ethanol in the tank')],
  ['build/vehicle/name', plain('name of the vehicle')],
  ['build/vehicle/note', plain('note on the vehicle')],
  ['instruments/name', plain('name')],
  ['instruments/accuracy/percent', plain('accuracy, of the reading', '%')],
  ['instruments/accuracy/digits', plain('accuracy, in last digits')],
  ['instruments/accuracy/offset', plain('accuracy, fixed part')],
  ['instruments/accuracy/commonShare', share('part common to all its readings')],
  ['instruments/lagS', plain('lag', 's')],
  ['instruments/iceCheck', plain('reading in stirred ice', '°C')],
  ['devices/name', plain('name of the device')],
  ['devices/supply/railMa', plain('most of the sensor supply', 'mA')],
  ['devices/supply/stopsBelowV', plain('volts below which it stops', 'V')],
  ['devices/supply/mustLive', plain('must live through cranking')],
  ['devices/supply/feed', plain('feed of the device')],
  ['devices/pins/*/name', plain('name of a pin')],
  ['devices/pins/*/wire', plain('colour of the wire on a pin')],
  ['devices/pins', plain('pin')],
  ['devices/inputs/*/pin', ofPin('place')],
  ['devices/inputs/*/supplyPin', ofPin('supply pin')],
  ['devices/inputs/*/groundPin', ofPin('ground pin')],
  ['devices/inputs/*/thresholds/lowV', ofPin('low threshold', 'V')],
  ['devices/inputs/*/thresholds/highV', ofPin('high threshold', 'V')],
  ['devices/inputs/*/thresholds', ofPin('thresholds')],
  ['devices/inputs/*/fitted', ofPin('parts fitted')],
  ['devices/inputs/*/filterF', ofPin('filter', 'F')],
  ['devices/inputs/*/bits', ofPin('bits')],
  ['devices/inputs/*/signal', ofPin('signal')],
  ['devices/inputs/*/differential', ofPin('differential input')],
  ['devices/inputs/*/referenceV', ofPin('reference', 'V')],
  ['devices/inputs/*/referenceTolerance', ofPin('tolerance of the reference', null, true)],
  ['devices/inputs/*/limitV', ofPin('most volts', 'V')],
  ['devices/inputs/*/sensorSupply/volt', ofPin('sensor supply', 'V')],
  ['devices/inputs/*/sensorSupply/tolerance', ofPin('tolerance of the supply', null, true)],
  ['devices/inputs/*/sensorSupply', ofPin('sensor supply')],
  ['devices/inputs/*/counter/gateS', ofPin('gate time', 's')],
  ['devices/inputs/*/counter/highestHz', ofPin('highest frequency', 'Hz')],
  ['devices/inputs/*/pulls/*/ohm', ofPin('pull-up', 'Ω')],
  ['devices/inputs/*/pulls/*/tolerance', ofPin('tolerance of the pull-up', null, true)],
  ['devices/inputs/*/pulls/*/railV', ofPin('rail of the pull-up', 'V')],
  ['devices/inputs/*/pulls/*/toReference', ofPin('pull-up to the reference')],
  ['devices/inputs/*/pulls/*/on', ofPin('pull-up switched on')],
  ['devices/inputs/*/pulls', ofPin('pull-up')],
  ['devices/inputs/*/table/entered', ofPin('table entered')],
  ['devices/inputs/*/table/cells', ofPin('cells of the table')],
  ['devices/inputs/*/table/axisStep', ofPin('axis step of the table')],
  ['devices/inputs/*/table/valueStep', ofPin('value step of the table')],
  ['devices/inputs/*/table/valueUnit', ofPin('unit of the table')],
  ['devices/inputs/*/table/axis', ofPin('axis of the table')],
  ['devices/inputs/*/table', ofPin('table')],
  ['devices/inputs', ofPin('input')],
  ['elements/name', plain('name of the sensor')],
  ['elements/family', plain('kind of sensor')],
  ['elements/settings/assumedCurve', plain('curve taken on trust')],
  ['elements/settings/model', plain('curve model')],
  ['elements/settings/leadOhm', plain('shorted probe tips', 'Ω')],
  ['elements/settings/dissipationMwPerK', plain('dissipation', 'mW/K')],
  ['elements/settings', settingName],
  ['elements/pins', plain('pins')],
  ['channels/name', plain('name')],
  ['channels/place', plain('place')],
  ['channels/needs/range', inTruth('range of use')],
  ['channels/needs/best', inTruth('range where it matters')],
  ['channels/needs/accuracy', inTruth('accuracy needed')],
  ['channels/linked', plain('halves kept level')],
  ['channels/combine', plain('two senders joined')],
  ['channels/kind', plain('kind of channel')],
  ['channels/reads/*/wire/signalOhm', ofReader('signal wire', 'Ω')],
  ['channels/reads/*/wire/groundOhm', ofReader('ground wire', 'Ω')],
  ['channels/reads/*/wire/groundOffsetV', ofReader('ground offset', 'V')],
  ['channels/reads/*/wire/colour', ofReader('wire colour')],
  ['channels/reads/*/wire/cavity', ofReader('cavity')],
  ['channels/reads/*/face/dampingS', ofReader('damping', 's')],
  ['channels/reads/*/face/decimals', ofReader('decimals')],
  ['channels/reads/*/face/name', ofReader('name of the face')],
  ['channels/reads/*/face/unit', ofReader('unit of the face')],
  ['channels/reads/*/face', ofReader('face')],
  ['channels/reads', ofReader('reader')],
  ['channels/onOff/risingAt', inTruth('where it should switch on the way up')],
  ['channels/onOff/fallingAt', inTruth('where it should switch on the way down')],
  ['channels/onOff/closes', plain('the way it closes')],
  ['channels/onOff/onWhen', plain('contact that means on')],
  ['channels/onOff/member', plain('kind of switch')],
  ['channels/onOff/switched/switches', plain('what it switches to')],
  ['channels/onOff/switched/edgesHz', plain('how often it switches at the most', 'Hz')],
  ['channels/onOff/switched', plain('numbers its input is designed from')],
  ['measurements/struck', plain('struck')],
  ['build/vehicle/state', naming('state its grounds are looked at in', 'states')],
  ['posts/name', plain('name of the ground post')],
  ['posts/along', plain('place from front to rear')],
  ['posts', plain('ground post')],
  ['straps/a', naming('end of the ground wire', 'posts')],
  ['straps/b', naming('other end of the ground wire', 'posts')],
  ['straps/ohm', plain('ohms of the ground wire', 'Ω')],
  ['straps/wire/lengthM', plain('length of the ground wire', 'm')],
  ['straps/wire/areaMm2', plain('size of the ground wire', 'mm²')],
  ['straps/shield', plain('whether it is a shield')],
  ['straps/jointA', plain('joint of the ground wire')],
  ['straps/jointB', plain('other joint of the ground wire')],
  ['straps', plain('ground wire')],
  ['wires/name', plain('name of the wire')],
  ['wires/ohm', plain('ohms of the wire', 'Ω')],
  ['wires/colour', plain('colour of the wire')],
  ['wires', plain('wire')],
  ['loads/ampere', plain('current of the load', 'A')],
  ['loads/peakA', plain('peak current of the load', 'A')],
  ['loads/into', naming('return of the load', 'posts')],
  ['loads/runs', plain('when the load runs')],
  ['loads', plain('load')],
  ['states/name', plain('state of the vehicle')],
  ['triggers/wheel', plain('wheel')],
  ['triggers/expects', plain('wheel the unit was told')],
  ['triggers/pickup', plain('kind of pickup')],
  ['triggers/angleDeg', plain('trigger angle', '°')],
  ['triggers/counts/tooth', plain('tooth the unit counts from')],
  ['triggers/counts/from', plain('way it counts from top dead centre')],
  ['triggers/gap/peakV', plain('peak of the pickup', 'V')],
  ['triggers/gap/rpm', plain('speed its peak was measured at', 'rpm')],
  ['triggers/gap/gapM', plain('gap its peak was measured at', 'm')],
  ['triggers/gap/diameterM', plain('diameter of the wheel', 'm')],
  ['triggers/gap/runoutM', plain('runout of the wheel', 'm')],
  ['triggers/gap/toothM', plain('width of a tooth', 'm')],
  ['triggers/gap/tipM', plain('width of the pole tip', 'm')],
  ['triggers/gap/clearM', plain('room kept before the wheel', 'm')],
  ['triggers/gap/thresholdV', plain('threshold of the unit', 'V')],
  ['triggers/gap/limitV', plain('most the unit may see', 'V')],
  ['triggers/gap/crankRpm', plain('cranking speed', 'rpm')],
  ['triggers/gap/limiterRpm', plain('limiter', 'rpm')],
  ['triggers/gap', plain('numbers of its gap')],
  ['triggers/switched/lowV', plain('low level of the sensor', 'V')],
  ['triggers/switched/sinkA', plain('current the sensor may sink', 'A')],
  ['triggers/switched/sensorFromV', plain('supply the sensor works from', 'V')],
  ['triggers/switched/cableF', plain('capacitance of the cable', 'F')],
  ['triggers/switched/batteryV', plain('battery while cranking', 'V')],
  ['triggers/switched/series', plain('series of parts')],
  ['triggers/switched/limiterRpm', plain('limiter', 'rpm')],
  ['triggers/switched/switches', plain('what it switches to')],
  ['triggers/switched/leastA', plain('current a contact wants', 'A')],
  ['triggers/switched', plain('numbers its input is designed from')],
  ['triggers/input', plain('input that reads it')],
  ['triggers/secondPin', plain('pin of its second lead')],
  ['triggers/dwell', plain('dwell of a coil')],
  ['triggers/leads/*/ohm', plain('ohms of the pickup', 'Ω')],
  ['triggers/leads', plain('ohms of the pickup')],
  ['triggers/comparator/peakV', plain('peak while cranking', 'V')],
  ['triggers/comparator/thresholdV', plain('threshold of the comparator', 'V')],
  ['triggers/comparator/hysteresisV', plain('hysteresis of the comparator', 'V')],
  ['triggers/comparator/limitV', plain('most the unit may see', 'V')],
  ['triggers/comparator', plain('comparator')],
  ['triggers', plain('trigger')],
  ['stands/post', naming('ground of the sensor', 'posts')],
  ['stands', plain('ground of the sensor')],
]

/** A setting of a sensor is called what its family calls it. */
function settingName({ build, edit, path }: Parameters<Naming>[0]): FieldName {
  const family = build.elements.find((e) => e.id === edit.id)?.family
  const field = findFamily(family ?? '')?.settings.find((s) => s.id === path[1])
  const unit = field?.kind === 'number' && field.unit !== 'counts' ? field.unit : null
  return { name: (field?.label ?? path[1] ?? 'setting').toLowerCase(), unit }
}

/** What the field of an edit is called and what its values are in; a field nobody named is called by its path. */
export function fieldOf(build: Build, edit: Edit): FieldName {
  const path = edit.path ?? []
  const steps = [edit.in, ...path]
  const found = FIELDS.find(([pattern]) =>
    pattern.split('/').every((step, i) => step === '*' || step === steps[i]),
  )
  return found ? found[1]({ build, edit, path }) : { name: path.at(-1) ?? edit.in, unit: null }
}

/**
 * A value of the record as it is spoken of: what was stated, not how far it is trusted; an ice check by its reading,
 * parts in a word.
 */
export function bareValue(value: unknown): unknown {
  if (typeof value !== 'object' || value === null) return value
  if ('value' in value && 'basis' in value) return value.value
  if ('readC' in value) return value.readC
  if ('upOhm' in value) return partsSaid(value as NonNullable<Input['fitted']>)
  return value
}

/** Parts at a pin in a word. */
const partsSaid = ({ school, upOhm, downOhm }: NonNullable<Input['fitted']>): string =>
  `${school}, ${upOhm} Ω${downOhm === null ? '' : ` over ${downOhm} Ω`}`
