/**
 * Compiles the schemas of a build and of every family's settings into plain code, so that the
 * browser needs no `eval` (strict content policy).
 */
import { writeFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { Ajv2020 } from 'ajv/dist/2020.js'
import standalone from 'ajv/dist/standalone/index.js'
import { SCHEMAS } from '../core/build/schema/index.ts'
import { settingsSchemas } from '../core/curve/settingsSchemas.ts'

const NOTE =
  '// Made by scripts/compile-schema.ts: run "npm run schema" after changing a schema.\n/* ' +
  'eslint-disable */\n// @ts-nocheck\n'

/** Code that exports a check for each schema, under its name. */
function compiled(schemas: Readonly<Record<string, object>>): string {
  // unicode: false counts UTF-16 units, which needs no runtime import; schemas are not shipped with their checks
  const ajv = new Ajv2020({
    code: { source: true, esm: true, optimize: 2 },
    allErrors: false,
    unicode: false,
    logger: false,
    strictTuples: false,
    messages: false,
    // a part that many places share is one function, not a copy in each
    inlineRefs: false,
  } as ConstructorParameters<typeof Ajv2020>[0])
  const names = Object.fromEntries(
    Object.entries(schemas).map(([name, schema]) => {
      ajv.addSchema(schema)
      return [name, (schema as { $id: string }).$id]
    }),
  )
  const code = (standalone as unknown as (a: unknown, v: unknown) => string)(ajv, names)
  return `${NOTE}${code}\n`
}

export const compiledSchema = (): string => compiled(SCHEMAS)
export const compiledSettings = (): string => compiled(settingsSchemas())

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  for (const [path, code] of [
    ['../core/build/validate.generated.js', compiledSchema()],
    ['../core/curve/settings.generated.js', compiledSettings()],
  ] as const) {
    const target = fileURLToPath(new URL(path, import.meta.url))
    writeFileSync(target, code)
    console.log(`wrote ${target}`)
  }
}
