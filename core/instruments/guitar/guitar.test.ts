import { fraction, midiOf, type Pitch } from "../../score/index.ts";
import { proposeNotes, type Played } from "../../fingering/index.ts";
import { leftHand } from "./leftHand.ts";
import * as taught from "./taught/items.ts";
import { WRITTEN_LAST } from "./taught/last.ts";
import { WRITTEN_AFTER } from "./taught/after.ts";
import type { Taught } from "./taught/items.ts";

function pitchNamed(name: string): number {
  const [, step, sign, octave] = /^([A-G])([#b]?)(\d)$/.exec(name)!;
  const alter = sign === "#" ? 1 : sign === "b" ? -1 : 0;
  return midiOf({ step: step as Pitch["step"], alter, octave: Number(octave) });
}

/** Notes as the lists write them. */
function playedFrom(text: string): Played[] {
  let at = 0;
  const found: Played[] = [];
  for (const moment of text.split(" ")) {
    const notes = moment.split("+").map((one) => one.split(":") as [string, string?]);
    for (const [name, long] of notes)
      found.push({
        ...{ id: String(found.length), bar: 0, midi: pitchNamed(name), at: fraction(at) },
        ...{ length: fraction(Number(long ?? 1)), grace: false, staccato: false },
      });
    at += Math.min(...notes.map(([, long]) => Number(long ?? 1)));
  }
  return found;
}

/** Places as the lists write them. */
const fingered = (item: Taught): string => waysFor(item, 0)[0]!;

/** The first choice and so many other ways. */
function waysFor({ notes, position, strings, open }: Taught, alternatives: number): string[] {
  const played = playedFrom(notes);
  const told = new Map<string, ReadonlyMap<string, string>>();
  if (position) told.set("position", new Map(played.map(({ id }) => [id, position])));
  const own = strings?.split(" ");
  if (own) told.set("string", new Map(played.map(({ id }, i) => [id, own[i % own.length]!])));
  const found = proposeNotes(played, leftHand({}, open ? { open } : {}), {
    ...{ hand: "hands", tempo: 80, also: told, alternatives },
  });
  return [found, ...found.alternatives].map((way) =>
    [...way.notes]
      .sort((a, b) => Number(a.id) - Number(b.id))
      .map(({ also, finger }) => `${also?.["string"]}.${also?.["fret"]}.${finger}`)
      .join(" "),
  );
}

describe.each(Object.entries(taught))("%s", (_, items) => {
  it.each(items.map((item) => [item.name, item] as const))("%s", (_name, item) => {
    expect(item.places.split(" | ")).toContain(fingered(item));
  });
});

it("is right of what was written after the prices were frozen, but for what is named", () => {
  const missed = WRITTEN_AFTER.filter((item) => !item.places.split(" | ").includes(fingered(item)));
  // two barres lie at the sixth string's root instead, which is as common where no position is told
  expect(missed.map(({ name }) => name)).toEqual([
    ...["B, barre", "B flat, barre", "C major 7", "B 7, broken"],
    ...["F bass under a melody", "thirds on strings 3 and 2"],
  ]);
});

it("and of what was written last, 48 of 52 and 321 of 331 notes", () => {
  const missed = WRITTEN_LAST.filter((item) => !item.places.split(" | ").includes(fingered(item)));
  expect(missed.map(({ name }) => name)).toEqual([
    ...["B flat 7, barre", "B bass under a tune"],
    ...["thirds on strings 2 and 1", "sixths on strings 4 and 2"],
  ]);
  const notes = WRITTEN_LAST.map((item) => {
    const found = fingered(item).split(" ");
    const alike = (way: string) => way.split(" ").filter((one, i) => one === found[i]).length;
    return { all: found.length, right: Math.max(...item.places.split(" | ").map(alike)) };
  });
  const sum = (of: "all" | "right") => notes.reduce((total, one) => total + one[of], 0);
  expect([sum("right"), sum("all")]).toEqual([321, 331]);
});

it("has what is taught among its first choice and three others in 116 of 120", () => {
  const all = [...Object.values(taught).flat(), ...WRITTEN_AFTER, ...WRITTEN_LAST];
  const missed = all.filter(
    (item) => !waysFor(item, 3).some((way) => item.places.split(" | ").includes(way)),
  );
  expect([all.length - missed.length, all.length]).toEqual([116, 120]);
});
