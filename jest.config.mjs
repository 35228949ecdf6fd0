const swc = (options = {}) => [
  '@swc/jest',
  {
    jsc: { parser: { syntax: 'typescript', tsx: true, decorators: true }, target: 'es2022', keepClassNames: true, ...options },
    module: { type: 'commonjs' },
  },
];
/** Packages that ship as ES modules only. */
const esm = 'd3.*|internmap|delaunator|robust-predicates|comlink|idb|ml-.*|is-any-array';
const transformIgnorePatterns = [`node_modules/(?!(${esm})/)`];
const moduleNameMapper = { '^@pentimento/core/([a-z-]+)$': '<rootDir>/../core/src/$1/index.ts', '^(\\.{1,2}/.*)\\.js$': '$1' };

/** Hooks and tests wait for a busy machine: a project's own testTimeout does not reach its hooks. */
const patience = ['<rootDir>/../tools/jest-patience.cjs'];

/** @type {import('jest').Config} */
export default {
  projects: [
    {
      displayName: 'core',
      setupFilesAfterEnv: patience,
      rootDir: 'core',
      testEnvironment: 'node',
      testMatch: ['<rootDir>/src/**/*.test.ts'],
      transform: { '\\.(t|j)s$': swc() },
      transformIgnorePatterns,
      moduleNameMapper,
    },
    {
      displayName: 'server',
      rootDir: 'server',
      testEnvironment: 'node',
      testMatch: ['<rootDir>/src/**/*.test.ts'],
      transform: {
        '\\.(t|j)s$': swc({ transform: { legacyDecorator: true, decoratorMetadata: true, useDefineForClassFields: false } }),
      },
      transformIgnorePatterns,
      moduleNameMapper,
      setupFilesAfterEnv: patience,
    },
    {
      displayName: 'web',
      rootDir: 'web',
      testEnvironment: 'jsdom',
      testMatch: ['<rootDir>/src/**/*.test.{ts,tsx}'],
      transform: { '\\.(t|j)sx?$|\\.mjs$': swc({ transform: { react: { runtime: 'automatic' } } }) },
      transformIgnorePatterns,
      moduleNameMapper: { ...moduleNameMapper, '\\.css$': '<rootDir>/src/test-support/empty.ts' },
      setupFiles: ['<rootDir>/src/test-support/globals.ts'],
      setupFilesAfterEnv: [...patience, '<rootDir>/src/test-support/matchers.ts'],
    },
  ],
};
