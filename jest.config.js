const shared = {
  rootDir: import.meta.dirname,
  testEnvironment: 'node',
  transform: {
    '^.+\\.(t|j|mj)sx?$': ['@swc/jest', { jsc: { target: 'es2022', parser: { syntax: 'typescript', tsx: true } } }],
  },
  transformIgnorePatterns: [
    '/node_modules/(?!(@noble|date-fns|safe-stable-stringify|fast-equals|iron-session|iron-webcrypto|cookie|uint8array-extras|css-select|css-what|boolbase|nth-check|domhandler|domutils|domelementtype|dom-serializer|entities)/)',
  ],
  /* What is hot in the core, handed to each module: through the sandbox's global object each use takes several times as long. */
  sandboxInjectedGlobals: ['Array', 'Infinity', 'JSON', 'Map', 'Math', 'Object', 'Set', 'WeakMap'],
  moduleNameMapper: { '^@/(.*)$': '<rootDir>/src/$1' },
};

/** @type {import('jest').Config} */
export default {
  /* Only a test that hangs runs into this: how fast something is, `npm run bench` tells. */
  testTimeout: 300_000,
  projects: [
    { ...shared, displayName: 'core', testMatch: ['<rootDir>/tests/core/**/*.test.ts'] },
    { ...shared, displayName: 'ui', testMatch: ['<rootDir>/tests/ui/**/*.test.ts'] },
    {
      ...shared,
      displayName: 'server',
      testMatch: ['<rootDir>/tests/server/**/*.test.ts'],
      setupFiles: ['<rootDir>/tests/server/own-database.ts'],
    },
  ],
};
