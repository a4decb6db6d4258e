import { readdirSync, readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { expect, it } from 'vitest'
import { shares, STAGES } from '../chain/index.ts'
import { families } from './registry.ts'

const root = fileURLToPath(new URL('../..', import.meta.url))

/** Where a family may be called by its id: its own folder, the two registries and the pictures of families. */
const THEIR_OWN = ['core/curve/', 'app/families/']
/** Ids that are words of the trade as well: dimensions of units, the level of a finding, a level line; and comments. */
const ALSO_A_WORD = /dimension|linear\(|\['level'\]|className=|^\s*(\*|\/\/)/

const sources = ['core', 'app', 'server'].flatMap((part) =>
  readdirSync(`${root}/${part}`, { recursive: true, encoding: 'utf8' })
    .map((name) => `${part}/${name.replaceAll('\\', '/')}`)
    .filter((name) => /\.tsx?$/.test(name) && !/\.test\.tsx?$|fixture\.ts$|\.d\.ts$/.test(name)),
)

it('no family is called by its id outside its own folder and the registries', () => {
  expect(sources.length).toBeGreaterThan(150)
  const ids = new RegExp(`['"\`](${families.map((f) => f.id).join('|')})['"\`]`)
  const found = sources
    .filter((name) => !THEIR_OWN.some((own) => name.startsWith(own)))
    .flatMap((name) =>
      readFileSync(`${root}/${name}`, 'utf8')
        .split('\n')
        .flatMap((line, i) =>
          ids.test(line) && !ALSO_A_WORD.test(line) ? [`${name}:${i + 1} ${line.trim()}`] : [],
        ),
    )
  expect(found).toEqual([])
})

it('no stage or share is called by its id outside its own folder', () => {
  const ids = [...new Set([...STAGES, ...shares()].map((x) => x.id))].join('|')
  const quoted = `['"](${ids})['"]`
  const asked = new RegExp(
    [
      `(stageBy|shareBy|heightOf|idealValue|idealSlope|stageUnit|stageText)\\([^)]*${quoted}`,
      `(\\bat|stages\\.(has|includes))\\([^)]*${quoted}`,
      `(share|stage|s\\.id|p\\.id) [!=]== ${quoted}`,
      `(half|sigma|basis)\\.(${ids})\\b`,
    ].join('|'),
  )
  // the pattern finds what it is meant to
  expect("stageBy('pin')").toMatch(asked)
  expect('spread.half.shown').toMatch(asked)
  const found = sources
    .filter((name) => !name.startsWith('core/chain/'))
    .flatMap((name) =>
      readFileSync(`${root}/${name}`, 'utf8')
        .split('\n')
        .flatMap((line, i) => (asked.test(line) ? [`${name}:${i + 1} ${line.trim()}`] : [])),
    )
  expect(found).toEqual([])
})
