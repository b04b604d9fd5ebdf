import type { Aspect } from "../marks/aspects.ts";
import { fittest, lowestVoice, saysTransposed, staffFacts, type Layout } from "./layouts.ts";
import { readMeasure, type RawMeasure, type RawNote, type ParserState } from "./measure.ts";
import { listed } from "../../words/listed.ts";
import { say } from "../../words/say.ts";
import type { LayoutChoice, Warning } from "../model/model.ts";
import { isVoice, stavesOf, tablatureAfter } from "./parts.ts";
import { chordNames, symbolsIn } from "./letters.ts";
import { joinTablature, joinTablaturePart } from "./tablature.ts";
import { children, type Element } from "../xml/xml.ts";

export interface ReadMeasure extends RawMeasure, Pick<ParserState, "metre" | "key"> {}

export function readPart(part: Element, aspects: readonly Aspect[]): ReadMeasure[] {
  const state: ParserState = {
    aspects,
    divisions: undefined,
    metre: { beats: 4, beatType: 4 },
    key: { fifths: 0 },
    transpose: 0,
    clefs: new Map(),
  };
  let clefs: ReadonlyMap<number, string> | undefined;
  const measures = children(part, "measure").map((measure, index) => {
    const raw = readMeasure(measure, state, index);
    clefs ??= new Map(state.clefs);
    return { ...raw, metre: state.metre, key: state.key };
  });
  return joinTablature(measures, clefs ?? new Map());
}

export interface ReadPart {
  readonly part: Element;
  readonly measures: ReadMeasure[];
  readonly staves: number;
  /** Staves of the parts before it. */
  readonly above: number;
  readonly transposed: boolean;
  /** It is called a voice of a choir. */
  readonly voice: boolean;
}

/** More than anybody reads at once. */
const MOST_STAVES = 32;

export function readParts(
  parts: readonly Element[],
  candidates: readonly Element[],
  aspects: readonly Aspect[],
): ReadPart[] {
  let above = 0;
  return candidates.map((part) => {
    const tablature = tablatureAfter(parts, part);
    const own = readPart(part, aspects);
    const measures = tablature ? joinTablaturePart(own, readPart(tablature, aspects)) : own;
    // a file may use more staves than it says it has
    const used = measures.flatMap(({ notes }) => notes.map((note) => note.staff));
    const staves = Math.min(
      MOST_STAVES,
      used.reduce((most, one) => Math.max(most, one), stavesOf(part)),
    );
    above += staves;
    return {
      ...{ part, measures, staves, above: above - staves },
      ...{ transposed: saysTransposed(part), voice: isVoice(part) },
    };
  });
}

/** A layout as it is used, with the choice there was. */
export interface UsedLayout extends Pick<Layout, "staves" | "lowest" | "sounds" | "letters"> {
  readonly choice?: LayoutChoice;
}

export function layoutOf(
  read: readonly ReadPart[],
  layouts: readonly Layout[],
  wanted: string | undefined,
  limbs: readonly string[],
): UsedLayout {
  const count = read.reduce((sum, one) => sum + one.staves, 0);
  const ofCount = layouts.filter(({ staves }) => staves.length === count);
  const facts = ofCount.length > 1 ? staffFacts(read) : [];
  const fitting = ofCount.filter(({ isFor }) => isFor?.(facts) ?? true);
  // as many hands as there are staves, the last one for all that are left
  const usual = Array.from({ length: count }, (_, i) => limbs[Math.min(i, limbs.length - 1)]!);
  if (fitting.length === 0) return { staves: usual };
  const chosen = fitting.find(({ id }) => id === wanted);
  const used = chosen ?? (fitting.length > 1 ? fittest(fitting, facts) : fitting[0]!);
  if (fitting.length === 1) return used;
  const others = fitting.filter((one) => one !== used).map(({ id, name }) => ({ id, name }));
  return {
    ...used,
    choice: { id: used.id, name: used.name, guessed: !chosen, others },
  };
}

/**
 * The keys of the chords that single notes stand for, where a layout reads them so; a symbol whose
 * kind nobody knows is said.
 */
export function chordsOf(
  own: readonly ReadPart[],
  { staves, letters }: UsedLayout,
  warnings: Warning[],
): ReadonlyMap<RawNote, readonly number[]> {
  if (!letters) return new Map();
  const symbols = symbolsIn(own);
  const found = own.flatMap(({ measures, above, staves: count }) =>
    Array.from({ length: count }, (_, i) => i + 1)
      .filter((staff) => staves[above + staff - 1] === letters.limb)
      .map((staff) => ({ measures, ...chordNames(measures, staff, letters, symbols) })),
  );
  for (const { measures, unnamed } of found) {
    const left = new Set(unnamed);
    const bars = measures.filter(({ notes }) => notes.some((note) => left.has(note)));
    if (bars.length === 0) continue;
    const numbers = bars.map(({ number }) => number);
    warnings.push({
      kind: "chords",
      message: say`No chord is known by the symbol in ${numbers.length === 1 ? say`bar` : say`bars`}
        ${listed(numbers)}: what stands under it is read as single basses.`,
    });
  }
  return new Map(
    found.flatMap(({ names }) =>
      [...names].map(([note, name]) => [note, letters.keysOf(name)!] as const),
    ),
  );
}

/** Who plays a note, by its staff in the parts that are practised; undefined for nobody here. */
export function limbFinder(own: readonly ReadPart[], layout: UsedLayout) {
  const staves = own.flatMap((one) => layout.staves.slice(one.above, one.above + one.staves));
  const last = own.at(-1)!;
  const lowest = layout.lowest
    ? lowestVoice(
        last.measures.map(({ notes }) => notes.filter((note) => note.staff === last.staves)),
      )
    : undefined;
  return (raw: RawNote, staff: number): string | undefined =>
    lowest?.has(raw.element) ? layout.lowest : staves[Math.min(staff, staves.length) - 1];
}
