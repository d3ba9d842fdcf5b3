/** Lint rules, with the dependency laws of the architecture as errors. */
import prettier from 'eslint-config-prettier'
import vue from 'eslint-plugin-vue'
import tseslint from 'typescript-eslint'

/** Folders of the core, each of which may import only those before it. */
const CORE = ['maths', 'units', 'laws', 'shapes', 'document']

const forbid = (files, patterns) => ({
  files,
  rules: { 'no-restricted-imports': ['error', { patterns }] },
})

/** Law 1: the core knows no screen, no Node and no database, only these libraries. */
const outsideCore = {
  regex: '^(?!\\.|(mathjs|class-validator|earcut|fast-xml-parser)$)',
  message: 'The core imports only itself and pure libraries (architecture, law 1).',
}

/** Law 2: from outside, the core is reached by its public face. */
const insideOfCore = {
  regex: 'core/src/(?!index)|@ligamen/core/',
  message: 'Import from @ligamen/core (architecture, law 2).',
}

export default tseslint.config(
  { ignores: ['.nuxt', '.output', '.ligamen', 'node_modules', 'test-results', 'playwright-report'] },
  ...tseslint.configs.strict,
  ...vue.configs['flat/recommended'],
  prettier,
  {
    files: ['**/*.vue'],
    languageOptions: { parserOptions: { parser: tseslint.parser } },
  },
  {
    rules: {
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/consistent-type-imports': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_' }],
      'vue/multi-word-component-names': 'off',
      'vue/require-default-prop': 'off',
      eqeqeq: 'error',
      'no-console': ['error', { allow: ['error'] }],
    },
  },
  { files: ['scripts/**', 'core/bench/**'], rules: { 'no-console': 'off' } },

  ...CORE.map((folder, i) =>
    forbid(
      [`core/src/${folder}/**`],
      [
        outsideCore,
        ...(i === CORE.length - 1
          ? []
          : [
              {
                group: CORE.slice(i + 1).map((below) => `**/${below}/**`),
                message: `${folder}/ may import only the folders before it (architecture, law 2).`,
              },
            ]),
        { regex: '/index$|^\\.\\.?$', message: 'Inside the core, import the file itself.' },
      ],
    ),
  ),
  forbid(
    ['app/**'],
    [insideOfCore, { regex: '/server/', message: 'The app reaches the server by its routes only.' }],
  ),
  forbid(
    ['server/**', 'demo/**', 'tests/**', 'cli/**'],
    [insideOfCore, { regex: '/app/|^~/', message: 'Only the app imports the app.' }],
  ),
)
