import { expect } from '@playwright/test'
import { numberIn, scale } from './help.ts'
import { hertzPerKmh, pulsesPerKm } from './core.ts'

import { csv, type Job } from './job.ts'

/** Jobs of what is measured against a log: air and speed. */
export const METER_JOBS: Job[] = [
  {
    family: 'air-meter-volts',
    name: 'Air flow',
    asked: { 'Straight pipe before it': '100 mm' },
    points: [
      ['Still air', { 'Air flow': '0', 'Meter shows': '0.8' }],
      ['From its transfer table', { 'Air flow': '29', 'Meter shows': '1.6' }],
      ['From its transfer table', { 'Air flow': '118', 'Meter shows': '2.6' }],
      ['From its transfer table', { 'Air flow': '281', 'Meter shows': '3.6' }],
      ['From its transfer table', { 'Air flow': '556', 'Meter shows': '4.6' }],
    ],
    own: async (page) => {
      await expect(page.getByRole('list', { name: 'Checks' })).toContainText(
        '100 mm of straight pipe before a 70 mm bore: five bores, 350 mm',
      )
      await expect(page.getByLabel('Bore', { exact: true })).toHaveValue('70')
      await page.getByLabel('Straight pipe before it', { exact: true }).fill('0.2 m')
      await expect(page.getByText('= 200 mm')).toBeVisible()
      await page.getByLabel('Signal in V, then kg/h; a line each').fill('1\t0\n2\t60\n3\t40')
      await page
        .getByRole('region', { name: 'Transfer table' })
        .getByRole('button', { name: 'Take it' })
        .click()
      await expect(page.getByText(/The rows of .* turn back/)).toBeVisible()
      await page.getByLabel('Log for two banks over a log').setInputFiles(
        csv(
          'time,bank 1,bank 2',
          Array.from({ length: 400 }, (_, i) => [
            i,
            120 + 80 * Math.sin(i / 20),
            100 + 66.7 * Math.sin(i / 20),
          ]),
        ),
      )
      await expect(
        page.getByRole('status', { name: 'Two banks over a log: result' }),
      ).toContainText('1.20 times')
    },
  },
  {
    family: 'air-meter-hertz',
    name: 'Air flow, counted',
    points: [
      ['Still air', { 'Air flow': '0', 'Meter shows': '1400' }],
      ['From its transfer table', { 'Air flow': '98', 'Meter shows': '3800' }],
      ['From its transfer table', { 'Air flow': '345', 'Meter shows': '6500' }],
      ['From its transfer table', { 'Air flow': '860', 'Meter shows': '10000' }],
    ],
    own: async (page) => {
      await expect(
        page.getByRole('region', { name: 'Transfer table' }).getByRole('status'),
      ).toContainText('edges an update')
    },
  },
  {
    family: 'speed',
    name: 'Wheel',
    asked: { Teeth: '40', 'The tyre rolls': '1.83' },
    points: [
      ['Satellite speed', { 'Satellite speed': '60', 'Meter shows': (60 * 6.132).toFixed(1) }],
      ['Satellite speed', { 'Satellite speed': '100', 'Meter shows': (100 * 6.132).toFixed(1) }],
    ],
    own: async (page) => {
      await expect(page.getByText(/never makes an odometer read less/)).toBeVisible()
      // the wheel has a scale of its own, and zero speed is no edge
      const kmh = numberIn(await scale(page, /^truth/).getAttribute('aria-valuenow'))
      expect(numberIn(await scale(page, /^wheel, rev/).getAttribute('aria-valuenow'))).toBeCloseTo(
        kmh / 3.6 / 1.83,
        2,
      )
      await scale(page, /^truth/).focus()
      await page.keyboard.press('Home')
      await expect(page.getByText('no edge for 0.1 s')).toBeVisible()
      await page.getByLabel('Rolled').fill('9.06')
      await page
        .getByRole('region', { name: 'Roll-out' })
        .getByRole('button', { name: 'Use it' })
        .click()
      await expect(page.getByRole('table', { name: 'Factor' })).toContainText(
        pulsesPerKm(6.132).toFixed(0),
      )
      await page.getByLabel('Log for a log against satellite speed').setInputFiles(
        csv(
          'time,wheel hz,sat speed',
          Array.from({ length: 300 }, (_, i) => [
            i / 10,
            6.1 * (i < 150 ? 60 : 90),
            i < 150 ? 60 : 90,
          ]),
        ),
      )
      const result = page.getByRole('status', { name: 'A log against satellite speed: result' })
      await expect(result).toContainText('6.1000 Hz per km/h')
      await expect(result).toContainText(
        (6.1 / hertzPerKmh({ teeth: 40, gear: 1, circumferenceM: 1.812 })).toFixed(4),
      )
    },
  },
]
