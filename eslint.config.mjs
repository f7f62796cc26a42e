import { readdirSync } from 'node:fs'
import withNuxt from './.nuxt/eslint.config.mjs'

/** Imports go one way: app → shared → core, server → shared → core. */
const forbid = (...patterns) => ({ 'no-restricted-imports': ['error', { patterns }] })
const nothingOutside = {
  regex: '^(?!\\.{1,2}(/|$)|@sinclair/typebox)', message: 'The core is pure: it imports nothing but itself and the schema builder.',
}
const app = { regex: '(^|/)app/|^~/|^@/', message: 'Nothing below the interface knows of it.' }
const server = { regex: '(^|/)server/', message: 'Only the server knows the server; what crosses the wire stands in shared/.' }
const demo = { regex: '(^|/)demo/', message: 'The product does not know its demonstration.' }
const tests = { regex: '(^|/)tests/', message: 'The product does not know its tests.' }
/** Floors of the interface, from the ground up: each may know those below it. A feature knows another one by its face only. */
const FLOORS = ['ui', 'net', 'job', 'features', 'frame', 'pages']
const above = floor => FLOORS.slice(FLOORS.indexOf(floor) + 1)
/** What checks on the server: its library is a third of a page, and no tablet needs it. */
const CHECKS = ['drafts', 'events', 'fleet', 'id', 'instrument-stream', 'instruments', 'list', 'people', 'rules', 'stores', 'watch']
const typesOnly = {
  regex: `^#shared/wire/(${CHECKS.join('|')})$`, allowTypeImports: true, message: 'This checks what arrives: the interface takes its types only.',
}
const core = { regex: '^#core/|/core/', message: 'The core is known by its face: import from #core.' }
const insides = {
  regex: `^\\.\\./(\\.\\./)*(${readdirSync('app/features').join('|')})/`,
  message: 'A feature knows another one by its face (index.ts) only.',
}

/** Within the core: which folder may know which. */
const coreKnows = {
  units: [],
  metrology: ['units'],
  fits: ['units', 'metrology'],
  bearings: ['units', 'metrology', 'fits'],
  fastening: ['units'],
  seals: ['metrology'],
  evidence: ['metrology'],
  wear: [],
  sheet: ['fastening', 'evidence', 'seals'],
  teardown: ['sheet'],
  job: ['units', 'metrology', 'fastening', 'evidence', 'seals', 'sheet', 'teardown'],
  kits: ['units', 'evidence', 'wear', 'sheet', 'job'],
  growth: ['units', 'seals', 'sheet', 'teardown', 'job'],
  drafting: ['units', 'metrology', 'fits', 'fastening', 'seals', 'sheet', 'job', 'growth'],
  training: ['evidence', 'seals', 'sheet', 'teardown', 'job'],
}

export default withNuxt(
  { ignores: ['.output/**', '.nuxt/**', '.data/**', '.own/**', 'server/db/migrations/**', 'test-results/**', 'docs/**'] },
  { files: ['app/pages/**/*.vue', 'app/app.vue', 'app/error.vue'], rules: { 'vue/multi-word-component-names': 'off' } },
  // What Nuxt brings by itself is listed; anything else in a template must be imported, or the browser would show nothing.
  { files: ['app/**/*.vue'], rules: { 'vue/no-undef-components': ['error', { ignorePatterns: ['^Nuxt', '^Icon$', '^el-'] }] } },
  // A comma said under a condition stands at its word: a break before it would be a space on the screen.
  { files: ['app/**/*.vue'], rules: { 'vue/singleline-html-element-content-newline': ['error', { externalIgnores: ['template'] }] } },
  {
    rules: {
      '@stylistic/max-statements-per-line': 'off',
      '@stylistic/member-delimiter-style': 'off',
      '@typescript-eslint/no-explicit-any': 'error',
    },
  },
  // A sentence, a pattern or a piece of SQL may be longer than a line; nothing else is.
  {
    files: ['**/*.{ts,mjs}'],
    rules: { '@stylistic/max-len': ['error', { code: 140, ignoreStrings: true, ignoreTemplateLiterals: true, ignoreRegExpLiterals: true, ignoreUrls: true }] },
  },
  { files: ['core/**/*.ts'], ignores: ['core/**/*.test.ts'], rules: forbid(nothingOutside) },
  ...Object.entries(coreKnows).flatMap(([folder, known]) => [['*', '\\.\\./'], ['*/*', '\\.\\./\\.\\./']].map(([files, up]) => ({
    files: [`core/${folder}/${files}.ts`],
    ignores: ['core/**/*.test.ts'],
    rules: forbid(nothingOutside, {
      regex: `^${up}(?!${[...known, 'angles', 'capital', 'domain-error', 'field-words', 'group-by', 'kept-by', 'materials', 'numbers', 'random', 'shape-words', 'working'].join('|')})`,
      message: `core/${folder} may know ${known.join(', ') || 'no other folder'} only.`,
    }),
  }))),
  {
    files: ['core/sheet/audit/**/*.ts'],
    ignores: ['core/**/*.test.ts'],
    rules: forbid(nothingOutside, {
      regex: '^\\.\\./index|^\\.\\.$|^\\.\\./\\.\\./(?!fastening|fits|seals|materials|domain-error|kept-by)',
      message: 'The rules of the audit know the sheet, file by file, and what computes.',
    }),
  },
  {
    files: ['core/sheet/edit/**/*.ts'],
    ignores: ['core/**/*.test.ts'],
    rules: forbid(nothingOutside, {
      regex: '^\\.\\./index|^\\.\\.$|^\\.\\./\\.\\./(?!domain-error|field-words|shape-words)',
      message: 'Edits know the sheet, file by file.',
    }),
  },
  { files: ['shared/**/*.ts'], rules: forbid(app, server, demo, tests) },
  {
    files: ['shared/**/*.ts', 'server/**/*.ts'],
    ignores: ['shared/wire/list.ts'],
    rules: {
      'no-restricted-syntax': ['error', {
        selector: 'CallExpression[callee.object.name="Joi"][callee.property.name="array"]', message: 'list() judges the length before the items.',
      }],
    },
  },
  { files: ['app/**/*.{ts,vue}'], ignores: ['app/**/*.test.ts'], rules: forbid(server, demo, tests, core) },
  ...FLOORS.slice(0, -1).map(floor => ({
    files: [`app/${floor}/**/*.{ts,vue}`],
    ignores: ['app/**/*.test.ts'],
    rules: forbid(
      server,
      demo,
      tests,
      core,
      {
        regex: `^(\\.\\./)+(${above(floor).join('|')})/`,
        message: `app/${floor} knows what is below it: ${FLOORS.slice(0, FLOORS.indexOf(floor)).join(', ') || 'nothing'}.`,
      },
      ...(floor === 'features' ? [insides] : []),
    ),
  })),
  {
    files: ['app/**/*.{ts,vue}'],
    ignores: ['app/**/*.test.ts'],
    rules: { '@typescript-eslint/no-restricted-imports': ['error', { patterns: [typesOnly] }] },
  },
  { files: ['server/**/*.ts'], rules: forbid(app, demo, tests) },
  {
    files: ['server/api/**/*.ts'],
    rules: forbid(app, demo, tests, { regex: '^drizzle-orm(?!$)|db/schema', message: 'SQL lives in services.' }),
  },
)
