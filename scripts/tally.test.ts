import { execFileSync } from 'node:child_process'
import { cpSync, existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { afterAll, describe, expect, it } from 'vitest'

const here = fileURLToPath(new URL('.', import.meta.url))
const folder = mkdtempSync(join(tmpdir(), 'echt-tally-'))
for (const file of ['tally.sh', 'count.mjs']) cpSync(join(here, file), join(folder, file))
afterAll(() => rmSync(folder, { recursive: true }))

/** What a run comes to whose runner left this report and ended with this code, after 3 that passed. */
function tally(kind: string, report: string | null, code: number): string {
  const file = join(folder, 'report.json')
  rmSync(file, { force: true })
  if (report !== null) writeFileSync(file, report)
  const script =
    `set +e; source ${join(folder, 'tally.sh')}; passed=3; failed=0; tally ${kind} ${file} ` +
    `${code}; echo "$passed $failed"`
  return execFileSync('bash', ['-c', script], { encoding: 'utf8' }).trim()
}
const unit = (passed: number, failed: number): string =>
  JSON.stringify({ numPassedTests: passed, numFailedTests: failed, testResults: [] })
const e2e = (expected: number, unexpected: number, flaky = 0): string =>
  JSON.stringify({ stats: { expected, unexpected, flaky }, errors: [] })

describe('a test run', () => {
  it.each([
    ['all passed', 'unit', unit(10, 0), 0, '13 0'],
    ['one failed', 'unit', unit(9, 1), 1, '12 1'],
    ['the browser’s', 'e2e', e2e(5, 1, 1), 1, '8 2'],
    ['no report', 'unit', null, 1, '3 1'],
    ['no report, and no error either', 'unit', null, 0, '3 1'],
    ['a report that is cut short', 'unit', unit(10, 0).slice(0, 9), 0, '3 1'],
    ['a report of nothing', 'unit', unit(0, 0), 0, '3 1'],
    ['an error after a good report', 'unit', unit(10, 0), 1, '13 1'],
    ['killed', 'e2e', e2e(5, 0), 137, '8 1'],
  ])('%s', (_, kind, report, code, total) => {
    expect(tally(kind, report, code)).toBe(total)
  })
  it('whose counting script is gone has failed', () => {
    rmSync(join(folder, 'count.mjs'))
    expect(tally('unit', unit(10, 0), 0)).toBe('3 1')
  })
})

it('every script that package.json names is there', () => {
  const { scripts } = JSON.parse(
    readFileSync(new URL('../package.json', import.meta.url), 'utf8'),
  ) as { scripts: Record<string, string> }
  const files = Object.values(scripts).flatMap((s) => s.match(/\S+\.(sh|ts|mjs)\b/g) ?? [])
  expect(files.length).toBeGreaterThan(5)
  expect(files.filter((f) => !existsSync(join(here, '..', f)))).toEqual([])
})
