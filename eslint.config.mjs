// The rule that holds the directions of dependence: app → api → services → (core, store); core knows nobody.
import { builtinModules } from 'node:module'
import withNuxt from './.nuxt/eslint.config.mjs'

const NODE = [...builtinModules, ...builtinModules.map((name) => `node:${name}`)]
const forbid = (files, group, message, more = []) => ({
  files,
  rules: { 'no-restricted-imports': ['error', { patterns: [{ group, message }], paths: more }] },
})
/** Packages that core may use: pure, and the same in browser, worker and server. */
const PURE = [
  'zod',
  'canonicalize',
  '@noble/hashes',
  'sanitize-html',
  '@sindresorhus/slugify',
  'temporal-polyfill',
  'syllable',
  'fractional-indexing',
  'lucide',
]

/** What speaks SQL, which the store alone does. */
const SQL = ['sequelize', 'sqlite3', 'umzug', '**/store/plain']

/** A kind of item is asked what it can do, never which it is. */
const NO_KIND_BY_NAME = ['[left.property.name="kind"]', '[left.name="kind"]', '[left.property.name="value"][left.object.name="kind"]'].map(
  (left) => ({
    selector: `BinaryExpression[operator=/^[!=]==$/]${left}[right.value=/^(page|post|notice|banner|label|author|menu|settings)$/]`,
    message: 'ask what the kind can do (core/kinds), not which it is',
  }),
)

/** What is refused is said in one catalogue. */
const REASONS_IN_WORDS = {
  selector:
    'ObjectExpression:has(> Property[key.name="code"][value.type="Literal"]):has(> Property[key.name="detail"]), ObjectExpression:has(> Property[key.name="code"]):has(> Property[key.name="detail"][value.type="Literal"])',
  message: 'a reason is made by its code, and its sentence stands in core/words',
}

/** Numbers and dates are said by one formatter: core/words/number.ts and core/time/words.ts. */
const ONE_FORMATTER = [
  'CallExpression[callee.property.name=/^toLocale(Date|Time)?String$/]',
  'NewExpression[callee.object.name="Intl"]',
].map((selector) => ({ selector, message: 'say numbers with core/words/number, dates and times with core/time/words' }))

/** What the office says stands in core/words/office; what is left in its code is names of keys, codes and the like. */
const SAID = [
  ':not(BinaryExpression, SwitchCase, ImportDeclaration, MemberExpression) > Literal[value=/^[“A-Z][a-z’]* [a-z“]|^[a-z’]+ [a-z’]+ [a-z’]|^[A-Z][a-z]{2,}$/]:not([value=/^(Figtree|Enter|Escape|Space|Arrow|Fares|Winter)$/], CallExpression[callee.object.name="console"] > *)',
  'TemplateElement[value.raw=/[A-Za-z]{2,} [a-z]{2,}( |$)|^[A-Z][a-z]+ $|^[,;] [a-z]/]:not([value.raw=/[<{]|^pins of /], CallExpression[callee.object.name="console"] *)',
].map((selector) => ({ selector, message: 'what the office says stands in core/words/office' }))

