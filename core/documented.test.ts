import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import ts from 'typescript'
import { beforeAll, describe, expect, it } from 'vitest'
import { smallBuild } from './build/fixture.ts'
import { ERROR_CODES } from './errorCodes.ts'
import * as core from './index.ts'

// Whoever calls the core from outside has its comments alone: what they leave out of the errors is found here, by
// calling each function with what is wrong in every place.

const entry = fileURLToPath(new URL('./index.ts', import.meta.url))
const source = (file: string) => readFileSync(new URL(file, import.meta.url), 'utf8')

/** The comment of every function the core exports, by its name. */
function commentsOf(file: string): Map<string, string> {
  const program = ts.createProgram([file], {
    allowImportingTsExtensions: true,
    noEmit: true,
    skipLibCheck: true,
    target: ts.ScriptTarget.ES2022,
    module: ts.ModuleKind.ESNext,
    moduleResolution: ts.ModuleResolutionKind.Bundler,
  })
  const checker = program.getTypeChecker()
  const exported = checker.getExportsOfModule(
    checker.getSymbolAtLocation(program.getSourceFile(file)!)!,
  )
  const real = (s: ts.Symbol) => (s.flags & ts.SymbolFlags.Alias ? checker.getAliasedSymbol(s) : s)
  return new Map(
    exported.map((s) => [
      s.name,
      ts.displayPartsToString(real(s).getDocumentationComment(checker)).replace(/\s+/g, ' '),
    ]),
  )
}

const curve = { model: 'steinhart-hart' as const, coefficients: [1.3012e-3, 2.6183e-4, 1.642e-7] }
const points = [0, 18, 45, 70, 97.7].map((temperatureC) => ({
  temperatureC,
  resistanceOhm: core.thermistorOhm(curve, temperatureC),
}))
const level = core.fitLevel([
  { signal: 10, litres: 0 },
  { signal: 90, litres: 30 },
  { signal: 180, litres: 50 },
])
const pairs = { ab: 1000, bc: 4000, ac: 5000 }
const build = smallBuild('documented')
const read = build.channels[0]!.reads[0]!.id

const capture = core.simulateTrigger({
  ...{ wheel: core.parseWheel('6-1'), pickup: 'vr', sampleHz: 4000, durationS: 1.2, seed: 2 },
  rpm: () => 600,
}).samples

/** A call of each function that is right: each place of it is then made wrong. */
const RIGHT: Record<string, unknown[]> = {
  parseQuantity: ['4k7', 'Ω'],
  formatQuantity: [4700, 'Ω'],
  boilingPointC: [101.3],
  standardPressureKPa: [640],
  platinumOhm: [100, 100],
  platinumC: [138.5, 100],
  thermocoupleMv: [400, 20],
  thermocoupleC: [16.4, 20],
  stoichiometricAfr: [0.1],
  awgAreaMm2: [18],
  wireOhm: [{ areaMm2: 1, lengthM: 3, temperatureC: 20 }],
  fitThermistor: [points, { model: 'auto', leadOhm: 0.3, rangeC: [0, 100] }],
  thermistorBandC: [core.fitThermistor(points), 60],
  thermistorC: [curve, 1500],
  thermistorOhm: [curve, 60],
  bestNextPoint: [points, [0, 50, 100], [0, 110]],
  potentiometerPins: [pairs, { ab: 4200, bc: 800, ac: 5000 }],
  fitLevel: [
    [
      { signal: 10, litres: 0 },
      { signal: 90, litres: 30 },
    ],
  ],
  levelInterval: [level, 60],
  levelLitres: [level, 60],
  designPullUp: [
    {
      curve,
      rangeC: [-10, 125],
      supplyV: 5,
      referenceV: 5,
      bits: 12,
      series: 'E24',
      marginV: 0.05,
    },
  ],
  buildTable: [{ curve: Math.exp, range: [0, 2], cells: 8, placement: 'best', xStep: 0.01 }],
  interpolate: [{ x: [0, 1, 2], y: [0, 1, 4] }, 1.5],
  openBuild: [build],
  readingAt: [build, read, 60],
  proposedTable: [build, read, { placement: 'best' }],
  enterTable: [build, read, { x: [0, 1, 2], y: [100, 60, 0] }],
  keyOn: [build, read, 20, { shown: 20.4 }],
  isProven: [build, read],
  groundCost: [
    {
      reference: '-',
      wires: [
        { id: 'strap', a: 'block', b: '-', ohm: 0.001 },
        { id: 'unit', a: 'unit', b: 'block', ohm: 0.004 },
      ],
      loads: [{ id: 'fan', into: 'block', ampere: 20, states: ['on'] }],
      readers: [
        {
          ...{ id: 'oil', kind: 'pull-up', pullUpOhm: 2490, sensorOhm: 300 },
          ...{ sensorGround: 'block', converterGround: 'unit' },
        },
        {
          ...{ id: 'map', kind: 'ratiometric', signalShare: 0.4 },
          ...{ sensorGround: 'block', converterGround: 'unit' },
        },
      ],
    },
  ],
  wireFor: [{ ampere: 18, oneWayM: 3, allowedDropV: 0.5, ambientC: 40, standard: 'mm²' }],
  parseWheel: ['36-2'],
  simulateTrigger: [
    {
      ...{ wheel: { cycleDegrees: 360, edgesDegrees: [0, 90, 180] }, pickup: 'vr' },
      ...{ sampleHz: 4000, durationS: 0.5, rpm: () => 900, seed: 1, noiseV: 0.1 },
    },
  ],
  decodeTrigger: [capture, { sampleHz: 4000, wheel: core.parseWheel('6-1'), pickup: 'vr' }],
  identifyWheel: [capture, { sampleHz: 4000, pickup: 'vr' }],
  lampFit: [
    [
      { rpm: 900, commandedDeg: 10, seenDeg: 4, uncertaintyDeg: 0.5 },
      { rpm: 3000, commandedDeg: 10, seenDeg: 3, uncertaintyDeg: 0.5 },
    ],
  ],
  solveCircuit: [
    {
      reference: 'g',
      elements: [
        { id: 'v', kind: 'voltage', plus: 'a', minus: 'g', volt: 1 },
        { id: 'r', kind: 'resistor', a: 'a', b: 'g', ohm: 2 },
      ],
    },
  ],
}

