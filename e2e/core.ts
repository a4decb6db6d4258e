/** What the browser tests compare the page with: the core itself. */
export { assembleChain, prepareChain, proposeTable, readStatus, walkForward } from '../core/chain/index.ts'
export { expectedReadings } from '../core/prove/index.ts'
