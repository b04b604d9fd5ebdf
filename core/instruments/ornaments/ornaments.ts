import { say } from "../../words/say.ts";
import { comparePlaces } from "../../score/model/places.ts";
import type { Place, Score } from "../../score/model/model.ts";
import {
  oneAtAPlace,
  type MarkChoice,
  type MarkSign,
  type Moved,
  type Stratum,
} from "../../score/marks/strata.ts";
import type { Mark, MarkData } from "../../score/marks/mark.ts";
import { adornedScore, ornamentsOn } from "./adorned.ts";
import { ornamentSchema, ornamentText, type Ornament } from "./kinds.ts";
import { LAYER_NAMES } from "./layers.ts";
import type { Slides } from "./slides.ts";
import { HAS_BOTH, sizesOf, type Interval } from "./sizes.ts";
import { withOrnaments } from "./sound.ts";

/** Where no note of the tune begins its neighbour is taken to be a whole step away. */
const STEP = 2;

type Typed = Pick<Ornament, "kind" | "side">;

/** How far away the neighbours of the tune note at a place are, in its key. */
function sizesAt(
  typed: Typed,
  at: Place,
  score: Pick<Score, "bars" | "notes">,
  limb: string,
  interval?: Interval,
): Pick<Ornament, "by" | "under"> {
  const here = score.notes.filter(
    (note) => note.hand === limb && !note.grace && !note.held && comparePlaces(note, at) === 0,
  );
  const [note] = here.sort((a, b) => b.midi - a.midi);
  if (!note) return HAS_BOTH.includes(typed.kind) ? { by: STEP, under: STEP } : { by: STEP };
  const inBar = score.notes.filter(({ bar }) => bar === note.bar);
  return sizesOf(typed, note, score.bars[note.bar]!, inBar, interval);
}

const INTERVALS = [undefined, "half", "step", "third"] as const;

/**
 * An ornament where the tune comes back on other notes: by the same degrees of the key there. What
 * lies off the key where it was keeps its semitones.
 */
const byDegree =
  (limb: string) =>
  (data: MarkData, { from, to, score }: Moved): MarkData => {
    const typed = data as unknown as Ornament;
    const sizes = (at: Place, interval?: Interval) => sizesAt(typed, at, score, limb, interval);
    const found = INTERVALS.findIndex((interval) => {
      const { by, under } = sizes(from, interval);
      return by === typed.by && under === typed.under;
    });
    return found < 0 ? data : { ...data, ...sizes(to, INTERVALS[found]) };
  };

/** The fingers of a grace in turn, and none after the last. */
function nextFinger(marks: readonly Mark[], at: Place): MarkData | undefined {
  const stands = marks.find(({ from }) => comparePlaces(from, at) === 0)?.data;
  if (stands?.kind !== "grace") return stands;
  const { finger, ...rest } = stands as MarkData & { readonly finger?: string };
  return finger === "5" ? rest : { ...rest, finger: String(Number(finger ?? 0) + 1) };
}

/** How a grace is taken, in turn: as the hand has it, slid, with two fingers. */
function nextHow(marks: readonly Mark[], at: Place): MarkData | undefined {
  const stands = marks.find(({ from }) => comparePlaces(from, at) === 0)?.data;
  if (stands?.kind !== "grace") return stands;
  const { how, ...rest } = stands;
  if (how === "two fingers") return rest;
  return { ...rest, how: how === "slid" ? "two fingers" : "slid" };
}

/** What a teacher may choose of a layer that is suggested. */
const CHOICES: readonly MarkChoice[] = [
  {
    ...{ id: "layer", name: say`Layer`, usual: say`the next one` },
    values: LAYER_NAMES.map((name, i) => ({ value: i + 1, name })),
  },
  {
    ...{ id: "style", name: say`Ornaments from`, usual: say`either side` },
    values: [
      { value: "above", name: say`above` },
      { value: "below", name: say`below` },
    ],
  },
  {
    ...{ id: "interval", name: say`Graces by`, usual: say`as usual` },
    values: [
      { value: "half", name: say`a half step` },
      { value: "step", name: say`a step` },
      { value: "third", name: say`a third` },
    ],
  },
  {
    ...{ id: "how", name: say`Graces taken`, usual: say`either way` },
    values: [
      { value: "slid", name: say`slid if it can` },
      { value: "two fingers", name: say`two fingers` },
    ],
  },
];

/**
 * Ornaments over the tune of a limb, beside those that are printed: bare first, then in layers.
 *
 * @param limb whose highest notes are the tune
 * @param slides where one finger can slide
 */
export function ornamentsOver(limb: string, slides: Slides): Stratum {
  const sign = (key: string, name: string, typed: Typed): MarkSign => ({
    key,
    name,
    data: (_, at, score) => ({ ...typed, ...sizesAt(typed, at, score, limb) }),
  });
  return {
    id: "ornaments",
    name: say`ornaments`,
    one: say`An ornament`,
    tab: say`Ornaments`,
    extent: "place",
    layered: false,
    lined: false,
    schema: ornamentSchema,
    signs: [
      sign("g", say`grace from above`, { kind: "grace", side: "above" }),
      sign("shift+g", say`grace from below`, { kind: "grace", side: "below" }),
      sign("m", say`mordent`, { kind: "mordent" }),
      sign("shift+m", say`short trill`, { kind: "short trill" }),
      sign("t", say`trill`, { kind: "trill" }),
      sign("shift+t", say`trill from below`, { kind: "trill from below" }),
      sign("n", say`turn`, { kind: "turn" }),
      sign("shift+n", say`inverted turn`, { kind: "inverted turn" }),
      { key: "l", name: say`slid or two fingers`, data: nextHow },
      { key: "f", name: say`another finger on the grace`, data: nextFinger },
    ],
    words: ({ data }) => {
      const { finger, ...ornament } = data as unknown as Ornament;
      const text = ornamentText(ornament);
      return finger ? say`${text}, finger ${finger}` : text;
    },
    clash: oneAtAPlace((bar) => say`Two ornaments stand on one note in bar ${bar}.`),
    work: () => import("./work.ts").then((found) => found.ornamentWork(limb, slides)),
    choices: CHOICES,
    untimed: true,
    reads: ["finger"],
    asks: ["reach"],
    moved: byDegree(limb),
    adorns: (score, marks) => adornedScore(score, ornamentsOn(score, limb, marks)),
    sound: (performance, marks) => withOrnaments(performance, marks, limb),
  };
}
