import dayjs from 'dayjs'
import { familyOf, findFamily } from '../../../core/curve/index.ts'
import { LISTS, type Build, type Measurement } from '../../../core/build/index.ts'
import type { Changed, Happening } from '../../../core/logbook/index.ts'
import { fixed, formatQuantity, significant } from '../../../core/quantity/index.ts'
import { useUnits } from '../../parts/units.ts'
import { useBuild } from '../../store/useBuild.ts'

type Units = ReturnType<typeof useUnits>

type Of<Kind extends Happening['kind']> = Extract<Happening, { kind: Kind }>

/** What happened, in a sentence. */
export function Sentence({ said }: { said: Happening }) {
  switch (said.kind) {
    case 'measured':
    case 'checked':
      return <Recorded said={said} />
    case 'struck':
    case 'restored':
      return <Struck said={said} />
    case 'proven':
      return (
        <>
          <b>{said.about}</b> proven: the vehicle agreed.
        </>
      )
    case 'entered':
      return (
        <>
          Table of {said.cells} cells entered in <b>{said.device}</b>, pin {said.pin}
          {said.name ? ` (${said.name})` : ''}.
        </>
      )
    case 'added':
    case 'removed':
      return <CameOrWent said={said} />
    case 'changed':
      return <FieldsChanged said={said} />
    case 'undone':
    case 'redone':
      return <TakenBack said={said} />
  }
}

function CameOrWent({ said: { kind, thing, name } }: { said: Of<'added' | 'removed'> }) {
  const what = `${kind === 'added' ? 'Added' : 'Removed'} ${name ? 'the' : 'a'} ${LISTS[thing].noun[0]}`
  return name ? (
    <>
      {what} <b>{name}</b>.
    </>
  ) : (
    <>{what}.</>
  )
}

function Recorded({ said }: { said: Of<'measured' | 'checked'> }) {
  const { build } = useBuild()
  const { measurement } = said
  const how =
    said.kind === 'checked' ? 'checked at key-on' : `measured${byMethod(build, measurement)}`
  return <Taken {...{ build, measurement, how }} about={said.about || 'something removed since'} />
}

const Struck = ({ said }: { said: Of<'struck' | 'restored'> }) => (
  <>
    {said.kind === 'struck' ? 'Struck' : 'Restored'} a reading of <b>{said.about}</b>:{' '}
    <span className="mono">{asTyped(said.measurement)}</span>
  </>
)

function FieldsChanged({ said }: { said: Of<'changed'> }) {
  const units = useUnits()
  return (
    <>
      {said.of && <b>{said.of}: </b>}
      {said.fields.map((f) => fieldText(f, units)).join('; ')}
    </>
  )
}

const TakenBack = ({ said }: { said: Of<'undone' | 'redone'> }) => (
  <>
    {said.kind === 'undone' ? 'Took back' : 'Did again'} what was done on{' '}
    {dayjs(said.at).format('D MMM, HH:mm')}
    {said.what ? ': ' : '.'}
    {said.what && <Sentence said={said.what} />}
  </>
)

function Taken({
  build,
  measurement,
  about,
  how,
}: {
  build: Build
  measurement: Measurement
  about: string
  how: string
}) {
  const used = new Set(measurement.readings.map((r) => r.instrument))
  const names = build.instruments.filter((i) => used.has(i.id)).map((i) => i.name)
  return (
    <span className={measurement.struck ? 'is-struck' : undefined}>
      <b>{about}</b> {how}: <span className="mono">{asTyped(measurement)}</span>
      {names.length > 0 && <span className="pale"> with {names.join(', ')}</span>}
      {measurement.struck && (
        <span className="pale"> struck {dayjs(measurement.struck.at).format('D MMM')}</span>
      )}
    </span>
  )
}

/** Readings as they were typed, each with its unit. */
const asTyped = ({ readings, about }: Measurement): string =>
  readings
    .map((r) => {
      const typed = `${r.typed}${/[a-zA-ZΩ°%]$/.test(r.typed) ? '' : ` ${r.unit}`}`
      return about.kind === 'keyOn' ? `${ROLE[r.role] ?? ''} ${typed}`.trim() : typed
    })
    .join(' · ')

/** What was read at a key-on check, by its role. */
const ROLE: Partial<Record<Measurement['readings'][number]['role'], string>> = {
  truth: 'true',
  shown: 'shown',
  pinV: 'at the pin',
  signal: 'at the element',
}

/** How a point was taken, as its family calls it. */
function byMethod(build: Build, { about, method }: Measurement): string {
  if (about.kind !== 'point') return ''
  const element = build.elements.find((e) => e.id === about.element)
  if (!element || !findFamily(element.family)) return ''
  const name = familyOf(element.family).methods.find((m) => m.id === method)?.name
  return name ? ` (${name.toLowerCase()})` : ''
}

/** "pull-up of pin 14: 2.49 kΩ → 1.8 kΩ". */
export function fieldText(field: Changed, units: Units): string {
  if (isThing(field.after) && isNothing(field.before)) return `${field.name} added`
  if (isThing(field.before) && isNothing(field.after)) return `${field.name} removed`
  const [before, after] = [field.before, field.after].map((v) => valueText(v, field, units))
  return `${field.name}: ${before} → ${after}`
}

const isNothing = (value: unknown): boolean => value === undefined || value === null
const isThing = (value: unknown): boolean => typeof value === 'object' && value !== null

function valueText(value: unknown, { unit, share }: Changed, units: Units): string {
  if (value === null || value === undefined || value === '') return 'nothing'
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  if (typeof value === 'number') return numberText(value, unit, share === true, units)
  if (typeof value === 'string') return value
  if (Array.isArray(value))
    return value.every((v) => typeof v === 'number') ? value.join(' ') : 'a list'
  const { name } = value as { name?: unknown }
  return typeof name === 'string' && name !== '' ? name : 'described anew'
}

const ELECTRICAL = new Set(['Ω', 'V', 'Hz', 's'])

function numberText(value: number, unit: string | null, share: boolean, units: Units): string {
  if (share) return `${significant(100 * value, 4)} %`
  if (unit === null || unit === 'mW/K') return `${significant(value, 6)}${unit ? ` ${unit}` : ''}`
  if (ELECTRICAL.has(unit)) return formatQuantity(value, unit, { digits: 4 })
  if (unit === '%') return `${fixed(value, 1)} %`
  return units.quantity(unit).text(value)
}
