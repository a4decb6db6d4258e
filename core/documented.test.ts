import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import ts from 'typescript'
import { beforeAll, describe, expect, it } from 'vitest'
import { ERROR_CODES } from './errorCodes.ts'
import * as core from './index.ts'
import { CALLS, placesIn, RIGHT, withAt, WRONG, wrongAnswers } from './wrongCalls.fixture.ts'

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

/** What any of them throws for what is no such thing, or of no size that can be: said once, in `index.ts`. */
const ALWAYS = ['bad-input', 'out-of-range']

/** The codes thrown by a function when each place of a right call is made wrong in turn, by what is of its kind. */
function thrownBy(name: string): Set<string> {
  const { call, args } = CALLS[name]!
  const codes = new Set<string>()
  // a build is one thing here: what is wrong inside it is `damaged-build`
  const isBuild = typeof args[0] === 'object' && args[0] !== null && 'schema' in args[0]
  const places = placesIn(args).filter((p) => p.length > (isBuild && p[0] === '0' ? 99 : 0))
  for (const path of places) {
    const there = path.reduce((v, k) => (v as Record<string | number, unknown>)[k], args as unknown)
    for (const wrong of WRONG.filter(
      (w) => typeof w === typeof there && Array.isArray(w) === Array.isArray(there),
    ))
      try {
        call(...(withAt(args, path, wrong) as unknown[]))
      } catch (error) {
        if (!(error instanceof core.EchtError)) throw error
        if (!ALWAYS.includes(error.code)) codes.add(error.code)
      }
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

describe('called wrong in every place and depth', () => {
  // inside a build are some thousand places: some of them here, all of them in the trials
  const thinned = (name: string) => (place: number) =>
    ![
      'openBuild',
      'readingAt',
      'proposedTable',
      'enterTable',
      'keyOn',
      'isProven',
      'whyLapsed',
    ].includes(name) || place % 97 === 3
  it.each(Object.keys(CALLS))('%s refuses it in words, or is right, in time', (name) => {
    const { calls, answers } = wrongAnswers(name, thinned(name))
    expect(calls).toBeGreaterThan(20)
    expect(answers).toEqual([])
  })
  it('more than sixty functions are', () => {
    expect(Object.keys(CALLS).length).toBeGreaterThan(60)
  })
  it('a speed that no engine has does not fill the memory', () => {
    for (const rpm of [1e30, 1e9, Infinity, NaN, -1])
      expect(() =>
        core.simulateTrigger({
          ...{ wheel: core.parseWheel('60-2'), pickup: 'vr', sampleHz: 44100, durationS: 1 },
          rpm: () => rpm,
        }),
      ).toThrow(core.EchtError)
  })
})