export default withNuxt(
  { ignores: ['.output', '.nuxt', '.data', 'node_modules', 'test-results', 'playwright-report'] },
  {
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/unified-signatures': 'off',
      '@typescript-eslint/no-dynamic-delete': 'off',
      'no-control-regex': 'off',
      'vue/html-self-closing': 'off',
      'vue/singleline-html-element-content-newline': 'off',
      'vue/max-attributes-per-line': 'off',
      'vue/first-attribute-linebreak': 'off',
      'vue/html-closing-bracket-newline': 'off',
      'vue/html-indent': 'off',
      'vue/multi-word-component-names': 'off',
      'vue/require-default-prop': 'off',
      'no-empty': ['error', { allowEmptyCatch: false }],
    },
  },
  forbid(
    ['core/**/*.ts'],
    [
      '~/**',
      '~~/**',
      '**/app/**',
      '**/server/**',
      '**/demo/**',
      '#*',
      'vue',
      'nuxt',
      'h3',
      'sequelize',
      'sqlite3',
      'pinia',
      '@vue/*',
      '@tiptap/*',
      'sharp',
      'pino',
      'uuid',
      'lru-cache',
    ],
    'core knows nobody',
    NODE.map((name) => ({ name, message: 'core has no built-ins of Node' })),
  ),
  {
    files: ['core/**/*.ts'],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector:
            'ImportDeclaration[source.value=/^[^.]/]:not([source.value=/^(' +
            PURE.map((name) => name.replace('/', '\\u002F')).join('|') +
            ')/])',
          message: 'core uses only the pure packages listed in eslint.config.mjs',
        },
        ...NO_KIND_BY_NAME,
        REASONS_IN_WORDS,
        { selector: 'NewExpression[callee.name="Date"][arguments.length=0]', message: 'the clock is passed in' },
        { selector: 'CallExpression[callee.object.name="Math"][callee.property.name="random"]', message: 'randomness is passed in' },
        { selector: 'CallExpression[callee.object.name="Date"][callee.property.name="now"]', message: 'the clock is passed in' },
      ],
    },
  },
  forbid(
    ['server/store/**/*.ts'],
    ['**/services/**', '**/endpoints/**', '**/jobs/**', '**/site/**', '**/app/**', 'h3'],
    'the store knows only core',
  ),
  {
    files: ['server/store/migrations/*.ts'],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector: 'ImportDeclaration[importKind!="type"]:not([source.value=/^(\\.\\u002Ffrozen|node:.+)$/])',
          message: 'a migration is frozen: it uses nothing of the program, which goes on changing, but frozen.ts',
        },
      ],
    },
  },
  forbid(
    ['server/threads/**/*.ts', 'server/pictures/**/*.ts'],
    [...SQL, '**/services/**', '**/endpoints/**', '**/jobs/**', '**/site/**', '**/app/**', 'h3'],
    'what runs beside knows only core and store',
  ),
  {
    files: ['server/**/*.ts'],
    ignores: ['server/store/**'],
    rules: {
      'no-restricted-syntax': [
        'error',
        ...['[callee.object.name=/^(tx|db|read|reader|writer)$/]', '[callee.object.property.name=/^(tx|db|read)$/]'].map((object) => ({
          selector: `CallExpression[callee.property.name=/^(run|all|one|insert|insertNew|upsert|update|find|findOne|count|add|change|remove)$/]${object}`,
          message: 'the store alone speaks SQL: give what is asked a name in server/store',
        })),
        ...NO_KIND_BY_NAME,
        REASONS_IN_WORDS,
        ...ONE_FORMATTER,
      ],
    },
  },
  forbid(['server/services/**/*.ts'], [...SQL, '**/endpoints/**', '**/app/**', '**/jobs/**', 'h3'], 'services know core and store'),
  forbid(['server/jobs/**/*.ts'], [...SQL, '**/endpoints/**', '**/app/**', '**/site/**', 'h3'], 'jobs know services, core and store'),
  forbid(['server/site/**/*.ts'], [...SQL, '**/endpoints/**', '**/app/**'], 'the live site knows services, core and store'),
  forbid(['server/endpoints/**/*.ts'], [...SQL, '**/app/**'], 'endpoints know nothing of the office’s screens'),
  {
    files: ['app/**/*.{ts,vue}'],
    rules: {
      'no-restricted-syntax': ['error', ...NO_KIND_BY_NAME, ...ONE_FORMATTER, ...SAID],
      'vue/no-restricted-syntax': ['error', ...NO_KIND_BY_NAME, ...ONE_FORMATTER, ...SAID],
      'vue/no-bare-strings-in-template': [
        'error',
        {
          // Punctuation, keys, and what is typed as it stands.
          allowlist: [...'()/,.:;·–…“”‘’×+%#&[]→!?JKCRX', 'https://…', '<p>…</p>', 'first-start.code', '/sections/'],
          attributes: {
            '/.+/': ['title', 'placeholder', 'label', 'hint', 'alt', 'aria-label', 'aria-roledescription'],
            PlaceStrip: ['name'],
          },
          directives: ['v-text'],
        },
      ],
      '@typescript-eslint/no-restricted-imports': [
        'error',
        {
          patterns: [
            {
              group: ['**/server/**', '**/demo/**'],
              allowTypeImports: true,
              message: 'the office talks to the server through the API; only types of its answers may be named',
            },
          ],
        },
      ],
    },
  },
)
