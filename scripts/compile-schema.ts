/** Compiles the build schema into plain code, so that the browser needs no `eval` (strict content policy). */
import { writeFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { Ajv2020 } from 'ajv/dist/2020.js'
import standalone from 'ajv/dist/standalone/index.js'
import { buildSchema } from '../core/build/schema.ts'

export function compiledSchema(): string {
  // unicode: false counts UTF-16 units, which needs no runtime import
  const ajv = new Ajv2020({
    code: { source: true, esm: true },
    allErrors: false,
    unicode: false,
    logger: false,
  } as ConstructorParameters<typeof Ajv2020>[0])
  const validate = ajv.compile(buildSchema)
  const code = (standalone as unknown as (a: unknown, v: unknown) => string)(ajv, validate)
  return `// Made by scripts/compile-schema.ts from schema.ts: run "npm run schema" after changing it.\n/* eslint-disable */\n// @ts-nocheck\n${code}\n`
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  const target = fileURLToPath(new URL('../core/build/validate.generated.js', import.meta.url))
  writeFileSync(target, compiledSchema())
  console.log(`wrote ${target}`)
}
