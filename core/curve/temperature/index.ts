export { heatingPerMw, lagOf, MEDIUM_SETTINGS } from './medium.ts'
export { IN_THE_SHED, METHODS, THERMOMETER } from './methods.ts'
