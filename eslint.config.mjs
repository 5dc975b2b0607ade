import next from 'eslint-config-next'
import regexp from 'eslint-plugin-regexp'
import tseslint from 'typescript-eslint'

export default tseslint.config(
  {
    ignores: [
      'node_modules',
      '.next',
      'dist',
      'data',
      'next-env.d.ts',
      'test-results',
      'playwright-report',
      'assembly',
    ],
  },
  ...next,
  ...tseslint.configs.recommended,
  {
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/consistent-type-imports': [
        'error',
        { fixStyle: 'inline-type-imports', disallowTypeAnnotations: false },
      ],
      'no-empty': ['error', { allowEmptyCatch: false }],
      'max-lines': ['error', { max: 400, skipBlankLines: false }],
      eqeqeq: ['error', 'always', { null: 'ignore' }],
    },
  },
  {
    // What reads outside text must not take longer than its length: no pattern that can go back over itself.
    files: ['src/**/*.{ts,tsx}', 'cli/**/*.ts'],
    plugins: { regexp },
    rules: {
      'regexp/no-super-linear-backtracking': ['error', { report: 'potential' }],
      'regexp/no-super-linear-move': ['error', { report: 'potential' }],
    },
  },
  {
    files: ['src/**/*.ts'],
    rules: { 'max-lines-per-function': ['error', { max: 110, skipComments: true, skipBlankLines: true }] },
  },
  { files: ['src/**/*.tsx'], rules: { 'max-lines-per-function': ['error', { max: 200 }] } },
  // A hostile or loose document may be anything at all.
  { files: ['tests/**'], rules: { '@typescript-eslint/no-explicit-any': 'off', 'react-hooks/rules-of-hooks': 'off' } },
)
