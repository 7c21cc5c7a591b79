import js from '@eslint/js'
import hooks from 'eslint-plugin-react-hooks'
import globals from 'globals'
import ts from 'typescript-eslint'

export default ts.config(
  { ignores: ['**/dist/**', '**/node_modules/**', '.verger/**', '.verger-test/**', 'test-results/**'] },
  js.configs.recommended,
  ...ts.configs.strict,
  {
    rules: {
      '@typescript-eslint/no-non-null-assertion': 'off', // indexed access is checked by the compiler; loops know their bounds
      '@typescript-eslint/no-extraneous-class': 'off', // Nest's modules are classes without members
      '@typescript-eslint/no-invalid-void-type': 'off', // call<void>() says that nothing comes back
      eqeqeq: 'error',
      'no-restricted-globals': ['error', 'event'],
    },
  },
  {
    files: ['core/src/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-globals': [
        'error',
        'window',
        'document',
        'process',
        'console',
        'Date',
        'setTimeout',
        'fetch',
        'globalThis',
      ],
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random', message: 'core has no randomness' },
      ],
      'no-restricted-imports': ['error', { patterns: ['node:*', 'react*', '@nestjs/*', '@verger/*'] }],
    },
  },
  {
    files: ['web/src/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': hooks },
    rules: { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'warn' },
  },
  {
    files: ['scripts/**/*.mjs', '*.mjs', 'server/**/*.ts', 'e2e/**/*.ts'],
    languageOptions: { globals: globals.node },
  },
  {
    // parts of it run inside the page that is measured
    files: ['scripts/lib/benchApp.mjs'],
    languageOptions: { globals: globals.browser },
  },
)
