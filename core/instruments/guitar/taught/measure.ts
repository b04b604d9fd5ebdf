import { proposeNotes, type Played } from "../../../fingering/index.ts";
import { fraction, keyOfName } from "../../../score/index.ts";
import { leftHand } from "../leftHand.ts";
import { WRITTEN_AFTER } from "./after.ts";
import * as taught from "./items.ts";
import { WRITTEN_FRESH } from "./fresh.ts";
import { WRITTEN_LAST } from "./last.ts";
import { WRITTEN_SINCE } from "./since.ts";
import type { Taught } from "./items.ts";

export const pitchNamed = (name: string): number => keyOfName(name)!;

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
export const fingered = (item: Taught): string => waysFor(item, 0)[0]!;

/** The first choice and so many other ways. */
export function waysFor(
  { notes, position, strings, open }: Taught,
  alternatives: number,
): string[] {
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

/** What is taught, by when it was written. */
export const LISTS: readonly (readonly [when: string, items: readonly Taught[]])[] = [
  ["while prices were found", Object.values(taught).flat()],
  ["after they were frozen", WRITTEN_AFTER],
  ["later", WRITTEN_LAST],
  ["when a barre was counted once", WRITTEN_SINCE],
  ["last of all", WRITTEN_FRESH],
];

/** Whether one of some ways is taught. */
export const isTaught = ({ places }: Taught, ways: readonly string[]): boolean =>
  ways.some((way) => places.split(" | ").includes(way));

/** Notes that are as they are taught, by the way that is nearest. */
export function notesRight(items: readonly Taught[]): { all: number; right: number } {
  const sums = { all: 0, right: 0 };
  for (const item of items) {
    const found = fingered(item).split(" ");
    const alike = (way: string) => way.split(" ").filter((one, i) => one === found[i]).length;
    sums.all += found.length;
    sums.right += Math.max(...item.places.split(" | ").map(alike));
  }
  return sums;
}

/** How far what is proposed is what is taught; within three alternatives too. */
export const taughtFigures = () =>
  LISTS.map(([when, items]) => {
    const notes = notesRight(items);
    return {
      what: `guitar, left hand: what is taught, written ${when}`,
      source: "common practice, from memory",
      items: items.length,
      right: items.filter((item) => isTaught(item, [fingered(item)])).length,
      among: items.filter((item) => isTaught(item, waysFor(item, 3))).length,
      notes: notes.all,
      notesRight: notes.right,
    };
  });
