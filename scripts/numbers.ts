/**
 * Every number of the sample and of 300 invented builds, kept in a file or held against one that another commit kept:
 * `tsx scripts/numbers.ts keep FILE`, then `tsx scripts/numbers.ts compare FILE`.
 */
import { appendFileSync, createReadStream, writeFileSync } from 'node:fs'
import { createInterface } from 'node:readline'
import { saltmarshNine } from '../demo/saltmarshNine.ts'
import { differing, invented, numbersOf, type Numbers } from '../trials/numbers.ts'

const [how, file, count = '300'] = process.argv.slice(2)
if (!file || (how !== 'keep' && how !== 'compare')) {
  console.error('Say keep or compare, and a file.')
  process.exit(2)
}
const sample = saltmarshNine()
const builds = function* (): Generator<Numbers> {
  yield numbersOf(sample, true)
  for (let seed = 1; seed <= Number(count); seed++)
    yield numbersOf(invented(sample, seed), seed <= 10)
}

if (how === 'keep') {
  writeFileSync(file, '')
  for (const numbers of builds()) appendFileSync(file, `${JSON.stringify(numbers)}\n`)
} else {
  const lines = createInterface({ input: createReadStream(file) })[Symbol.asyncIterator]()
  let told = 0
  let differ = 0
  let build = 0
  for (const numbers of builds()) {
    const line = await lines.next()
    if (line.done) break
    // what JSON cannot hold is null there
    const is = JSON.parse(JSON.stringify(numbers)) as Numbers
    const off = differing(JSON.parse(line.value) as Numbers, is)
    told += Object.keys(numbers).length
    differ += off.length
    if (off.length > 0) console.log(`build ${build}: ${off.slice(0, 8).join('\n  ')}`)
    build++
  }
  console.log(`${build} builds, ${told} numbers, ${differ} differ`)
  process.exitCode = differ === 0 ? 0 : 1
}
