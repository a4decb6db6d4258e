export { compareCandidates, type SensorCandidate, type Choice, type Judged } from './candidates.ts'
export {
  AIR_PLACES,
  airReading,
  findHousing,
  HOUSINGS,
  settlesIn,
  type AirPlace,
  type Housing,
} from './response.ts'
