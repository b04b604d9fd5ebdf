const swc = [
  "<rootDir>/../scripts/transform.mjs",
  {
    jsc: { parser: { syntax: "typescript", tsx: true }, target: "es2022" },
    module: { type: "es6" },
  },
];

/** Runs that need another program: `npm test` finds or installs it and says where it is. */
const withoutPrograms = [
  ...(process.env.TEST_DATABASE_URL ? [] : ["postgres\\.test\\.ts$"]),
  ...(process.env.ABC2MIDI ? [] : ["abc2midi\\.test\\.ts$"]),
];

const project = (name, extra = {}) => ({
  displayName: name,
  rootDir: `./${name}`,
  testEnvironment: "node",
  extensionsToTreatAsEsm: [".ts", ".tsx"],
  transform: { "^.+\\.tsx?$": swc },
  testMatch: ["**/*.test.ts"],
  setupFiles: ["../scripts/seed.mjs"],

  testPathIgnorePatterns: ["/node_modules/", ...withoutPrograms],
  ...extra,
});

/** Sentences of core and server are compared in plain English. */
const plainly = { setupFilesAfterEnv: ["../scripts/readPlain.mjs"] };

export default {
  testTimeout: 240_000,
  projects: [project("core", plainly), project("server", plainly), project("web"), project("e2e")],
};
