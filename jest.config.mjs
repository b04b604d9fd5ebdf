const swc = [
  '@swc/jest',
  { jsc: { parser: { syntax: 'typescript', tsx: true }, target: 'es2022' }, module: { type: 'es6' } },
];

/** The run against a PostgreSQL server needs one: `npm test` starts it and says where it is. */
const withoutServer = process.env.TEST_DATABASE_URL ? [] : ['postgres\\.test\\.ts$'];

const project = (name, extra = {}) => ({
  displayName: name,
  rootDir: `./${name}`,
  testEnvironment: 'node',
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  transform: { '^.+\\.tsx?$': swc },
  testMatch: ['**/*.test.ts'],
  setupFiles: ['../scripts/seed.mjs'],
  testPathIgnorePatterns: ['/node_modules/', ...withoutServer],
  ...extra,
});

export default {
  testTimeout: 240_000,
  projects: [project('core'), project('server'), project('web'), project('e2e')],
};
