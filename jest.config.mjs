/** Unit, reference and architecture tests in native ES modules. */
const config = {
  testEnvironment: 'node',
  // What ends after its test file may still look at what it keeps; wrapped by the cleanup it would set itself for ever.
  testEnvironmentOptions: { globalsCleanup: 'off' },
  roots: ['<rootDir>/tests/unit', '<rootDir>/tests/reference', '<rootDir>/tests/architecture'],
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  transform: {
    '^.+\\.tsx?$': [
      '@swc/jest',
      { jsc: { parser: { syntax: 'typescript', tsx: true }, target: 'es2022' }, module: { type: 'es6' } },
    ],
  },
  moduleNameMapper: {
    '^@/(.*)$': '<rootDir>/src/$1',
    '^@tests/(.*)$': '<rootDir>/tests/$1',
    '^@demo/(.*)$': '<rootDir>/demo/$1',
  },
  testTimeout: 240000,
  // Two cores: one for the tests, one for what they start.
  maxWorkers: 2,
}

export default config
