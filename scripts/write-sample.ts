/** Writes the sample build as a file, to hand on or to import: `npm run sample`, or with a path after it. */
import { writeFileSync } from 'node:fs'
import { fileNameOf, writeBuild } from '../core/build/index.ts'
import { saltmarshNine } from '../demo/saltmarshNine.ts'

const build = saltmarshNine()
const target = process.argv[2] ?? fileNameOf(build)
writeFileSync(target, writeBuild(build))
console.log(`wrote ${target}`)
