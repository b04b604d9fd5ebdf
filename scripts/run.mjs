// npm run demo | start | dev | lint | backup | bench | fuzz | kills | figures | same | texts: makes sure all is
// there, then does it.
import { spawn } from "node:child_process";
import { createRequire } from "node:module";
import { dirname, join } from "node:path";
import { build, install, needNode, root, ROOMS, run, say } from "./tools.mjs";

const server = (...flags) => {
  const child = spawn(process.execPath, ["--import", "tsx", join("server", "main.ts"), ...flags], {
    cwd: root,
    stdio: "inherit",
  });
  for (const signal of ["SIGTERM", "SIGINT"]) process.on(signal, () => child.kill(signal));
  return new Promise((resolve) => child.on("exit", (code) => resolve(code ?? 0)));
};

/** Where it lies depends on how packages were laid out. */
const viteProgram = () =>
  join(
    dirname(createRequire(join(root, "web", "package.json")).resolve("vite/package.json")),
    "bin",
    "vite.js",
  );

/** Some tests with all the time they need. */
const tests = (...which) =>
  run(process.execPath, [
    "--experimental-vm-modules",
    "--no-warnings",
    join("node_modules", "jest", "bin", "jest.js"),
    "--testTimeout=3600000",
    ...which,
  ]);

const commands = {
  demo: async () => {
    await build();
    return server("--demo");
  },
  start: async () => {
    await build();
    return server();
  },
  dev: async () => {
    // started itself, not by npx, which would leave it behind when it is stopped
    const vite = spawn(process.execPath, [viteProgram(), "--clearScreen", "false"], {
      cwd: join(root, "web"),
      stdio: "inherit",
    });
    process.on("exit", () => vite.kill());
    const code = await server("--demo");
    vite.kill();
    return code;
  },
  lint: async () =>
    (await run("npx", ["prettier", "--check", "--log-level", "warn", "."])) ||
    (await run("npx", ["eslint", "."])) ||
    (await run("npx", ROOMS)) ||
    run("npx", ["tsc", "-p", "."]),
  kills: async () => {
    await build();
    return run(process.execPath, ["--import", "tsx", join("e2e", "bench", "kills.ts")]);
  },
  fuzz: async () => {
    process.env.FUZZ_RUNS ??= "20000";
    return (
      (await run(process.execPath, ["--import", "tsx", join("e2e", "bench", "fuzz.ts")])) ||
      tests("server/http/fuzz")
    );
  },
  texts: async () => (await import("./texts.mjs")).writeTexts() ?? 0,
  same: () =>
    run(process.execPath, [
      "--import",
      "tsx",
      join("e2e", "bench", "same.ts"),
      ...process.argv.slice(3),
    ]),
  // figures that are all or nothing are tests: the search against trying everything, reach, pedal
  figures: async () => {
    process.env.PIECES ??= "1000";
    return (
      (await run(process.execPath, ["--import", "tsx", join("e2e", "bench", "figures.ts")])) ||
      tests(
        "--verbose",
        "core/instruments/keyboard/search",
        "core/instruments/keyboard/reach",
        "core/instruments/(guitar|harp|organ|accordion|ornaments)",
        "core/pedalling",
      )
    );
  },
  backup: () =>
    run(process.execPath, [
      "--import",
      "tsx",
      join("server", "backup.ts"),
      ...process.argv.slice(3),
    ]),
  bench: async () => {
    await build();
    return run(process.execPath, ["--import", "tsx", join("e2e", "bench", "main.ts")]);
  },
};

try {
  needNode();
  await install();
  process.exitCode = await commands[process.argv[2]]();
} catch (error) {
  say(error.message);
  process.exitCode = 1;
}
