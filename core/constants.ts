/** A normal error lies within so many standard uncertainties 95 times in 100. */
export const K95 = 1.96

/** 0 °C as an absolute temperature, K. */
export const ZERO_C_IN_K = 273.15
