import { applyChange, type Build } from '../core/build/index.ts'
import {
  curveRemedy,
  errorAt,
  errorBudget,
  linearSpread,
  proposeTable,
  readStatus,
  walkForward,
} from '../core/chain/index.ts'
import { orElse } from '../core/error.ts'
import { uniformStream } from '../core/math/index.ts'
import { keyOn } from '../core/index.ts'
import { groundSlopes } from '../core/earths/index.ts'
import { drawing, randomEdit } from './randomEdits.ts'

/** Every number of a build that somebody reads, by a name: readings, bands, shares, budgets, tables, checks, advice. */
export type Numbers = Record<string, number | string>

/** Edits that make an invented build out of another one. */
const EDITS = 25

/** A build that was edited at random, by a seed; every one is valid. */
export function invented(start: Build, seed: number): Build {
  const draw = drawing(uniformStream(seed))
  let made = 0
  const id = (): string => `n${seed}-${++made}`
  let build = start
  for (let k = 0; k < EDITS; k++) {
    const stamp = { id: id(), at: '2026-11-27T10:00:00Z', by: '' }
    build = orElse(() => applyChange(build, randomEdit(build, draw, id), stamp), build)
  }
  return build
}

/** Where in its range each reader is looked at, as shares of it. */
const PLACES = [0.05, 0.5, 0.95]

/** `whole`: key-on checks too, and what each remedy of the curve leaves, which take ten times as long. */
export function numbersOf(build: Build, whole: boolean): Numbers {
  const out: Numbers = {}
  for (const channel of build.channels)
    for (const read of channel.reads) {
      const status = readStatus(build, read)
      const put = (name: string, value: number | string): void => {
        out[`${read.id} ${name}`] = value
      }
      put('state', status.state)
      put('ratio', status.ratio)
      put('next', JSON.stringify(status.next))
      const { chain, assembled } = status
      if (!chain) continue
      const [low, high] = chain.spec.range
      for (const share of PLACES) {
        const truth = low + share * (high - low)
        const at = `at ${share}`
        orElse(() => {
          const walked = walkForward(chain, truth)
          for (const s of walked.stages) {
            put(`${at} ${s.id}`, s.value)
            put(`${at} height ${s.id}`, s.height)
          }
          for (const b of walked.biases) put(`${at} bias ${b.share}`, b.bias)
          const { band } = errorAt(chain, truth)
          put(`${at} band`, band)
          const spread = linearSpread(chain, truth)
          for (const [id, half] of Object.entries(spread.half)) put(`${at} half ${id}`, half!)
          for (const s of spread.shares) put(`${at} share ${s.share}`, s.half)
          const budget = errorBudget(
            chain,
            truth,
            whole ? curveRemedy(build, assembled, truth) : undefined,
          )
          for (const l of budget.lines) {
            put(`${at} line ${l.id}`, l.size)
            put(`${at} line ${l.id} after`, l.worstAfter)
            put(`${at} line ${l.id} remedy`, JSON.stringify(l.remedy))
          }
          return null
        }, null)
      }
      const table = assembled.input.table
      if (table)
        orElse(() => {
          const made = proposeTable(chain, table, 'best', { at: '', name: '' })
          made.table.x.forEach((x, i) => put(`table ${i}`, x))
          made.table.y.forEach((y, i) => put(`table value ${i}`, y))
          put('table worst', made.worst)
          return null
        }, null)
      if (!whole) continue
      const middle = (low + high) / 2
      orElse(() => {
        const verdict = keyOn(build, read.id, middle, { shown: middle + 0.3 * (high - low) })
        put('key-on agrees', String(verdict.agrees))
        for (const c of verdict.causes) put(`key-on ${c.id}`, c.share)
        return null
      }, null)
    }
  for (const { read, perVolt } of orElse(() => groundSlopes(build), []))
    out[`${read} per volt of ground`] = perVolt
  return out
}

/** A text with its numbers to nine digits. */
const rounded = (text: unknown): string =>
  String(text).replace(/-?\d+\.\d+(e[-+]?\d+)?/g, (n) => Number(n).toPrecision(9))

/** Where two tellings of one build differ by more than so much of what is told. */
export function differing(was: Numbers, is: Numbers, most = 1e-9): string[] {
  const names = new Set([...Object.keys(was), ...Object.keys(is)])
  return [...names].flatMap((name) => {
    const [a, b] = [was[name], is[name]]
    if (typeof a === 'number' && typeof b === 'number')
      return Object.is(a, b) || Math.abs(a - b) <= most * Math.max(1, Math.abs(a))
        ? []
        : [`${name}: ${a} is ${b}`]
    return a === b || rounded(a) === rounded(b)
      ? []
      : [`${name}: ${String(a).slice(0, 200)} is ${String(b).slice(0, 200)}`]
  })
}
