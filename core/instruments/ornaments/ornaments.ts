import { say } from "../../words/say.ts";
import { comparePlaces } from "../../score/model/places.ts";
import type { Place, Score } from "../../score/model/model.ts";
import { oneAtAPlace, type MarkSign, type Stratum } from "../../score/marks/strata.ts";
import type { Mark, MarkData } from "../../score/marks/mark.ts";
import { adornedScore, ornamentsOn } from "./adorned.ts";
import { ornamentSchema, ornamentText, type Ornament } from "./kinds.ts";
import { sizesOf } from "./sizes.ts";
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
): Pick<Ornament, "by" | "under"> {
  const here = score.notes.filter(
    (note) => note.hand === limb && !note.grace && !note.held && comparePlaces(note, at) === 0,
  );
  const [note] = here.sort((a, b) => b.midi - a.midi);
  if (!note) return typed.kind === "turn" ? { by: STEP, under: STEP } : { by: STEP };
  const inBar = score.notes.filter(({ bar }) => bar === note.bar);
  return sizesOf(typed, note, score.bars[note.bar]!, inBar);
}

/** The fingers of a grace in turn, and none after the last. */
function nextFinger(marks: readonly Mark[], at: Place): MarkData | undefined {
  const stands = marks.find(({ from }) => comparePlaces(from, at) === 0)?.data;
  if (stands?.kind !== "grace") return stands;
  const { finger, ...rest } = stands as MarkData & { readonly finger?: string };
  return finger === "5" ? rest : { ...rest, finger: String(Number(finger ?? 0) + 1) };
}

/**
 * Ornaments over the tune of a limb, beside those that are printed: bare first, then in layers.
 *
 * @param limb whose highest notes are the tune
 */
export function ornamentsOver(limb: string): Stratum {
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
      sign("n", say`turn`, { kind: "turn" }),
      { key: "f", name: say`another finger on the grace`, data: nextFinger },
    ],
    words: ({ data }) => {
      const { finger, ...ornament } = data as unknown as Ornament;
      const text = ornamentText(ornament);
      return finger ? say`${text}, finger ${finger}` : text;
    },
    clash: oneAtAPlace((bar) => say`Two ornaments stand on one note in bar ${bar}.`),
    work: () => import("./work.ts").then((found) => found.ornamentWork(limb)),
    untimed: true,
    reads: ["finger"],
    asks: ["reach"],
    adorns: (score, marks) => adornedScore(score, ornamentsOn(score, limb, marks)),
    sound: (performance, marks) => withOrnaments(performance, marks, limb),
  };
}
