// What the commands share. Only what Node brings, because it runs before anything is installed.
import { execFileSync, spawn } from "node:child_process";
import { createHash } from "node:crypto";
import { existsSync, mkdirSync, readFileSync, readdirSync, statSync, writeFileSync } from "node:fs";
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";

export const root = dirname(dirname(fileURLToPath(import.meta.url)));
const cache = join(root, ".cache");

/** Who may import whom: `npx` with these arguments. */
export const ROOMS = [
  "depcruise",
  ...["core", "contract", "server", "web", "demo"],
  ...["--config", ".dependency-cruiser.mjs"],
];

export const say = (line) => process.stdout.write(`${line}\n`);

/** Runs a program to its end, showing what it prints; resolves with its exit code. */
export const run = (program, args, options = {}) =>
  new Promise((resolve, reject) => {
    const child = spawn(program, args, {
      cwd: root,
      stdio: "inherit",
      ...options,
      env: { ...process.env, ...options.env },
    });
    child.on("error", reject);
    child.on("exit", (code) => resolve(code ?? 1));
  });

/** Whether what a step depends on has changed since it last succeeded; `done` notes that it did. */
function stamp(name, content) {
  const file = join(cache, `${name}.stamp`);
  const hash = createHash("sha256").update(content).digest("hex");
  return {
    fresh: existsSync(file) && readFileSync(file, "utf8") === hash,
    done: () => {
      mkdirSync(cache, { recursive: true });
      writeFileSync(file, hash);
    },
  };
}

/** Installs the dependencies when they are missing or the lock file has changed. */
export async function install() {
  const lock = stamp("install", readFileSync(join(root, "package-lock.json")));
  if (existsSync(join(root, "node_modules", ".package-lock.json")) && lock.fresh) return;
  say("Installing dependencies (npm ci), a minute or two …");
  if (await run("npm", ["ci", "--no-audit", "--no-fund", "--loglevel=error"]))
    throw new Error("npm ci failed; see above.");
  lock.done();
}

function files(folder) {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    if (["node_modules", "dist"].includes(entry.name)) return [];
    const path = join(folder, entry.name);
    return entry.isDirectory() ? files(path) : [path];
  });
}

/** Builds the web pages when anything they are made from has changed. */
export async function build() {
  const sources = ["web", "core", "contract"].flatMap((folder) => files(join(root, folder)));
  const state = sources
    .filter((file) => !file.endsWith(".test.ts"))
    .map(
      (file) =>
        `${file.slice(root.length)} ${createHash("sha1").update(readFileSync(file)).digest("hex")}`,
    )
    .sort()
    .join("\n");
  const web = stamp("web", `${state}\n${statSync(join(root, "package-lock.json")).size}`);
  if (existsSync(join(root, "web", "dist", "index.html")) && web.fresh) return;
  say("Building the pages …");
  if (await run("npx", ["vite", "build", "--logLevel", "warn"], { cwd: join(root, "web") }))
    throw new Error("The build failed; see above.");
  web.done();
}

const CHROMIUMS = [
  process.env.CHROMIUM,
  "/usr/bin/chromium",
  "/usr/bin/chromium-browser",
  "/usr/bin/google-chrome",
  "/Applications/Google Chrome.app/Contents/MacOS/Google Chrome",
];

export const findChromium = () => CHROMIUMS.find((path) => path && existsSync(path));

/** Finds a Chromium for the browser tests; installs Debian's where that is possible. */
export async function chromium() {
  const found = findChromium();
  if (found) return found;
  const how =
    "Install it (on Debian: apt-get install chromium) or set CHROMIUM to the path of one, then run npm test again.";
  const may = process.getuid?.() === 0 && existsSync("/usr/bin/apt-get");
  if (!may)
    throw new Error(
      `No Chromium was found for the browser tests, and this user may not install one. ${how}`,
    );
  say("Installing Chromium for the browser tests (apt-get) …");
  const env = { DEBIAN_FRONTEND: "noninteractive" };
  await run("apt-get", ["update", "-qq"], { env });
  const code = await run(
    "apt-get",
    ["install", "-y", "-qq", "--no-install-recommends", "chromium"],
    { env, stdio: ["ignore", "ignore", "inherit"] },
  );
  const installed = findChromium();
  if (code || !installed) throw new Error(`Chromium could not be installed. ${how}`);
  return installed;
}

const ABC2MIDI = "/usr/bin/abc2midi";

/**
 * Finds Debian's abc2midi, which ABC tunes are compared with; installs it where that is possible.
 * Undefined when there is none.
 */
export async function abcReader() {
  if (!existsSync(ABC2MIDI) && process.getuid?.() === 0 && existsSync("/usr/bin/apt-get")) {
    say("Installing abcmidi for the tests (apt-get) …");
    const env = { DEBIAN_FRONTEND: "noninteractive" };
    await run("apt-get", ["update", "-qq"], { env });
    await run("apt-get", ["install", "-y", "-qq", "--no-install-recommends", "abcmidi"], {
      env,
      stdio: "ignore",
    });
  }
  return existsSync(ABC2MIDI) ? ABC2MIDI : undefined;
}

export const version = (program, args = ["--version"]) => {
  try {
    return execFileSync(program, args, { encoding: "utf8" }).trim();
  } catch {
    return undefined;
  }
};

export function needNode() {
  const [major, minor] = process.versions.node.split(".").map(Number);
  if (major < 20 || (major === 20 && minor < 19))
    throw new Error(`Node ${process.versions.node} is too old; Yarrow Ridge needs 20.19 or newer.`);
}
