import { proposeNotes, type Played } from "../../../fingering/index.ts";
import { fraction } from "../../../score/index.ts";
import { isSharp, placeOf } from "../feet/board.ts";
import type { InstrumentRecord } from "../../record.ts";
import { feetHand, type FeetPlayer } from "../feet/feetHand.ts";
import { FIGURES, FIGURES_AFTER, hymnBasses, KEYS, scaleOf, SEEN } from "./pedalling.ts";

const NAMES = ["C", "C#", "D", "D#", "E", "F", "F#", "G", "G#", "A", "A#", "B"];
export const midiOf = (name: string): number => {
  const [, step, sign, octave] = /^([A-G])([#b]?)(\d)$/.exec(name)!;
  const alter = sign === "#" ? 1 : sign === "b" ? -1 : 0;
  return 12 * (Number(octave) + 1) + NAMES.indexOf(step!) + alter;
};

/** Moments of keys, so many sixths of a second each. */
export const played = (moments: readonly (readonly number[])[], sixths = 2): Played[] =>
  moments.flatMap((keys, i) =>
    keys.map((midi, n) => ({
      ...{ id: `${i}.${n}`, bar: 0, midi, grace: false, staccato: false },
      ...{ at: fraction(i * sixths, 6), length: fraction(sixths, 6) },
    })),
  );
export const read = (text: string) => text.split(" ").map((one) => one.split("+").map(midiOf));

/** Feet and parts of them: the first choice and so many other ways. */
export function waysFor(
  moments: readonly (readonly number[])[],
  asked: InstrumentRecord = {},
  player: FeetPlayer = {},
  sixths = 2,
  alternatives = 0,
): string[][] {
  const options = { hand: "feet", tempo: 60, alternatives };
  const found = proposeNotes(played(moments, sixths), feetHand(player, asked), options);
  return [found, ...found.alternatives].map(({ notes }) => {
    const by = new Map(
      notes.map(({ id, finger, then }) => [id, then ? `${finger}-${then}` : finger]),
    );
    return moments.map((keys, i) => keys.map((_, n) => by.get(`${i}.${n}`) ?? "-").join("+"));
  });
}

export const pedalled = (...asked: Parameters<typeof waysFor>): string[] => waysFor(...asked)[0]!;

/** Naturals of a fourth. */
const LEAP = 3;

/**
 * What is wrong with a line of single notes, as a teacher of heel and toe, or of toes, would say.
 * Common practice, no source: ways differ, so that scales and basses are judged, not compared.
 */
export function wrongIn(
  keys: readonly number[],
  codes: readonly string[],
  school: "legato" | "toes",
) {
  const found: string[] = [];
  let run = 1;
  codes.forEach((code, i) => {
    const [first, last] = code.split("-") as [string, string?];
    const now = keys[i]!;
    for (const one of [first, last])
      if (one?.[1] === "h" && isSharp(now)) found.push(`heel on a sharp at ${i}`);
    if (school === "toes" && /h/.test(code)) found.push(`heel at ${i}`);
    if (i === 0) return;
    const before = codes[i - 1]!.split("-").at(-1)!;
    const far = Math.abs(placeOf(now) - placeOf(keys[i - 1]!));
    if (far === 0) return;
    run = first[0] === before[0] ? run + 1 : 1;
    if (run > 4) found.push(`one foot runs on at ${i}`);
    if (first[0] === before[0]) {
      const isSlide = isSharp(keys[i - 1]!) && !isSharp(now) && far <= 0.5;
      const isTurned = first[1] !== before[1] && far <= 2;
      // with toes alone a leap is not joined anyway
      const isFree = school === "toes" ? far >= LEAP : isTurned;
      if (!isFree && !isSlide) found.push(`not joined at ${i}`);
    } else {
      const up = placeOf(now) - placeOf(keys[i - 1]!);
      const most = school === "toes" ? LEAP : 2;
      if (first[0] === "L" ? up > most : up < -most) found.push(`tangled at ${i}`);
    }
  });
  return found;
}

export const judged = (school: "legato" | "toes", isIn: (key: string) => boolean) => {
  const items = KEYS.filter(isIn).flatMap((key) => [
    { name: `${key} scale low`, keys: scaleOf(key, 2), sixths: 2 },
    ...(scaleOf(key, 3).some((one) => one > 67)
      ? []
      : [{ name: `${key} scale high`, keys: scaleOf(key, 3), sixths: 2 }]),
    ...hymnBasses(key).map((keys, i) => ({ name: `${key} bass ${i + 1}`, keys, sixths: 6 })),
  ]);
  const wrong = items.flatMap(({ name, keys, sixths }) => {
    const codes = pedalled(
      keys.map((key) => [key]),
      { feet: school },
      {},
      sixths,
    );
    const found = wrongIn(keys, codes, school);
    return found.length ? [`${name}: ${codes.join(" ")}: ${found.join(", ")}`] : [];
  });
  return { items: items.length, wrong };
};

/** How far what is proposed is taught: one of the ways that are, the first of them, within four. */
export function feetFigures() {
  const rules = (["legato", "toes"] as const).flatMap((school) =>
    [true, false].map((seen) => {
      const { items, wrong } = judged(school, (key) => SEEN.includes(key) === seen);
      return {
        what: `organ, feet, ${school}: scales and hymn basses, ${seen ? "keys that were looked at" : "keys kept to the end"}`,
        source: "common practice, from memory; judged by rules, as ways differ",
        items,
        right: items - wrong.length,
      };
    }),
  );
  const compared = (
    [
      ["while prices were found", FIGURES],
      ["after they were frozen", FIGURES_AFTER],
    ] as const
  ).map(([when, list]) => {
    const ways = list.map(([notes]) =>
      waysFor(read(notes), {}, {}, 2, 3).map((way) => way.join(" ")),
    );
    const taught = list.map(([, feet]) => feet.split(" | "));
    return {
      what: `organ, feet, legato: leaps, neighbours, trills and doubles, written ${when}`,
      source: "common practice, from memory",
      items: list.length,
      right: ways.filter((some, i) => taught[i]!.includes(some[0]!)).length,
      strictFirst: ways.filter((some, i) => taught[i]![0] === some[0]).length,
      among: ways.filter((some, i) => some.some((way) => taught[i]!.includes(way))).length,
    };
  });
  return [...rules, ...compared];
}
