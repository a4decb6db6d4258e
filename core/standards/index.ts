export { boilingPointC, saturationPressureKPa } from './water.ts'
export { standardPressureKPa, WEATHER_KPA } from './atmosphere.ts'
export { awgAreaMm2, wireOhm } from './wire.ts'
export { preferredValues, type PreferredSeries } from './preferred.ts'
