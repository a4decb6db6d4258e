import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { cellNumber, likelyColumn, rateOf, readLogText } from './index.ts'

describe('reading a log', () => {
  it('takes names, units and numbers, whatever parts them', () => {
    for (const [d, comma] of [
      [',', '.'],
      [';', ','],
      ['\t', '.'],
    ] as const) {
      const text =
        ['time', 'speed', 'note'].join(d) +
        '\n' +
        ['s', 'km/h', ''].join(d) +
        '\n' +
        [`0${comma}1`, `52${comma}5`, 'x'].join(d) +
        '\n' +
        [`0${comma}2`, '', 'y'].join(d) +
        '\n'
      const log = readLogText(text)
      expect(log.names).toEqual(['time [s]', 'speed [km/h]', 'note'])
      expect(log.rows).toBe(2)
      expect([...log.columns[0]!]).toEqual([0.1, 0.2])
      expect(log.columns[1]![0]).toBe(52.5)
      expect(log.columns[1]![1]).toBeNaN()
      expect(log.columns[2]![0]).toBeNaN()
    }
  })
  it('does without a header, and counts ragged rows', () => {
    const log = readLogText('1,2\n3,4\n5\n6,7,8\n')
    expect(log.names).toEqual(['column 1', 'column 2'])
    expect(log).toMatchObject({ rows: 4, ragged: 2 })
    expect(log.columns[1]![2]).toBeNaN()
  })
  it('gives back any numbers over many chunks', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.double({ noNaN: true, noDefaultInfinity: true }), fc.integer()), {
          minLength: 1,
          maxLength: 200,
        }),
        (rows) => {
          const log = readLogText(`a,b\n${rows.map((r) => r.join(',')).join('\n')}\n`)
          expect([...log.columns[0]!].map((v) => v + 0)).toEqual(rows.map((r) => r[0] + 0))
          expect([...log.columns[1]!].map((v) => v + 0)).toEqual(rows.map((r) => r[1] + 0))
        },
      ),
      { numRuns: 60 },
    )
    const long = `t,v\n${Array.from({ length: 200_000 }, (_, i) => `${i},${i % 7}.5`).join('\n')}\n`
    const shares: number[] = []
    const log = readLogText(long, {
      onProgress: (s) => {
        shares.push(s)
      },
    })
    expect(log.rows).toBe(200_000)
    expect(log.columns[0]![199_999]).toBe(199_999)
    expect(shares.length).toBeGreaterThan(1)
    expect(shares).toEqual([...shares].sort((a, b) => a - b))
  })
  it('stops when told to', () => {
    const long = `t,v\n${'1,2\n'.repeat(800_000)}`
    let asked = 0
    expect(() => readLogText(long, { stopped: () => ++asked >= 1 })).toThrow(
      /stopped: nothing was taken/,
    )
    expect(asked).toBe(1)
  })
  it.each([
    ['', /empty/],
    ['a,b\n', /no rows/],
    ['just a line\nand another\n', /one column only/],
    [`${'a,'.repeat(600)}b\n1\n`, /601 columns/],
  ])('says what is wrong with %j', (text, message) => {
    expect(() => readLogText(text)).toThrow(message)
  })
  it('a cell is a number or none', () => {
    expect([cellNumber('1e3'), cellNumber(' 2 '), cellNumber('0,5'), cellNumber('-3')]).toEqual([
      1000, 2, 0.5, -3,
    ])
    for (const c of ['', ' ', 'OL', '1,000.5', undefined]) expect(cellNumber(c)).toBeNaN()
  })
  it('guesses columns by their names and the rate by the time', () => {
    expect(likelyColumn(['Time', 'Bank 1 flow', 'Bank 2 flow'], ['bank 1', 'flow'])).toBe(1)
    expect(likelyColumn(['Time', 'Bank 1 flow', 'Bank 2 flow'], ['flow'], [1])).toBe(2)
    expect(likelyColumn(['a', 'b'], ['zzz'])).toBe(0)
    expect(rateOf([0, 0.1, 0.2, 0.3])).toBeCloseTo(10, 9)
    expect(rateOf([1, 1])).toBeNaN()
  })
})
