/** A stretch of a signal: how high it goes, and how much of that is noise. */
export type Profile = {
  /** samples in a part */
  part: number
  /** highest of |v| in each part, V */
  amplitude: Float32Array
  /** 1σ of white noise in each part, V: by neighbouring samples, so too high where a tooth takes few of them */
  noise: Float32Array
}

const PARTS = 256
const LOOKS = 512
/** Mean of |difference| of two normal numbers over σ. */
const MEAN_DIFFERENCE = 2 / Math.sqrt(Math.PI)

/** How high the signal goes from part to part, out of some hundred thousand samples of it. */
export function profileOf(samples: Float32Array): Profile {
  const parts = Math.max(1, Math.min(PARTS, Math.floor(samples.length / 64)))
  const part = Math.ceil(samples.length / parts)
  const amplitude = new Float32Array(parts)
  const noise = new Float32Array(parts)
  for (let p = 0; p < parts; p++) {
    const end = Math.min(samples.length - 1, (p + 1) * part)
    // an uneven stride meets no rhythm of the signal
    const stride = Math.max(1, Math.floor(part / LOOKS)) | 1
    let most = 0
    let differences = 0
    let count = 0
    for (let i = p * part; i < end; i += stride) {
      const v = Math.abs(samples[i]!)
      if (v > most) most = v
      differences += Math.abs(samples[i + 1]! - samples[i]!)
      count++
    }
    amplitude[p] = most
    noise[p] = count === 0 ? 0 : differences / count / MEAN_DIFFERENCE
  }
  return { part, amplitude, noise }
}

/** A signal this many σ high is a signal, and not its noise. */
const CLEAR = 6
/** Parts that reach so much of the highest are clear whatever their noise: teeth of few samples look like noise. */
const SURELY = 0.1

/** Whether a part of the signal holds teeth, and not only noise. */
export const isClear = ({ amplitude, noise }: Profile, p: number, most: number): boolean =>
  amplitude[p]! > 0 && (amplitude[p]! >= SURELY * most || amplitude[p]! > CLEAR * noise[p]!)
