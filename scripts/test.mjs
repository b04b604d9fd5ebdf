// npm test: lint, types, unit, server and browser tests, from whatever state the clone is in.
import { mkdtempSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { abcReader, build, chromium, install, needNode, ROOMS, run, say } from "./tools.mjs";

const only = process.argv.slice(2);
let [passed, failed, skipped] = [0, 0, 0];

async function step(name, program, args) {
  say(`\n${name} …`);
  const ok = (await run(program, args)) === 0;
  if (ok) passed++;
  else failed++;
  say(`${name}: ${ok ? "passed" : "FAILED"}`);
}

async function jest(env) {
  say("\nTests …");
  const folder = mkdtempSync(join(tmpdir(), "yarrow-ridge-test-"));
  const file = join(folder, "results.json");
  const code = await run(
    process.execPath,
    [
      "--experimental-vm-modules",
      "--no-warnings",
      join("node_modules", "jest", "bin", "jest.js"),
      "--json",
      `--outputFile=${file}`,
      "--maxWorkers=2",
      ...only,
    ],
    { env, stdio: ["ignore", "ignore", "inherit"] },
  );
  try {
    const results = JSON.parse(readFileSync(file, "utf8"));
    passed += results.numPassedTests;
    failed += results.numFailedTests + results.numRuntimeErrorTestSuites;
    skipped += results.numPendingTests;
    if (code !== 0 && results.numFailedTests + results.numRuntimeErrorTestSuites === 0) failed++;
  } catch {
    failed++;
    say("The test runner ended without a result.");
  }
  rmSync(folder, { recursive: true, force: true });
}

let postgres;
try {
  needNode();
  await install();
  if (only.length === 0) {
    await step("Format", "npx", ["prettier", "--check", "--log-level", "warn", "."]);
    await step("Lint", "npx", ["eslint", "."]);
    await step("Rooms", "npx", ROOMS);
    await step("Types", "npx", ["tsc", "-p", "."]);
  }
  await build();
  const browser = await chromium();
  const { startPostgres } = await import("./postgres.mjs");
  postgres = await startPostgres();
  if (!postgres)
    say(
      "No PostgreSQL server on this machine (on Debian: apt-get install postgresql); the run against one is left out.",
    );
  const abc2midi = await abcReader();
  if (!abc2midi)
    say(
      "No abc2midi on this machine (on Debian: apt-get install abcmidi); ABC tunes are not compared with it.",
    );
  await jest({
    CHROMIUM: browser,
    ...(abc2midi ? { ABC2MIDI: abc2midi } : {}),
    ...(postgres ? { TEST_DATABASE_URL: postgres.url } : {}),
  });
} catch (error) {
  failed++;
  say(error.message);
}
postgres?.stop();
say(`\n${passed} passed, ${failed} failed${skipped ? `, ${skipped} skipped` : ""}`);
process.exitCode = failed ? 1 : 0;
