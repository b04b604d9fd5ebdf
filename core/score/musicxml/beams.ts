import { child, children, childText, type Document, type Element } from "../xml/xml.ts";

/** A note that can be beamed, with how many beams it has, and where in its bar it stands. */
interface Flagged {
  readonly element: Element;
  readonly level: number;
  /** Quarters from the start of the bar. */
  readonly at: number;
  readonly until: number;
}

const LEVELS: Readonly<Record<string, number>> = {
  eighth: 1,
  "16th": 2,
  "32nd": 3,
  "64th": 4,
  "128th": 5,
};
/** Elements of a note that come after its beams, in MusicXML's order. */
const AFTER = ["notations", "lyric", "play", "listen"];

/**
 * Beams for a file that has none at all, by the groups of its metre (Gould, Behind Bars, from
 * memory: beats; half bars in 4/4 where there is nothing shorter than an eighth). Only for what is
 * drawn: the stored score stays as it is.
 */
export function addBeams(document: Document, root: Element): void {
  if (root.getElementsByTagName("beam").length > 0) return;
  for (const part of children(root, "part")) {
    let [divisions, beats, unit] = [1, 4, 4];
    for (const measure of children(part, "measure")) {
      for (const attributes of children(measure, "attributes")) {
        divisions = Number(childText(attributes, "divisions")) || divisions;
        const time = child(attributes, "time");
        [beats, unit] = [
          Number(childText(time, "beats")) || beats,
          Number(childText(time, "beat-type")) || unit,
        ];
      }
      for (const voice of voicesOf(measure, divisions).values())
        for (const group of groupsOf(voice, beats, unit)) beam(document, group);
    }
  }
}

/** The notes of each voice in order; a rest or a longer note stands as one that has no beam. */
function voicesOf(measure: Element, divisions: number): Map<string, Flagged[]> {
  const voices = new Map<string, Flagged[]>();
  let at = 0;
  for (const element of children(measure)) {
    const quarters = (Number(childText(element, "duration")) || 0) / divisions;
    if (element.tagName === "backup") at -= quarters;
    if (element.tagName === "forward") at += quarters;
    if (element.tagName !== "note" || child(element, "chord") || child(element, "grace")) continue;
    const key = `${childText(element, "staff")} ${childText(element, "voice")}`;
    voices.set(key, [
      ...(voices.get(key) ?? []),
      {
        element,
        level: child(element, "rest") ? 0 : levelOf(element, quarters),
        at,
        until: at + quarters,
      },
    ]);
    at += quarters;
  }
  return voices;
}

function levelOf(note: Element, quarters: number): number {
  const type = childText(note, "type");
  if (type) return LEVELS[type] ?? 0;
  if (quarters <= 0 || quarters >= 1) return 0;
  // a third of a quarter is a triplet's eighth
  const halves = -Math.log2(quarters);
  return Math.max(
    1,
    Math.abs(quarters * 3 - Math.round(quarters * 3)) < 1e-6 ||
      Math.abs(quarters * 6 - Math.round(quarters * 6)) < 1e-6
      ? Math.floor(halves)
      : Math.ceil(halves),
  );
}

/** Quarters at which groups begin. */
function bordersOf(beats: number, unit: number, eighths: boolean): number[] {
  const quarter = 4 / unit;
  const compound = unit >= 8 && beats % 3 === 0;
  const sizes = compound
    ? Array.from({ length: beats / 3 }, () => 3)
    : unit >= 8 && beats > 3
      ? [
          ...Array.from({ length: Math.floor(beats / 2) - (beats % 2) }, () => 2),
          ...(beats % 2 ? [3] : []),
        ]
      : eighths && beats === 4 && unit === 4
        ? [2, 2]
        : Array.from({ length: beats }, () => 1);
  return sizes.reduce<number[]>((all, size) => [...all, all.at(-1)! + size * quarter], [0]);
}

function groupsOf(voice: readonly Flagged[], beats: number, unit: number): Flagged[][] {
  const groups: Flagged[][] = [];
  const beat = bordersOf(beats, unit, false);
  const half = bordersOf(beats, unit, true);
  const place = (borders: readonly number[], at: number) =>
    borders.findLastIndex((border) => border <= at + 1e-6);
  /** Within half a bar nothing but eighths stays together. */
  const plain = (at: number) =>
    voice.every((one) => place(half, one.at) !== place(half, at) || one.level === 1);
  for (const one of voice) {
    const last = groups.at(-1)?.at(-1);
    const borders = plain(one.at) ? half : beat;
    const joins =
      last !== undefined &&
      one.level > 0 &&
      last.level > 0 &&
      Math.abs(last.until - one.at) < 1e-6 &&
      place(borders, last.at) === place(borders, one.at);
    if (joins) groups.at(-1)!.push(one);
    else groups.push([one]);
  }
  return groups.filter((group) => group.length > 1 && group.every((one) => one.level > 0));
}

function beam(document: Document, group: readonly Flagged[]): void {
  group.forEach(({ element, level }, i) => {
    const before = children(element).find((one) => AFTER.includes(one.tagName)) ?? null;
    for (let number = 1; number <= level; number++) {
      const [from, on] = [
        (group[i - 1]?.level ?? 0) >= number,
        (group[i + 1]?.level ?? 0) >= number,
      ];
      const made = document.createElement("beam");
      made.setAttribute("number", String(number));
      made.textContent =
        from && on
          ? "continue"
          : on
            ? "begin"
            : from
              ? "end"
              : i === 0
                ? "forward hook"
                : "backward hook";
      element.insertBefore(made, before);
    }
  });
}
