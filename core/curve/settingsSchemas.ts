import type { SettingField } from './recipe.ts'
import { families } from './registry.ts'
import { nameOf } from './settings.ts'
import {
  flagShape,
  listOf,
  numberShape,
  oneOf,
  orNothing,
  partlyOf,
  rangeShape,
  textShape,
  thing,
  type Shape,
} from './shape.ts'

/** What an element of any family may have in its settings. */
const COMMON: Record<string, Shape> = {
  assumedCurve: orNothing(textShape),
  model: textShape,
  candidates: listOf(
    thing({
      id: textShape,
      name: textShape,
      curve: orNothing(textShape),
      housing: textShape,
      thread: textShape,
      spare: flagShape,
      second: flagShape,
    }),
    50,
  ),
  edges: partlyOf({
    output: oneOf('open collector', 'push-pull'),
    pull: oneOf('up', 'down'),
    pullOhm: orNothing(numberShape),
    railV: numberShape,
    lowV: numberShape,
    highV: numberShape,
    outputOhm: numberShape,
    sinkA: numberShape,
    cableF: numberShape,
    thresholdLowV: numberShape,
    thresholdHighV: numberShape,
    limitV: numberShape,
  }),
}

const shapeOf = (field: SettingField): Shape => {
  if (field.kind === 'choice') return oneOf(...field.options.map((o) => o.value))
  const { low, high, otherwise } = field
  const shape = rangeShape(low, high)
  return otherwise === null ? orNothing(shape) : shape
}

const idOf = (family: string): string => `echt-settings-${family}`

/** The schema of each family's settings, by the name its check is exported under; for `npm run schema`. */
export const settingsSchemas = (): Record<string, object> =>
  Object.fromEntries(
    [
      { id: 'common', settings: [], otherSettings: COMMON, base: {} },
      ...families.map((f) => ({ ...f, base: { allOf: [{ $ref: idOf('common') }] } })),
    ].map(({ id, settings, otherSettings, base }) => [
      nameOf(id),
      {
        $id: idOf(id),
        type: 'object',
        ...base,
        properties: {
          ...Object.fromEntries(settings.map((f) => [f.id, shapeOf(f)])),
          ...otherSettings,
        },
      },
    ]),
  )
