import config from './jest.config.mjs';

const folder = process.env.MUTANTS_FOLDER ?? 'core/src/kit';
const project = config.projects.find(({ rootDir }) => folder.startsWith(`${rootDir}/`));

/** One project, and of it the tests beside the code: they must bite by themselves. Without the suites that run the solver for minutes. */
export default {
  ...project,
  testMatch: [`<rootDir>/${folder.slice(project.rootDir.length + 1)}/**/*.test.ts`],
  testEnvironment: '@stryker-mutator/jest-runner/jest-env/node',
  testPathIgnorePatterns: [
    '/node_modules/',
    'calibration\\.test',
    'closed-forms',
    'growth\\.prop',
    'reference-cases',
    'restart-and-refusal',
    'cloud\\.test',
    'traveler/traveler\\.test',
  ],
};
