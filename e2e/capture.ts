import type { Page } from '@playwright/test'
import { parseWheel, simulateTrigger } from './core.ts'

/** Of the captures that these tests open. */
export const wheel = parseWheel('36-2')
/** How fast that crank turns, rpm. */
export const crankSpeed = (t: number): number =>
  240 * Math.min(1, 0.05 + t / 0.3) * (1 + 0.2 * Math.sin(38 * t))
/** Volts of a crank that is being started, its leads exchanged or not. */
export const crankedCapture = (reversed: boolean) =>
  simulateTrigger({
    ...{ wheel, pickup: 'vr', sampleHz: 20_000, durationS: 2, noiseV: 0.1, seed: 9, reversed },
    rpm: crankSpeed,
  }).samples

/** Opens a capture from a file, as somebody does who chooses one. */
export async function openCapture(
  page: Page,
  name: string,
  content: string | Uint8Array,
): Promise<void> {
  await page.getByLabel('Capture file').setInputFiles({
    name,
    mimeType: name.endsWith('.wav') ? 'audio/wav' : 'text/csv',
    buffer: Buffer.from(content as string),
  })
}