const WRONG = [NaN, Infinity, -1e6, -1, 0, 1e-12, 1e9, '', 'nonsense', []]

/** The same value with what stands at a path put in its place. */
function withAt(value: unknown, [key, ...rest]: (string | number)[], put: unknown): unknown {
  if (key === undefined) return put
  const copy: Record<string | number, unknown> = Array.isArray(value)
    ? ([...(value as unknown[])] as unknown as Record<number, unknown>)
    : { ...(value as object) }
  copy[key] = withAt(copy[key], rest, put)
  return copy
}

/** Every place in a value that holds a number, a word or a list, by its path; not inside a build, which types hold. */
function placesIn(value: unknown, path: (string | number)[] = []): (string | number)[][] {
  if (value === build || ArrayBuffer.isView(value)) return []
  if (Array.isArray(value)) return [path, ...value.flatMap((v, i) => placesIn(v, [...path, i]))]
  if (value !== null && typeof value === 'object')
    return Object.entries(value).flatMap(([k, v]) => placesIn(v, [...path, k]))
  return typeof value === 'function' ? [] : [path]
}

/** What is put in a place: of the kind that stands there, since the compiler keeps the others out. */
const wrongFor = (value: unknown): unknown[] =>
  WRONG.filter((w) => typeof w === typeof value && Array.isArray(w) === Array.isArray(value))

const at = (value: unknown, path: (string | number)[]): unknown =>
  path.reduce((v, k) => (v as Record<string | number, unknown>)[k], value)

/** Whether a number in a result is none. */
const holdsNaN = (value: unknown): boolean =>
  Number.isNaN(value) ||
  (value !== null && typeof value === 'object' && Object.values(value).some(holdsNaN))

/** The codes thrown by a function when each place of a right call is made wrong in turn; `NaN` where it gives none. */
function thrownBy(name: string): Set<string> {
  const call = core[name as keyof typeof core] as (...args: unknown[]) => unknown
  const args = RIGHT[name]!
  call(...args)
  const codes = new Set<string>()
  for (const path of placesIn(args).filter((p) => p.length > 0))
    for (const wrong of wrongFor(at(args, path)))
      try {
        const result = call(...(withAt(args, path, wrong) as unknown[]))
        if (holdsNaN(result)) codes.add(`NaN for ${path.join('.')} ${String(wrong)}`)
      } catch (error) {
        // anything else is a fault of ours, and fails here
        if (!(error instanceof core.EchtError)) throw error
        codes.add(error.code)
      }
  return codes
}

let comments: Map<string, string>
beforeAll(() => {
  comments = commentsOf(entry)
}, 60_000)

describe('what the core says of itself to whoever calls it', () => {
  const functions = Object.keys(core).filter((name) => name !== 'EchtError')

  it('has a right call here for every function, so that none is left out', () => {
    expect(Object.keys(RIGHT).sort()).toEqual(functions.sort())
  })

  it.each(functions)('%s names every error it throws, and only codes that exist', (name) => {
    const comment = comments.get(name) ?? ''
    expect(comment.length).toBeGreaterThan(40)
    const said = [...comment.matchAll(/`([a-z]+(?:-[a-z]+)*)`/g)].map((m) => m[1]!)
    const codes = said.filter((word) => word in ERROR_CODES)
    if (codes.length === 0) expect(comment).toMatch(/Never throws/)
    expect([...thrownBy(name)].filter((code) => !codes.includes(code))).toEqual([])
  })

  it('has no code that nothing throws', () => {
    const all = ts.sys
      .readDirectory(
        fileURLToPath(new URL('..', import.meta.url)),
        ['.ts', '.tsx'],
        ['node_modules', 'dist'],
      )
      .filter((f) => /\/(core|app|server)\//.test(f) && !/\.test\.|errorCodes/.test(f))
      .map((f) => readFileSync(f, 'utf8'))
      .join('\n')
    expect(Object.keys(ERROR_CODES).filter((code) => !all.includes(`'${code}'`))).toEqual([])
    expect(source('./errorCodes.ts')).toContain('as const')
  })
})
