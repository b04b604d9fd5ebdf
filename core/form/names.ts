import { say } from "../words/say.ts";
import type { Score } from "../score/index.ts";
import type { Segment } from "./segments.ts";

export interface FormName {
  readonly name: string;
  /** What the name rests on, and why it may not hold. */
  readonly caveat: string;
}

const bare = (label: string): string => label.replace(/[′″‴\d]/g, "");

/**
 * What musicians would call a form with these sections, where one of the usual names holds;
 * undefined otherwise.
 */
export function formName(score: Score, sections: readonly Segment[]): FormName | undefined {
  const main = sections.filter((one) => one.label !== "link" && one.label !== "coda");
  // a section and its repetition at once count as one
  const order = main
    .map((one) => bare(one.label))
    .filter((letter, i, all) => letter !== all[i - 1]);
  const text = order.join("");
  const letters = new Set(order);
  const read = say`read from the order of sections, ${main.map((one) => one.label).join(" ")}`;
  const repeats = score.bars.filter((bar) => bar.repeatEnd).length;
  if (main.length >= 3 && letters.size === 1)
    return {
      name: say`variations`,
      caveat: say`One section and its changed returns, ${read}; it may be one strophe after
        another.`,
    };
  if (/^A(.A){2,}$/.test(text))
    return {
      name: say`rondo`,
      caveat: say`The first section keeps returning, ${read}; the keys of the returns were not
        weighed.`,
    };
  if (text === "ABA")
    return {
      name: repeats >= 2 ? say`rounded binary` : say`ternary`,
      caveat: say`The first section returns after another, ${read}${
        repeats >= 2
          ? say`, with both halves repeated`
          : say`; with both halves repeated it would be called rounded binary`
      }.`,
    };
  if (text === "AB")
    return {
      name: say`binary`,
      caveat: say`Two sections, ${read}; whether the first ends away from the main key was not
        weighed.`,
    };
  if (letters.size === main.length && main.length >= 3)
    return {
      name: "through-composed",
      caveat: say`No section returns, ${read}; a theme may still come back in other ways.`,
    };
  return undefined;
}
