/**
 * Mutation runner, `npm run mutants -- core/src/kit`: every change of one operator, number or word in a folder must make a test fail.
 * Runs with a Jest configuration of its own, without the slow solver suites. Not in CI.
 */
const folder = process.env.MUTANTS_FOLDER ?? 'core/src/kit';

/** @type {import('@stryker-mutator/api/core').PartialStrykerOptions} */
export default {
  testRunner: 'jest',
  plugins: ['@stryker-mutator/jest-runner'],
  jest: { projectType: 'custom', configFile: 'jest.mutants.config.mjs', enableFindRelatedTests: false },
  testRunnerNodeArgs: [],
  coverageAnalysis: 'perTest',
  mutate: [`${folder}/**/*.ts`, `!${folder}/**/*.test.ts`, `!${folder}/**/index.ts`],
  // Words are for people; whether they are right no test can say.
  mutator: { excludedMutations: ['StringLiteral'] },
  ignoreStatic: true,
  concurrency: 2,
  timeoutMS: 20000,
  reporters: ['clear-text', 'json'],
  jsonReporter: { fileName: '.local/mutants.json' },
  clearTextReporter: { allowColor: false, reportTests: false, reportMutants: true, reportScoreTable: true },
  tempDirName: '.local/stryker',
  ignorePatterns: ['/web', '/e2e', '/.local', '/docs', '**/dist', '/test-results'],
  allowConsoleColors: false,
};
