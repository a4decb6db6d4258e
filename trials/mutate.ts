import type { Draw } from './randomEdits.ts'

/** Scalars a damaged or hostile file may hold in the place of a good one. */
const SCALARS: unknown[] = [
  null,
  true,
  '',
  'x'.repeat(3000),
  '__proto__',
  0,
  -1,
  1e308,
  -1e308,
  1e-308,
  0.1,
  12000,
  50,
  [],
  {},
  '2026-13-45T99:99',
  '\u0000\u202e',
]

type Tree = Record<string, unknown> | unknown[]
const isTree = (v: unknown): v is Tree => typeof v === 'object' && v !== null

/** A place somewhere in a tree: a random walk from its top. */
function somewhere(tree: Tree, draw: Draw): { in: Tree; key: string } | null {
  let here: Tree = tree
  for (let depth = 0; depth < 12; depth++) {
    const keys = Object.keys(here)
    if (keys.length === 0) return null
    const key = draw.from(keys)
    const next = (here as Record<string, unknown>)[key]
    // leaves more often than whole branches
    if (!isTree(next) || draw.uniform() < 0.12) return { in: here, key }
    here = next
  }
  return null
}

/** Something else than what stands there: of another kind, or a number a little or far off. */
function other(value: unknown, draw: Draw): unknown {
  if (typeof value === 'number' && draw.uniform() < 0.6)
    return draw.from([
      value * 1000,
      -value,
      value + 1,
      value / 1000,
      Math.round(value),
      value * 1.1,
    ])
  if (typeof value === 'string' && draw.uniform() < 0.4)
    return draw.from([value.slice(1), `${value}${value}`, value.toUpperCase(), `${value} `])
  return draw.from(SCALARS)
}

/**
 * The text of a JSON file with a few things wrong in it: values changed, taken out, doubled,
 * exchanged, or the text cut.
 */
export function mutatedJson(text: string, draw: Draw): string {
  const tree = JSON.parse(text) as Tree
  const times = 1 + draw.below(3)
  for (let i = 0; i < times; i++) {
    const at = somewhere(tree, draw)
    if (!at) continue
    const here = at.in as Record<string, unknown>
    const what = draw.uniform()
    if (what < 0.6) here[at.key] = other(here[at.key], draw)
    else if (what < 0.75) {
      if (Array.isArray(at.in)) at.in.splice(Number(at.key), 1)
      else delete here[at.key]
    } else if (what < 0.85 && Array.isArray(at.in))
      at.in.push(structuredClone(at.in[Number(at.key)]))
    else {
      const second = somewhere(tree, draw)
      if (second) here[at.key] = structuredClone((second.in as Record<string, unknown>)[second.key])
    }
  }
  const out = JSON.stringify(tree)
  return draw.uniform() < 0.05 ? mutatedText(out, draw) : out
}

/** Text with a few characters wrong: cut, doubled, exchanged, or something strange put in. */
export function mutatedText(text: string, draw: Draw): string {
  let out = text
  const times = 1 + draw.below(4)
  for (let i = 0; i < times; i++) {
    const at = draw.below(out.length + 1)
    const to = at + draw.below(Math.max(2, out.length / 10))
    out = draw.from([
      () => out.slice(0, at) + out.slice(to),
      () => out.slice(0, to) + out.slice(at),
      () =>
        out.slice(0, at) +
        draw.from([
          '"',
          ';',
          ',',
          '\t',
          '\n',
          '\u0000',
          '-',
          'e',
          '.',
          '1e999',
          'NaN',
          '\u202e',
          'é',
          '0x1',
          '=',
        ])! +
        out.slice(at),
      () => out.slice(0, at),
      () => out.replace(draw.from([',', '.', '\n', ';', '1']), draw.from([',', ';', '', '"', 'x'])),
    ])()
  }
  return out
}
