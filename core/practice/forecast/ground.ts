import { handsOf, type Form } from "../../form/index.ts";
import { limbLine, TOGETHER, type Line, type Score } from "../../score/index.ts";
import { lineKeys } from "../sameBars.ts";
import { barCount, trySeconds } from "../workload.ts";
import type { Unit } from "../unit.ts";

/** A unit as a forecast plays it. */
export interface Played {
  readonly unit: Unit;
  readonly bars: number;
  /** Contents it goes through, as often as they come; indexes into {@link Ground.hard}. */
  readonly contents: readonly number[];
  /** The bar of each of them. */
  readonly barOf: readonly number[];
  /** Seconds of a try, by tempo step. */
  readonly seconds: ReadonlyMap<number, number>;
}

/** What there is to be known in a piece: each different bar content of each line once. */
export interface Ground {
  /** How hard each content is, 0 to 1. */
  readonly hard: readonly number[];
  /** For contents of several hands, those of the single hands in them. */
  readonly madeOf: readonly (readonly number[])[];
  readonly units: ReadonlyMap<string, Played>;
}

/**
 * @param hard how hard the bars are; empty where nobody knows
 * @param lines as the instrument has them
 */
export function groundOf(
  score: Score,
  form: Pick<Form, "returns">,
  units: readonly Unit[],
  hard: readonly { readonly hardness: number }[],
  lines: readonly Line[],
): Ground {
  const hands = handsOf(score);
  const lineOf = (id: string): Line =>
    id === TOGETHER
      ? { id, name: id, limbs: hands }
      : (lines.find((line) => line.id === id) ?? limbLine(id));
  const known = new Map<string, number>();
  const hardOf: number[] = [];
  const madeOf: number[][] = [];
  const byLine = new Map<string, number[]>();
  const contentsOf = (line: Line): number[] => {
    const before = byLine.get(line.id);
    if (before) return before;
    const single =
      line.limbs.length > 1 ? line.limbs.map((limb) => contentsOf(limbLine(limb))) : [];
    const found = lineKeys(score, form, line).map((key, bar) => {
      const name = `${line.id} ${key}`;
      const at = known.get(name) ?? hardOf.length;
      if (!known.has(name)) {
        known.set(name, at);
        hardOf.push(hard[bar]?.hardness ?? 0.3);
        madeOf.push(single.map((limb) => limb[bar]!));
      }
      return at;
    });
    byLine.set(line.id, found);
    return found;
  };
  const played = units.map((unit): Played => {
    const contents = contentsOf(lineOf(unit.hands));
    const bars =
      unit.played ?? Array.from({ length: unit.to - unit.from + 1 }, (_, i) => unit.from + i);
    return {
      unit,
      bars: barCount(unit),
      contents: bars.map((bar) => contents[bar]!),
      barOf: bars,
      seconds: new Map(unit.steps.map((tempo) => [tempo, trySeconds(score, unit, tempo)])),
    };
  });
  return { hard: hardOf, madeOf, units: new Map(played.map((one) => [one.unit.key, one])) };
}
