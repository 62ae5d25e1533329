import js from '@eslint/js'
import pluginVue from 'eslint-plugin-vue'
import ts from 'typescript-eslint'
import vueParser from 'vue-eslint-parser'

export default ts.config(
  { ignores: ['.nuxt/**', '.output/**', '.build/**', '.data/**', 'node_modules/**', 'test-results/**'] },
  js.configs.recommended,
  ...ts.configs.recommended,
  ...pluginVue.configs['flat/essential'],
  {
    files: ['**/*.{ts,vue,mjs}'],
    languageOptions: {
      parser: vueParser,
      parserOptions: { parser: ts.parser, ecmaVersion: 2023, sourceType: 'module' },
    },
    rules: {
      'no-undef': 'off',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      'vue/multi-word-component-names': 'off',
      'max-lines': ['error', { max: 330, skipBlankLines: true, skipComments: true }],
    },
  },
  {
    // A promise that nobody waits for says so: what fails in it would be heard of by nobody.
    files: ['server/**/*.ts', 'cli/**/*.ts', 'app/document/**/*.ts', 'app/run/**/*.ts'],
    languageOptions: {
      parser: ts.parser,
      parserOptions: { project: './tsconfig.promises.json', tsconfigRootDir: import.meta.dirname },
    },
    rules: { '@typescript-eslint/no-floating-promises': 'error' },
  },
  {
    files: ['core/**/*.ts'],
    ignores: ['core/**/*.test.ts'],
    rules: {
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random', message: 'Luck comes from base/luck.' },
      ],
      'no-restricted-globals': [
        'error',
        'Date',
        'performance',
        'window',
        'document',
        'process',
        'setTimeout',
        'fetch',
        'console',
      ],
    },
  },
  {
    files: ['**/*.test.ts', 'tests/**/*.ts', 'core/testing/**/*.ts', 'demo/*.ts'],
    rules: { 'max-lines': 'off', '@typescript-eslint/no-explicit-any': 'off' },
  },
)
