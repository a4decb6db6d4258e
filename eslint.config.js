import boundaries from 'eslint-plugin-boundaries'
import reactHooks from 'eslint-plugin-react-hooks'
import tseslint from 'typescript-eslint'

// Imports point one way (docs/house.md): app → core, server → core; within core towards the numbers.
const CORE = [
  'constants',
  'error',
  'register',
  'quantity',
  'math',
  'standards',
  'circuit',
  'curve',
  'input',
  'table',
  'build',
  'chain',
  'prove',
  'bench',
  'log',
  'choose',
  'onOff',
  'trigger',
  'channel',
  'network',
  'ground',
  'earths',
  'whole',
  'logbook',
]
/** those that are one file */
const FILES = ['constants', 'error', 'register']
/** what each part of the core may import; itself always */
const MAY = {
  constants: [],
  error: [],
  register: ['error'],
  quantity: ['error'],
  math: ['error'],
  standards: ['error', 'math', 'quantity'],
  circuit: ['error', 'math'],
  curve: ['error', 'register', 'math', 'quantity', 'standards', 'table'],
  table: ['error', 'math', 'quantity'],
  input: ['error', 'math', 'quantity', 'standards', 'circuit', 'curve'],
  choose: ['error', 'math', 'quantity', 'curve', 'chain', 'build'],
  // a wheel is checked as the record is read
  build: ['error', 'quantity', 'curve', 'input', 'trigger'],
  log: ['error', 'quantity'],
  bench: ['error', 'math', 'curve'],
  chain: [
    'error',
    'register',
    'math',
    'quantity',
    'standards',
    'circuit',
    'curve',
    'input',
    'table',
    'build',
    'network',
    'ground',
  ],
  logbook: ['error', 'curve', 'build', 'chain', 'channel', 'trigger'],
  network: ['error', 'circuit', 'curve', 'build'],
  earths: ['error', 'math', 'quantity', 'standards', 'build', 'curve', 'chain', 'ground'],
  ground: ['error', 'math', 'quantity', 'standards', 'circuit', 'build'],
  onOff: ['error', 'math', 'quantity', 'input', 'build', 'chain'],
  trigger: ['error', 'math', 'quantity', 'standards', 'input', 'build', 'log'],
  channel: ['error', 'register', 'quantity', 'curve', 'build', 'chain', 'onOff', 'trigger'],
  whole: ['error', 'curve', 'table', 'build', 'chain', 'channel', 'prove'],
  prove: ['error', 'math', 'quantity', 'circuit', 'curve', 'chain', 'build', 'network'],
}
/** an error is looked at before it is passed over: `orElse` for what the core refuses */
const NAMED_CATCH = {
  selector: 'CatchClause[param=null]',
  message: 'Name the error and say which one it is.',
}
/** a number becomes text in one place */
const ONE_FORMATTER = {
  selector: 'CallExpression[callee.property.name=/^to(Fixed|Precision|Exponential|LocaleString)$/]',
  message:
    'Write it by fixed, signed, significant, formatQuantity or written, round it by roundTo or roundFigures ' +
    '(core/quantity).',
}
const core = (name) => `core-${name}`

