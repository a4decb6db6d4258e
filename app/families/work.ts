import { levelWork } from './level/work.ts'

/** Heavy work of families of their own, for the worker. One line a family that has some. */
export const familyWork = { ...levelWork }
