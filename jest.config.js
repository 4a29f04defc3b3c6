/** Unit and server tests. ESM through SWC; the type check runs apart (npm run check:types). */
export default {
  testEnvironment: 'node',
  // Named exactly: the default pattern would also take scripts/test.mjs, the runner itself, for a test.
  // A spec mounts components: it is checked with them.
  testMatch: ['**/*.test.ts', '<rootDir>/web/src/**/*.spec.ts'],
  roots: [
    '<rootDir>/core/src',
    '<rootDir>/paper/src',
    '<rootDir>/server/src',
    '<rootDir>/cli/src',
    '<rootDir>/web/src',
    '<rootDir>/scripts',
  ],
  setupFiles: ['<rootDir>/web/src/testing/browserStubs.ts'],
  extensionsToTreatAsEsm: ['.ts', '.vue'],
  moduleFileExtensions: ['ts', 'js', 'mjs', 'cjs', 'json', 'vue'],
  moduleNameMapper: {
    '\\.css$': '<rootDir>/web/src/testing/noStyle.mjs',
    '^vuetify/styles': '<rootDir>/web/src/testing/noStyle.mjs',
  },
  testEnvironmentOptions: {
    globalsCleanup: 'off',
    customExportConditions: ['@bemtor/source', 'node', 'node-addons'],
  },
  transform: {
    '^.+\\.vue$': '<rootDir>/web/src/testing/vueTransform.mjs',
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
  // Generous: a busy machine is no failure, and nothing here asserts a time.
  testTimeout: 30_000,
};
