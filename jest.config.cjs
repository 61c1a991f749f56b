const NUMBERS = ['Math', 'Float64Array', 'Float32Array', 'Uint32Array', 'Int32Array'];
const base = {
  rootDir: __dirname,
  testEnvironment: 'node',
  setupFilesAfterEnv: ['<rootDir>/jest.patience.cjs'],
  // Looked up through the sandbox each time they are named, these took most of the time of what computes.
  // (Names that a package declares for itself, such as Number, cannot be among them.)
  sandboxInjectedGlobals: [...NUMBERS, 'Infinity'],
  // Packages that come as modules only.
  transformIgnorePatterns: ['/node_modules/(?!(delaunator|robust-predicates)/)'],
  transform: {
    '^.+\\.(tsx?|m?js)$': [
      '@swc/jest',
      { ...JSON.parse(require('fs').readFileSync('.swcrc', 'utf8')), swcrc: false },
    ],
  },
  moduleNameMapper: {
    '^@brelm/core/(\\w+)$': '<rootDir>/packages/core/src/$1/index.ts',
    '^@brelm/server$': '<rootDir>/apps/server/src/index.ts',
    '^@brelm/engine$': '<rootDir>/packages/engine/src/index.ts',
  },
};
const prepared = {
  globalSetup: '<rootDir>/jest.prepared.cjs',
  globalTeardown: '<rootDir>/jest.prepared-end.cjs',
};
module.exports = {
  projects: [
    {
      ...base,
      displayName: 'unit',
      testMatch: [
        '<rootDir>/packages/core/src/**/*.test.ts',
        '<rootDir>/packages/engine/src/**/*.test.ts',
        '<rootDir>/packages/scenery/src/**/*.test.ts',
        '<rootDir>/apps/cli/src/**/*.test.ts',
        '<rootDir>/apps/server/src/**/*.test.ts',
      ],
    },
    {
      ...base,
      displayName: 'unit',
      // An icon is called Infinity.
      sandboxInjectedGlobals: NUMBERS,
      testMatch: ['<rootDir>/apps/web/src/**/*.test.ts'],
    },
    { ...base, ...prepared, displayName: 'server', testMatch: ['<rootDir>/apps/server/test/**/*.test.ts'] },
    {
      ...base,
      ...prepared,
      displayName: 'e2e',
      testEnvironment: '<rootDir>/jest.browser.cjs',
      testMatch: ['<rootDir>/e2e/**/*.test.ts'],
    },
  ],
};
