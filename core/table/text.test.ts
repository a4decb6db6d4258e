import { describe, expect, it } from 'vitest'
import {
  fromDeviceOrder,
  inert,
  readTable,
  valueRangeShown,
  toDeviceOrder,
  writeTable,
  type TableNote,
} from './index.ts'
import { coded } from '../coded.fixture.ts'

const table = { x: [0.15, 0.4, 4.5], y: [125, 92.3, -10] }
const note: TableNote = {
  sensor: '=HYPERLINK("x") */ #include',
  device: 'Engine unit pin 14',
  axisUnit: 'V',
  valueUnit: '°C',
  axisStep: 0.01,
  valueStep: 0.1,
  worstError: 0.1234,
  date: '2026-11-24',
}

describe('writeTable', () => {
  it('writes each format with just the decimals of the steps', () => {
    expect(writeTable(table, note, 'csv')).toBe(
      'axis V,value °C\n0.15,125.0\n0.40,92.3\n4.50,-10.0\n',
    )
    expect(writeTable(table, note, 'tsv')).toBe('0.15\t125.0\n0.40\t92.3\n4.50\t-10.0\n')
    expect(JSON.parse(writeTable(table, note, 'json'))).toMatchObject({
      x: table.x,
      y: table.y,
      axisUnit: 'V',
      worstError: 0.1234,
    })
  })
  it('writes a C array whose comment nothing typed can end', () => {
    const c = writeTable(table, note, 'c')
    expect(c).toContain(
      'static const float sensor_value[SENSOR_CELLS] = { 125.0f, 92.3f, -10.0f };',
    )
    expect(c).toContain('worst error 0.123 °C')
    expect(c).toContain('2026-11-24')
    expect(c.indexOf('*/')).toBe(c.lastIndexOf('*/'))
    expect(
      writeTable({ x: [0, 512], y: [1, 2] }, { ...note, axisStep: 1, valueStep: 1 }, 'c'),
    ).toContain('{ 0.0f, 512.0f }')
  })
  it.each(['=1+1', '+A1', '-A1', '@SUM(A1)', '\t=1', '\r=1'])('makes %j inert', (text) => {
    expect(inert(text)[0]).toBe("'")
  })
  it('leaves numbers and plain words alone', () => {
    expect([inert('-10.5'), inert('Coolant')]).toEqual(['-10.5', 'Coolant'])
  })
  it('lets no cell of a CSV begin a formula', () => {
    for (const cell of writeTable(table, { ...note, axisUnit: '=cmd|calc' }, 'csv').split(/[,\n]/))
      expect(cell.replace(/^"/, '')).not.toMatch(/^[=@+]|^-[^\d]/)
  })
})

describe('readTable', () => {
  it.each([
    ['tabs', '0.15\t125\n0.4\t92.3\n4.5\t-10'],
    ['commas and a header', 'V,°C\n0.15,125\n0.40,92.3\n4.50,-10'],
    ['semicolons and decimal commas', '0,15;125\n0,40;92,3\n4,50;-10'],
    ['spaces', '0.15 125\n0.4   92.3\n4.5 -10'],
    ['two rows', '0.15\t0.4\t4.5\n125\t92.3\t-10'],
    ['falling order', '4.5\t-10\n0.4\t92.3\n0.15\t125'],
    ['its own JSON', JSON.stringify(table)],
    ['decimal commas with three places', '0,150\t125\n0,400\t92,300\n4,500\t-10'],
  ])('takes %s', (_, text) => {
    expect(readTable(text)).toEqual(table)
  })
  it('reads back every format it writes, but C', () => {
    for (const format of ['csv', 'tsv', 'json'] as const)
      expect(readTable(writeTable(table, note, format))).toEqual(table)
  })
  const expectRanges = {
    axisRange: [0, 5] as [number, number],
    valueRange: [-50, 200] as [number, number],
  }
  it.each([
    ['bad-table', ''],
    ['bad-table', '1\t2\t3\n4\t5\t6\n7\t8\t9'],
    ['bad-table', '1\t2'],
    ['bad-table', '{"x":[1'],
    ['bad-table', '1\t1\n1\t2'],
    ['bad-table', '100\t900\n200\t800'],
    ['swapped-columns', '125\t0.15\n92\t0.4\n-10\t4.5'],
    ['bad-table', 'x'.repeat(300_000)],
    ['bad-table', 'only words here'],
  ])('refuses %s', (code, text) => {
    expect(() => readTable(text, expectRanges)).toThrow(expect.objectContaining({ code }))
  })
})

it('goes to the device’s unit and order and back', () => {
  const spec = { valueUnit: '°F' as const, direction: 'falling' as const }
  const there = toDeviceOrder(table, spec)
  expect(there.x).toEqual([4.5, 0.4, 0.15])
  expect(there.y[0]).toBeCloseTo(14)
  expect(
    fromDeviceOrder(readTable(there.x.map((x, i) => `${x}\t${there.y[i]}`).join('\n')), spec).y[2],
  ).toBeCloseTo(-10)
})

describe('what a file may not do', () => {
  const note = {
    sensor: '',
    device: 'unit',
    axisUnit: 'V',
    valueUnit: '°C',
    axisStep: 0.01,
    valueStep: 0.1,
    worstError: 0.1,
    date: '2026-11-27',
  }
  it.each([
    ['ends the comment', 'a */ int evil; /* b'],
    ['begins another', 'a /* b'],
    ['goes on on the next line', 'a\n#define X\r\u2028 b \\'],
    ['is shown backwards', 'a \u202e/* evil \u2066 b'],
    ['is a trigraph', 'a ??/ b'],
  ])('a name that %s stays inside its comment', (_, sensor) => {
    const text = writeTable({ x: [0, 1], y: [0, 1] }, { ...note, sensor }, 'c')
    expect(text.split('\n')).toHaveLength(10)
    expect(text.match(/\/\*/g)).toHaveLength(1)
    expect(text.match(/\*\//g)).toHaveLength(1)
    expect(text).not.toMatch(/[\u202a-\u202e\u2066-\u2069\u2028\\]|\?\?/)
  })
  it.each([['csv'], ['tsv'], ['json'], ['c']] as const)(
    'a number no device holds is refused as %s',
    (format) => {
      expect(() => writeTable({ x: [0, 1], y: [0, 1e21] }, note, format)).toThrow(
        coded('bad-table'),
      )
    },
  )
  it.each([
    ['null', '{"x":[0,null],"y":[1,2]}', /Cell 2 of "x" is null/],
    ['true', '{"x":[0,1],"y":[true,2]}', /Cell 1 of "y" is true/],
    ['no list', '{"x":[0,1]}', /no list "y"/],
    ['an empty text', '{"x":["",1],"y":[1,2]}', /./],
    ['1e21', '0\t1e21\n1\t2', /1e\+21/],
    ['a stray quote', '0\t1\n"1\t2\n3\t4', /quote mark in line 2/],
  ])('a table in with %s is refused in words', (_, text, message) => {
    expect(() => readTable(text)).toThrow(
      expect.objectContaining({ name: 'EchtError', message: expect.stringMatching(message) }),
    )
  })
  it('a line that names the separator is passed over', () => {
    expect(readTable('sep=;\n0,5;10\n1,5;20')).toEqual({ x: [0.5, 1.5], y: [10, 20] })
  })
})

it.each([
  ['AFR E10', [0.6, 1.5], '0\t9.2\n5\t20.1', [0.65, 1.42]],
  ['hPa', [0, 300], '0\t200\n5\t2500', [20, 250]],
  ['°F', [-50, 200], '0\t300\n5\t-20', [148.9, -28.9]],
] as const)(
  'a pasted table in %s is held to what the device can hold in that unit',
  (valueUnit, valueRange, text, values) => {
    const spec = { valueUnit, valueRange }
    const table = fromDeviceOrder(
      readTable(text, { axisRange: [0, 5], valueRange: valueRangeShown(spec) }),
      spec,
    )
    values.forEach((v, i) => expect(table.y[i]).toBeCloseTo(v, 1))
    const far = text.replace(/\t[\d.-]+/g, '\t99999')
    expect(() => readTable(far, { axisRange: [0, 5], valueRange: valueRangeShown(spec) })).toThrow()
  },
)