export default tseslint.config(
  { ignores: ['dist/**', 'node_modules/**', '**/*.generated.js', 'test-results/**'] },
  ...tseslint.configs.recommended,
  {
    files: ['**/*.{ts,tsx}'],
    plugins: { boundaries },
    settings: {
      'import/resolver': { typescript: { project: './tsconfig.json' } },
      'boundaries/elements': [
        ...CORE.filter((n) => !FILES.includes(n)).map((n) => ({
          type: core(n),
          pattern: `core/${n}/**`,
          partialMatch: false,
        })),
        ...FILES.map((n) => ({ type: core(n), pattern: `core/${n}.ts`, partialMatch: false })),
        { type: 'core-face', pattern: 'core/index.ts', partialMatch: false },
        ...['app', 'server', 'demo', 'e2e', 'benchmarks', 'scripts', 'trials'].map((type) => ({
          type,
          pattern: `${type}/**`,
          partialMatch: false,
        })),
      ],
    },
    rules: {
      '@typescript-eslint/no-unused-vars': [
        'error',
        { argsIgnorePattern: '^_', varsIgnorePattern: '^_' },
      ],
      'boundaries/dependencies': [
        'error',
        {
          default: 'disallow',
          policies: [
            ...CORE.map((n) => ({
              from: { element: { type: core(n) } },
              allow: {
                to: { element: { type: [core(n), core('constants'), ...MAY[n].map(core)] } },
              },
            })),
            {
              from: { element: { type: 'core-face' } },
              allow: { to: { element: { type: CORE.map(core) } } },
            },
            {
              from: { element: { type: 'demo' } },
              allow: { to: { element: { type: [...CORE.map(core), 'demo'] } } },
            },
            {
              from: { element: { type: 'app' } },
              allow: { to: { element: { type: [...CORE.map(core), 'app', 'demo'] } } },
            },
            {
              from: { element: { type: 'server' } },
              allow: { to: { element: { type: [...CORE.map(core), 'server'] } } },
            },
            ...['e2e', 'benchmarks', 'scripts', 'trials'].map((type) => ({
              from: { element: { type } },
              allow: {
                to: {
                  element: {
                    type: [
                      ...CORE.map(core),
                      'core-face',
                      'demo',
                      'app',
                      'server',
                      'scripts',
                      'trials',
                      type,
                    ],
                  },
                },
              },
            })),
          ],
        },
      ],
    },
  },
  {
    // the core knows no page, no disk, no process
    files: ['core/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        { patterns: ['node:*', 'react', 'react-dom', '@mantine/*', 'idb', 'express', 'ws'] },
      ],
      'no-restricted-globals': [
        'error',
        'window',
        'document',
        'localStorage',
        'indexedDB',
        'process',
        'fetch',
        'performance',
        'setTimeout',
      ],
    },
  },
  {
    // who is outside knows a part of the core by its face alone
    files: ['app/**/*.{ts,tsx}', 'server/**/*.ts', 'demo/**/*.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            {
              regex: '^\\.[./]*/core/(?!(error|constants)\\.ts$)(?!.*(index|fixture)\\.ts$)',
              message: 'Import it from the index.ts of its part.',
            },
          ],
        },
      ],
    },
  },
  {
    // an error is looked at before it is passed over: `orElse` for what the core refuses
    files: ['core/**/*.ts', 'app/**/*.{ts,tsx}', 'server/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-syntax': ['error', NAMED_CATCH],
    },
  },
  {
    // numbers are written by one formatter (core/quantity/format.ts): with a true minus, a dash where there is none
    files: ['core/**/*.ts', 'app/**/*.{ts,tsx}'],
    ignores: ['**/*.test.ts', 'core/build/fixture.ts', 'core/quantity/**', 'core/table/text.ts'],
    rules: { 'no-restricted-syntax': ['error', NAMED_CATCH, ONE_FORMATTER] },
  },
  {
    // in the core they are said as data, and written in the reader's units by the application: errors alone are words
    files: ['core/**/*.ts'],
    ignores: ['**/*.test.ts', 'core/build/fixture.ts', 'core/quantity/**', 'core/table/text.ts'],
    rules: {
      'no-restricted-syntax': [
        'error',
        NAMED_CATCH,
        ONE_FORMATTER,
        {
          selector:
            "TemplateLiteral:not(NewExpression[callee.name='EchtError'] TemplateLiteral)" +
            ":not(CallExpression[callee.name='wrong'] TemplateLiteral) " +
            'CallExpression[callee.name=/^(fixed|significant|signed)$/]',
          message: 'Say it as data: say(code)`… ${amount(value, unit)} …` (core/quantity/said.ts).',
        },
      ],
    },
  },
  {
    // a function fits a screen and has few ways through it; an exception says why in place
    files: ['**/*.{ts,tsx}'],
    ignores: ['**/*.test.ts', 'trials/**'],
    rules: {
      'max-lines-per-function': ['error', { max: 80 }],
      complexity: ['error', 15],
    },
  },
  // a test may look across, to the sample build and the scripts
  { files: ['**/*.test.ts', '**/*.fixture.ts'], rules: { 'boundaries/dependencies': 'off' } },
  {
    // the compiler's own rules take three quarters of the time: they are `npm run lint:compiler`
    files: ['app/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': reactHooks },
    rules: { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'error' },
  },
)
