const swc = [
  '@swc/jest',
  { jsc: { parser: { syntax: 'typescript', tsx: true }, target: 'es2022' }, module: { type: 'es6' } },
];

const project = (name, extra = {}) => ({
  displayName: name,
  rootDir: `./${name}`,
  testEnvironment: 'node',
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  transform: { '^.+\\.tsx?$': swc },
  testMatch: ['**/*.test.ts'],
  testTimeout: 120_000,
  ...extra,
});

export default {
  projects: [project('core'), project('demo'), project('server'), project('e2e')],
};
