import { ANY_SENSOR } from './anySensor.ts'
import { OF_EDGES } from './edges.ts'
import type { Fault } from './fault.ts'
import { OF_OHMS } from './ohms.ts'
import { OF_VOLTS } from './volts.ts'

export type { Fault, Variant } from './fault.ts'

/** Every fault, each found by running the chain with it. */
export const FAULTS: Fault[] = [...ANY_SENSOR, ...OF_OHMS, ...OF_VOLTS, ...OF_EDGES]
