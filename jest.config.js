/** Unit and server tests. ESM through SWC; the type check runs apart (npm run check:types). */
export default {
  testEnvironment: 'node',
  // Named exactly: the default pattern would also take scripts/test.mjs, the runner itself, for a test.
  testMatch: ['**/*.test.ts'],
  roots: [
    '<rootDir>/core/src',
    '<rootDir>/paper/src',
    '<rootDir>/server/src',
    '<rootDir>/cli/src',
    '<rootDir>/web/src',
    '<rootDir>/scripts',
  ],
  extensionsToTreatAsEsm: ['.ts'],
  testEnvironmentOptions: {
    globalsCleanup: 'off',
    customExportConditions: ['@bemtor/source', 'node', 'node-addons'],
  },
  transform: {
    '^.+\\.ts$': [
      '@swc/jest',
      {
        jsc: { target: 'es2022', parser: { syntax: 'typescript' } },
        module: { type: 'es6' },
        sourceMaps: 'inline',
      },
    ],
  },
  maxWorkers: 2,
};
