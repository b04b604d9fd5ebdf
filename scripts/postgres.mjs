// A PostgreSQL server of our own for the tests: a fresh cluster in a temporary folder, on a local
// port.
import { execFileSync, spawnSync } from "node:child_process";
import { chownSync, existsSync, mkdtempSync, readdirSync, rmSync } from "node:fs";
import { createServer } from "node:net";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { run, say } from "./tools.mjs";

function binaries() {
  const base = "/usr/lib/postgresql";
  const versions = existsSync(base) ? readdirSync(base).sort((a, b) => Number(b) - Number(a)) : [];
  return versions
    .map((version) => join(base, version, "bin"))
    .find((folder) => existsSync(join(folder, "initdb")));
}

const freePort = () =>
  new Promise((resolve) => {
    const probe = createServer().listen(0, "127.0.0.1", () => {
      const { port } = probe.address();
      probe.close(() => resolve(port));
    });
  });

/**
 * Starts a cluster, installing Debian's postgresql where that is possible; undefined when there is
 * none to be had.
 */
export async function startPostgres() {
  const root = process.getuid?.() === 0;
  if (!binaries() && root && existsSync("/usr/bin/apt-get")) {
    say("Installing PostgreSQL for the tests (apt-get) …");
    const env = { DEBIAN_FRONTEND: "noninteractive" };
    await run("apt-get", ["update", "-qq"], { env });
    await run("apt-get", ["install", "-y", "-qq", "--no-install-recommends", "postgresql"], {
      env,
      stdio: "ignore",
    });
  }
  const bin = binaries();
  if (!bin) return undefined;
  const folder = mkdtempSync(join(tmpdir(), "yarrow-ridge-pg-"));
  // the server refuses to run as root
  const user = root ? "postgres" : undefined;
  if (user)
    chownSync(
      folder,
      Number(execFileSync("id", ["-u", user])),
      Number(execFileSync("id", ["-g", user])),
    );
  const as = (program, args) => {
    const [command, rest] = user
      ? ["runuser", ["-u", user, "--", join(bin, program), ...args]]
      : [join(bin, program), args];
    const done = spawnSync(command, rest, {
      cwd: folder,
      stdio: ["ignore", "ignore", "pipe"],
      encoding: "utf8",
    });
    if (done.status !== 0) throw new Error(`${program} failed: ${done.stderr}`);
  };
  const port = await freePort();
  as("initdb", [
    "-D",
    join(folder, "db"),
    "-A",
    "trust",
    "-U",
    "studio",
    "--no-sync",
    "-E",
    "UTF8",
    "--locale=C",
  ]);
  as("pg_ctl", [
    "-D",
    join(folder, "db"),
    "-w",
    "-l",
    join(folder, "log"),
    "-o",
    `-p ${port} -c listen_addresses=127.0.0.1 -c unix_socket_directories=${folder} -c fsync=off`,
    "start",
  ]);
  return {
    url: `postgresql://studio@127.0.0.1:${port}/postgres`,
    stop: () => {
      as("pg_ctl", ["-D", join(folder, "db"), "-m", "immediate", "stop"]);
      rmSync(folder, { recursive: true, force: true });
    },
  };
}
