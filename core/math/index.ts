export { findRoot } from './roots.ts'
export { normalStream, uniformStream } from './random.ts'
export { generalisedLeastSquares, type LeastSquares } from './leastSquares.ts'
export { linspace } from './linspace.ts'
