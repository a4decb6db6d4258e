import { id, arrayOf, object, oneOf, shared, text } from './shared.ts'

/** A pin of a device or a sensor. What stands electrically at one of a device is its input. */
export const pin = shared(
  'pin',
  object({
    id,
    /** as it is written on the plug; empty while nobody chose or noted it */
    name: text,
    kind: oneOf('signal', 'supply', 'ground', 'shield'),
    /** what its maker lets it be; nothing where nobody said */
    can: arrayOf(oneOf('voltage', 'frequency', 'on-off', 'differential', 'bus', 'output'), 8),
    /** colour of the wire on it */
    wire: text,
  }),
)
