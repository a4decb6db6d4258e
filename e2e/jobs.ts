import { expect } from '@playwright/test'
import { unfold } from './help.ts'
import {
  chooseDamping,
  GENERIC_TYPES,
  potentiometerPins,
  predictLevel,
  standardPressureKPa,
  stoichiometricAfr,
  wrongRange,
} from './core.ts'

import { AIR, csv, volts, type Job, type TypedFields } from './job.ts'
import { METER_JOBS } from './meterJobs.ts'

export const JOBS: Job[] = [
  {
    family: 'pressure-absolute',
    name: 'Manifold',
    trust: 'Generic 3 bar absolute',
    points: [
      ['Open to the air', { Altitude: '640', 'Meter shows': volts(0.5 + (4 * AIR) / 250) }],
      [
        'Hand pump, pressure or vacuum',
        { 'Its gauge shows': '100 kPa', 'Meter shows': volts(0.5 + (4 * (AIR + 100)) / 250) },
      ],
      [
        'Hand pump, pressure or vacuum',
        { 'Its gauge shows': '-60', 'Meter shows': volts(0.5 + (4 * (AIR - 60)) / 250) },
      ],
    ],
    own: async (page) => {
      await expect(page.getByRole('list', { name: 'Checks' })).toContainText(
        'a look-alike of another range',
      )
      await expect(
        page.getByRole('table', { name: 'Ranges that fit' }).locator('tbody tr').first(),
      ).toContainText('Generic 2.5 bar absolute')
      const type = (id: string) => GENERIC_TYPES.find((t) => t.id === id)!
      await page.getByLabel('Table made for').selectOption({ label: 'Generic 3 bar absolute' })
      const seen = wrongRange(type('absolute-2-5'), type('absolute-3'), [35, 250], AIR)
      await expect(
        page
          .getByRole('table', { name: 'What the wrong range shows' })
          .getByRole('row', { name: /full load/ }),
      ).toContainText(seen[1]!.shownKPa.toFixed(0))
      // a range of one's own joins the list, and leaves it
      await page.getByText('Add a range to the list').click()
      const looks = page.getByRole('region', { name: 'Look-alikes' })
      await looks.getByLabel('Name').fill('Shelf find')
      await looks.getByRole('button', { name: 'Add it' }).click()
      await expect(looks.getByRole('list', { name: 'Ranges added' })).toContainText(
        'Shelf find, absolute: 0.5 V at 0 kPa, 4.5 V at 300 kPa',
      )
      await expect(page.getByLabel('Table made for')).toContainText('Shelf find')
      await looks.getByRole('button', { name: 'Remove Shelf find' }).click()
      await expect(looks.getByRole('list', { name: 'Ranges added' })).toHaveCount(0)
    },
  },
  {
    family: 'pressure-gauge',
    name: 'Oil pressure',
    asked: { 'It follows its supply': 'no: own regulator' },
    points: [
      ['Open to the air', { 'Meter shows': '0.5' }],
      [
        'Weight on a piston',
        {
          'Mass with the piston': '8 kg',
          Bore: '20 mm',
          'Meter shows': volts(0.5 + (4 * 249.73) / 700),
        },
      ],
    ],
    own: async (page) => {
      await expect(
        page.getByRole('table', { name: 'Ranges that fit' }).locator('tbody tr').first(),
      ).toContainText('Generic 7 bar gauge')
      await page.getByText('Fuel pressure against the manifold').click()
      await page.getByLabel('Rail', { exact: true }).fill('300 kPa')
      await page.getByLabel('Manifold', { exact: true }).fill('180 kPa')
      await expect(page.getByText(/The injector feels/)).toContainText(
        (300 + standardPressureKPa(0) - 180).toFixed(0),
      )
    },
  },
  {
    family: 'pressure-sender',
    name: 'Old gauge',
    points: [
      ['Open to the air', { 'Meter shows': '10' }],
      ['Hand pump, pressure or vacuum', { 'Its gauge shows': '200', 'Meter shows': '52' }],
      ['Hand pump, pressure or vacuum', { 'Its gauge shows': '500', 'Meter shows': '107' }],
      ['Hand pump, pressure or vacuum', { 'Its gauge shows': '700', 'Meter shows': '139' }],
    ],
    own: async (page) => {
      await expect(page.getByRole('list', { name: 'Checks' })).toContainText(
        'It grounds through its thread',
      )
      await page.getByText('Paste many points').click()
      await page.getByLabel(/pressure in kPa g, then the signal/).fill('300\t71\n6 bar\t123')
      await page.getByRole('button', { name: 'Take them' }).click()
      await expect(
        page.getByRole('table', { name: 'Measured points' }).locator('tbody tr'),
      ).toHaveCount(6)
    },
  },
  {
    family: 'lambda',
    name: 'Lambda',
    points: [
      ['From its manual', { Lambda: '0.68', 'Meter shows': '0' }],
      ['From its manual', { Lambda: '1.36', 'Meter shows': '5' }],
      [
        'Test output, as the device reads it',
        { Lambda: '1', 'Meter shows': volts(((1 - 0.68) / 0.68) * 5 + 0.03) },
      ],
    ],
    own: async (page) => {
      await expect(page.getByRole('region', { name: 'Ground difference' })).toContainText('30 mV')
      await page.getByRole('button', { name: /Enter 30 mV under Leads/ }).click()
      await page.getByLabel('Ethanol in the tank').fill('85')
      await page.keyboard.press('Enter')
      await expect(page.getByRole('region', { name: 'Fuel and AFR' })).toContainText(
        stoichiometricAfr(0.85).toFixed(2),
      )
      await unfold(page, 'Where it sits')
      await page.getByLabel('Above level').fill('-10')
      await page.keyboard.press('Enter')
      await expect(page.getByRole('list', { name: 'Placement findings' })).toContainText(
        'points down by 10°',
      )
      await unfold(page, 'Free air, and its age')
      await page.getByLabel('It shows oxygen').fill('20.1')
      await page.getByRole('button', { name: 'Note it' }).click()
      await expect(page.getByRole('table', { name: 'Free-air record' })).toContainText('20.10 %')
      await expect(page.getByRole('table', { name: 'Free-air record' })).toContainText('−4.1 % off')
    },
  },
  {
    family: 'level',
    name: 'Fuel',
    asked: { 'Empty reads': 'the low end', 'Needed within ±': '1.5' },
    points: [
      ['Empty, drained', { 'Meter shows': '12' }],
      ...[5, 10, 20, 30, 40, 50].map((l): [string, TypedFields] => [
        'Filling from cans',
        { 'In the tank now': String(l), 'Meter shows': (12 + 3.6 * l - 0.012 * l * l).toFixed(1) },
      ]),
    ],
    own: async (page) => {
      await expect(page.getByRole('list', { name: 'Checks' })).toContainText(
        'two ends alone would be off',
      )
      const rows = (await unfold(page, 'Two ends alone'))
        .getByRole('table', { name: 'Two ends alone against every fill' })
        .locator('tbody tr')
      await expect(rows).toHaveCount(5)
      // 25 l read 94.5 Ω; the straight line from 12 to 162 Ω calls that 27.5 l
      await expect(rows.nth(2)).toContainText('+2.5')
      const tank = await unfold(page, 'Tank and sender')
      // a corner moved by the keyboard changes what the tank holds
      const said = page.getByRole('status', { name: 'What the tank says' })
      await expect(said).toContainText(
        `${predictLevel(
          {
            corners: [
              { x: 0, y: 0 },
              { x: 300, y: 0 },
              { x: 300, y: 300 },
              { x: 0, y: 300 },
            ],
            lengthMm: 500,
          },
          { kind: 'straight', lowMm: 10, highMm: 290, emptySignal: 10, fullSignal: 180 },
        )
          .points.at(-1)!
          .litres.toFixed(1)} l`,
      )
      await tank.getByRole('slider', { name: 'Corner 3' }).focus()
      await page.keyboard.press('ArrowUp')
      await expect(said).toContainText('45.8 l')
      await unfold(page, 'A saddle tank with two senders')
      await expect(
        page
          .getByRole('table', { name: 'Arrangements of two senders' })
          .getByRole('row', { name: /Two inputs/ }),
      ).toContainText('0.0')
      await page.getByLabel('They read together').fill('190')
      await expect(page.getByRole('status', { name: 'Litres that fit' })).toContainText(
        'if both stand level',
      )
      const damping = await unfold(page, 'Damping')
      await expect(damping).toContainText(`${chooseDamping(2, { sizeL: 5 })!.tauS.toFixed(1)} s`)
      await damping.getByRole('button', { name: 'Use it on this face' }).first().click()
    },
  },
  {
    family: 'level-volts',
    name: 'Surge pot',
    asked: { 'Empty reads': 'the low end', 'Range to': '3', 'Needed within ±': '0.2' },
    // its float lies on its stop up to 0.4 l
    points: [
      ['Empty, drained', { 'Meter shows': '0.520' }],
      ...[0.4, 1, 2, 3].map((l): [string, TypedFields] => [
        'Filling from cans',
        { 'In the tank now': String(l), 'Meter shows': volts(0.52 + 1.3 * (l - 0.4)) },
      ]),
    ],
    own: async (page) => {
      await expect(page.getByRole('list', { name: 'Checks' })).toContainText(
        '0.00 to 0.40 l: cannot tell',
      )
      await page.getByLabel('Where you read it').selectOption('element')
      await page.getByLabel('A reading here').fill('0.52')
      await page.keyboard.press('Enter')
      await expect(page.getByText('It can be 0.00 to 0.40 l: cannot tell.')).toBeVisible()
      // the bracket stands on the scale that cannot tell, and runs on to the converter
      const scales = page.getByRole('group', { name: 'The chain as scales' })
      await expect(scales.getByText('0.00 to 0.40 l')).toBeVisible()
      expect(await scales.locator('.dead').count()).toBeGreaterThan(1)
      // its tank is drawn in volts, and volts cannot share a wire
      const tank = await unfold(page, 'Tank and sender')
      await expect(tank.getByLabel('Full', { exact: true })).toHaveValue('4.5')
      await expect(page.getByText('A saddle tank with two senders')).toHaveCount(0)
    },
  },
  {
    family: 'position',
    name: 'Throttle',
    points: [
      ['Closed, on its stop', { 'Meter shows': '0.62' }],
      ['Open, by the pedal', { 'Meter shows': '4.23' }],
      ['Part way, by rule or protractor', { Travel: '50', 'Meter shows': '2.43' }],
    ],
    own: async (page) => {
      const closed = { ab: 4400, bc: 680, ac: 5010 },
        open = { ab: 610, bc: 4450, ac: 5020 }
      for (const [pair, ohm] of Object.entries(closed))
        await page.getByLabel(`${pair[0]} to ${pair[1]}, closed`).fill(String(ohm))
      for (const [pair, ohm] of Object.entries(open))
        await page.getByLabel(`${pair[0]} to ${pair[1]}, open`).fill(String(ohm))
      const pins = potentiometerPins(closed, open)
      await expect(page.getByRole('status', { name: 'Pins found' })).toContainText(
        `Signal ${pins.wiper}, ground ${pins.ground}, supply ${pins.supply}`,
      )
      await page.getByRole('button', { name: 'Write it to the pins' }).click()
      // a recorded sweep with a lost contact in it
      await page.getByLabel('Log for a slow sweep').setInputFiles(
        csv(
          'time,tps',
          Array.from({ length: 600 }, (_, i) => [
            i / 100,
            i > 300 && i < 308 ? 0.01 : 0.6 + 0.006 * i + 0.001 * Math.sin(i),
          ]),
        ),
      )
      await expect(page.getByRole('status', { name: 'A slow sweep: result' })).toContainText(
        'dropout',
      )
      await page.getByLabel('Log for two tracks').setInputFiles(
        csv(
          'time,track 1,track 2',
          Array.from({ length: 200 }, (_, i) => [i, 0.5 + 0.02 * i, 4.5 - 0.02 * i]),
        ),
      )
      await expect(page.getByRole('status', { name: 'Two tracks: result' })).toContainText(
        'add up to 5.00 V',
      )
    },
  },
  {
    family: 'platinum',
    name: 'Gearbox',
    asked: { 'Ohms at 0 °C': '1000 Ω', Wires: 'two' },
    points: [
      ['Ice and water', { 'Meter shows': '1000.6' }],
      ['Boiling water', { Altitude: '0', 'Meter shows': '1385.6' }],
    ],
    own: async (page) => {
      await expect(page.getByRole('list', { name: 'Checks' })).toContainText(
        'each 0.1 Ω of lead reads 0.03 °C',
      )
      await page.getByRole('button', { name: 'Compare with other sensors' }).click()
      await expect(page.getByRole('table', { name: 'Candidates' })).toContainText('±')
    },
  },
  {
    family: 'thermocouple',
    name: 'Exhaust',
    asked: { 'Volts per degree': '5m' },
    points: [
      ['Ice and water', { 'Meter shows': '0.004' }],
      ['Boiling water', { Altitude: '640', 'Meter shows': '0.493' }],
      [
        'Couple simulator or millivolt source',
        { 'Thermometer shows': '800', 'Meter shows': '4.01' },
      ],
    ],
    own: async (page) => {
      await expect(page.getByText(/Exhaust parts stay hot/)).toBeVisible()
    },
  },
  ...METER_JOBS,
]
