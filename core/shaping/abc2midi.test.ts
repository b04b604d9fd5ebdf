import { execFileSync } from "node:child_process";
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { parseMidi } from "midi-file";
import { levelName, LEVELS, velocityOf } from "../score/index.ts";

// Source: abc2midi of Debian's abcmidi, which turns the same eight signs into key velocities. Run
// where `npm test` found it, as the other comparison with it.
it("a level is struck as hard as an independent program strikes it", () => {
  const folder = mkdtempSync(join(tmpdir(), "yarrow-ridge-loud-"));
  const [source, target] = [join(folder, "t.abc"), join(folder, "t.mid")];
  const signs = LEVELS.map((name) => `!${name}! C4 |`).join(" ");
  writeFileSync(source, `X:1\nM:4/4\nL:1/4\nK:C\n${signs}\n`);
  try {
    execFileSync(process.env.ABC2MIDI!, [source, "-o", target], { stdio: "pipe" });
  } catch {
    // it ends with an error code for remarks too
  }
  const struck = parseMidi(readFileSync(target))
    .tracks.flat()
    .flatMap((event) => (event.type === "noteOn" && event.velocity > 0 ? [event.velocity] : []));
  rmSync(folder, { recursive: true, force: true });
  expect(LEVELS.map((_, i) => velocityOf(i + 1))).toEqual(struck);
  expect(LEVELS.map((_, i) => levelName(i + 1))).toEqual([...LEVELS]);
});
