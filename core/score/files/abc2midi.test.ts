import { execFileSync } from "node:child_process";
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { parseMidi } from "midi-file";
import { notesByBar, playingOrder, readFile, toNumber, type Score } from "../index.ts";

const read = (text: string, tune?: number) =>
  readFile(new TextEncoder().encode(text), tune === undefined ? {} : { tune }).score;

/** What an independent program plays: every key with its time, in order. */
function playedBy(program: string, text: string, number: string): number[] {
  const folder = mkdtempSync(join(tmpdir(), "yarrow-ridge-abc-"));
  const [source, target] = [join(folder, "t.abc"), join(folder, "t.mid")];
  // without the chords it would add to the melody
  writeFileSync(source, text.replace(/^(K:.*)$/gm, "$1\n%%MIDI gchordoff"), "latin1");
  try {
    execFileSync(program, [source, number, "-o", target], { stdio: "pipe" });
  } catch {
    // it ends with an error code for remarks too
  }
  const midi = parseMidi(readFileSync(target));
  rmSync(folder, { recursive: true, force: true });
  return midi.tracks
    .flatMap((events) => {
      let tick = 0;
      return events.flatMap((event) => {
        tick += event.deltaTime;
        return event.type === "noteOn" && event.velocity > 0
          ? [{ tick, key: event.noteNumber }]
          : [];
      });
    })
    .sort((a, b) => a.tick - b.tick || a.key - b.key)
    .map(({ key }) => key);
}

function played(score: Score): number[] {
  const byBar = notesByBar(score);
  let start = 0;
  return playingOrder(score.bars)
    .flatMap((bar) => {
      const found = byBar[bar]!.filter((note) => !note.held && !note.grace).map((note) => ({
        at: Math.round((start + toNumber(note.offset)) * 1e4),
        key: note.midi,
      }));
      start += toNumber(score.bars[bar]!.length);
      return found;
    })
    .sort((a, b) => a.at - b.at || a.key - b.key)
    .map(({ key }) => key);
}

const program = process.env.ABC2MIDI!;
const examples = "/usr/share/doc/abcmidi/examples";

// Debian's abcmidi, with the tunes in its examples folder: those that use no percussion, no tuning
// of their own and no written-out ornaments, which are no notation
describe("an independent reader of ABC", () => {
  const OTHER =
    /%%MIDI\s*(drum|channel 10|temperament)|\^\/|_\/|^V:.*\n(.|\n)*channel 10|(^|[\s|])T[_^=]?[A-Ga-g]/m;
  const files = readdirSync(examples).filter((name) => name.endsWith(".abc"));
  const tunes = files.flatMap((name) =>
    readFileSync(join(examples, name), "latin1")
      .split(/(?=^X:)/m)
      .filter((text) => /^X:\s*\d+/.test(text) && /^K:/m.test(text) && !OTHER.test(text))
      .map((text) => [`${name} ${/^T:\s*(.*)$/m.exec(text)?.[1] ?? ""}`, text] as const),
  );
  it("has tunes to compare", () => expect(tunes.length).toBeGreaterThan(5));
  it.each(tunes)("plays the same keys in the same order: %s", (_, text) => {
    expect(played(read(text, 0))).toEqual(playedBy(program, text, /^X:\s*(\d+)/.exec(text)![1]!));
  });
  it.each([
    ["repeat", "|:C4|D4:|E4|]"],
    ["endings", "|:C4|1D4:|2E4||F4|]"],
    ["two repeats", "|:C4:|:D4:|E4|]"],
    ["endings of two bars", "|:C4|1D4|E4:|2F4|G4||A4|]"],
    ["pick-up", "G2|:C4|D2G2:|E2|]"],
    ["order of parts", "P:A\nC4|D4|\nP:B\nE4|F4|]", "P:AABA\n"],
    ["order of parts in groups", "P:A\nC4|D4|\nP:B\n|:E4:|F4|]", "P:(AB)2\n"],
  ])("plays a %s as it does", (_, notes, order = "") => {
    const text = `X:1\nT:x\nM:2/4\nL:1/8\n${order}K:C\n${notes}\n`;
    expect(played(read(text))).toEqual(playedBy(program, text, "1"));
  });
});
