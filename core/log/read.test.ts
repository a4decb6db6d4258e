import { numbersIn } from '../quantity/numbersIn.ts'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { cellNumber, likelyColumn, rateOf, readLogText, sayUnread, trustedColumn } from './index.ts'
import { coded } from '../coded.fixture.ts'

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
  it.each([
    ['Made by;somebody', 'Rate;20000', 'Time;Volt'],
    ['Made by;somebody', 'Time;Volt', 's;V'],
    ['Time;Volt', '(s);(V)'],
    ['# trace', '# of two lines, with a comma', 'Offset;0,5', 'Gain;2', 'Time;Volt'],
    ['12;13;14', 'Time;Volt;'],
    Array.from({ length: 400 }, (_, i) => `note ${i};${i}`).concat('Time;Volt'),
  ])('finds the columns under whatever a program writes above them: %s', (...above) => {
    const body = ['0,1;-2,5', '0,2;3', '0,3;4', '0,4;5']
    const log = readLogText([...above, ...body].join('\n'))
    expect(log.names.map((n) => n.replace(/ \[.*/, ''))).toEqual(['Time', 'Volt'])
    expect([...log.columns[0]!]).toEqual([0.1, 0.2, 0.3, 0.4])
    expect(log.columns[1]![0]).toBe(-2.5)
    expect(log.unread.rows).toBe(0)
    const names = above.findIndex((r) => r.startsWith('Time'))
    expect(log.preamble.map((r) => r.join(';'))).toEqual(above.slice(0, names))
  })
  it('does without a header, and leaves out rows of another length, saying which', () => {
    const log = readLogText('1,2\n3,4\n5\n6,7,8\n9,10,\n')
    expect(log.names).toEqual(['column 1', 'column 2'])
    expect(log).toMatchObject({ rows: 3, unread: { rows: 2, first: [3, 4] } })
    expect([...log.columns[1]!]).toEqual([2, 4, 10])
    const unread = sayUnread(log)!
    expect(numbersIn(unread)).toEqual([2, 5])
    expect(unread.values.at(-1)).toBe('3, 4')
    expect(sayUnread(readLogText('a,b\n1,2\n'))).toBeNull()
  })

  // a sweep with a dropout in it, as a logger writes it
  const sweep = (rows: number, line: (t: number, v: number) => string): string[] => [
    'time,tps',
    ...Array.from({ length: rows }, (_, i) =>
      line(i / 100, i % 500 === 250 ? 0 : 0.5 + (4 * i) / rows),
    ),
  ]
  it('a stray quote mark never lets a log without its faults pass for a good one', () => {
    const lines = sweep(30_000, (t, v) => `${t.toFixed(2)},${v.toFixed(3)}`)
    for (const at of [100, 15_000, 29_000]) {
      const hurt = lines.map((l, i) => (i === at ? l.replace(',', ',"') : l)).join('\n')
      const log = readLogText(hurt)
      expect(log.rows + log.unread.rows).toBe(30_000)
      expect(log.unread.first[0]).toBe(at + 1)
      expect(() => trustedColumn(log, 1)).toThrow(
        expect.objectContaining({
          code: 'unread-log',
          message: expect.stringMatching(/quote mark/),
        }),
      )
    }
    const first = lines.map((l, i) => (i === 1 ? l.replace(',', ',"') : l)).join('\n')
    expect(() => readLogText(first)).toThrow(/None of the 30000 rows.*quote mark/)
    // a second one inside a cell closes nothing: all is unread all the same
    const two = lines.map((l, i) => (i === 50 || i === 60 ? l.replace(',', ',"') : l)).join('\n')
    expect(() => trustedColumn(readLogText(two), 1)).toThrow(/quote mark/)
    // two that swallow a few rows between them: said, and the rest is judged
    const few = lines
      .map((l, i) => (i === 50 ? `"${l}` : i === 60 ? l.replace(',', '",') : l))
      .join('\n')
    const log = readLogText(few)
    expect(log.unread.rows).toBeGreaterThan(0)
    expect(log.unread.rows).toBeLessThan(20)
    expect(trustedColumn(log, 1)).toHaveLength(log.rows)
  })
  it('a stray quote mark in a large log stops the reading instead of holding the file in one cell', () => {
    const lines = sweep(400_000, (t, v) => `${t.toFixed(2)},${v.toFixed(3)}`)
    expect(() => readLogText(lines.map((l, i) => (i === 9 ? `"${l}` : l)).join('\n'))).toThrow(
      /quote mark after line \d+ is never closed/,
    )
  })
  it('decimal commas beside commas that part the columns are refused, and named', () => {
    const lines = sweep(200, (t, v) => `${t.toFixed(2)},${v.toFixed(3)}`.replace(/\./g, ','))
    expect(() => readLogText(lines.join('\n'))).toThrow(/None of the 200 rows.*decimal commas/)
    const half = lines.map((l, i) => (i % 2 === 0 ? l : `${i},${i}`))
    expect(() => trustedColumn(readLogText(half.join('\n')), 1)).toThrow(/decimal commas/)
  })
  it('a column that holds something else than numbers gives no verdict, blanks do', () => {
    const log = readLogText(
      [
        't,v,w,note',
        ...Array.from({ length: 500 }, (_, i) => `${i},${i % 50 ? i : 'ERR'},${i % 5 ? '' : i},x`),
      ].join('\n'),
    )
    expect(log.badCells).toEqual([0, 10, 0, 500])
    expect(() => trustedColumn(log, 1)).toThrow(coded('unread-log'))
    expect(() => trustedColumn(log, 3)).toThrow(coded('unread-log'))
    expect(trustedColumn(log, 2)[1]).toBeNaN()
    expect(() => trustedColumn(log, 9)).toThrow(coded('bad-log'))
  })
  it('takes the separator a file names above its header', () => {
    const log = readLogText('sep=;\nt;v\n1;2,5\n3;4,5\n')
    expect(log).toMatchObject({ names: ['t', 'v'], rows: 2, unread: { rows: 0 } })
    expect([...log.columns[1]!]).toEqual([2.5, 4.5])
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
