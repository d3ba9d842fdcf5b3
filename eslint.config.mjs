/** Lint rules. The laws of dependency are in .dependency-cruiser.mjs. */
import prettier from 'eslint-config-prettier'
import vue from 'eslint-plugin-vue'
import tseslint from 'typescript-eslint'

export default tseslint.config(
  {
    ignores: [
      'cli/dist',
      'docs/api',
      '.nuxt',
      '.output',
      '.ligamen',
      'node_modules',
      'test-results',
      'playwright-report',
    ],
  },
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
  {
    // documents of the demo are data; a group of tests is a list
    ignores: ['demo/documents/**', '**/test/**', '**/tests/**', '**/*.test.ts'],
    rules: {
      'max-lines': ['error', 400],
      'max-lines-per-function': ['error', { max: 80, skipBlankLines: true, skipComments: true }],
    },
  },
)
