import { type Page } from '@playwright/test'
import { standardPressureKPa } from './core.ts'

export type TypedFields = Record<string, string>
/** The guided job of a family, as somebody with the sensor in the hand would type it. */
export type Job = {
  family: string
  name: string
  /** boxes and choices of the dialog, by label */
  asked?: TypedFields
  trust?: string
  /** how, and what is typed by label; the signal under 'Meter shows' */
  points: [how: string, typed: TypedFields][]
  /** what only this family does, on its element page */
  own: (page: Page) => Promise<void>
}

export const AIR = standardPressureKPa(640)
export const volts = (v: number): string => v.toFixed(3)
export const csv = (
  header: string,
  rows: number[][],
): { name: string; mimeType: string; buffer: Buffer } => ({
  name: 'log.csv',
  mimeType: 'text/csv',
  buffer: Buffer.from(
    `${header}\n${rows.map((r) => r.map((v) => v.toFixed(4)).join(',')).join('\n')}\n`,
  ),
})
