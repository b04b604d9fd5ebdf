// npm run unit -- path: the tests whose path matches, without browser, database server or build.
import { run } from "./tools.mjs";

const paths = process.argv.slice(2);
process.exitCode = await run(process.execPath, [
  "--experimental-vm-modules",
  "--no-warnings",
  "node_modules/jest/bin/jest.js",
  "--selectProjects",
  "core",
  "server",
  "web",
  ...(paths.length ? ["--testPathPatterns", ...paths] : []),
]);
