import { neighbour } from "../../score/order/ornaments.ts";
import type { Bar, Note } from "../../score/model/model.ts";
import type { Ornament } from "./kinds.ts";

/** How far a grace note lies away; each side has its usual one where nobody says. */
export type Interval = "half" | "step" | "third";

/** No neighbour is nearer or further than these, in semitones. */
const [NEAREST, FURTHEST] = [1, 4];

/** Ornaments that touch the neighbour above and the one below. */
export const HAS_BOTH: readonly Ornament["kind"][] = ["turn", "inverted turn", "trill from below"];

/** Semitones to the neighbours an ornament touches, in the key of its bar. */
export function sizesOf(
  { kind, side }: Pick<Ornament, "kind" | "side">,
  note: Note,
  bar: Bar,
  inBar: readonly Note[],
  interval?: Interval,
): Pick<Ornament, "by" | "under"> {
  const away = (steps: number) => {
    const size = Math.abs(neighbour(note, bar, inBar, steps) - note.midi);
    return Math.min(FURTHEST, Math.max(NEAREST, size));
  };
  if (HAS_BOTH.includes(kind)) return { by: away(1), under: away(-1) };
  if (kind === "mordent") return { by: away(-1) };
  if (kind !== "grace") return { by: away(1) };
  const below = side === "below";
  const asked = interval ?? (below ? "half" : "step");
  return { by: asked === "half" ? 1 : away((below ? -1 : 1) * (asked === "third" ? 2 : 1)) };
}
