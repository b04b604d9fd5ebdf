import { contents, type Form } from "../form/index.ts";
import { TOGETHER, type Line, type Score } from "../score/index.ts";

/** What a bar without a note struck in it has for a key. */
export const SILENT = "";

/**
 * For each bar a key that is equal where the same returns in a hand, in whatever octave; of a piece
 * on paper where it is said to return exactly.
 */
export const barKeys = (score: Score, form: Pick<Form, "returns">, hand: string): string[] =>
  score.paperHands
    ? firstTimes(score, form)
    : contents(score, hand).map(({ pattern, base }) =>
        pattern < 0 ? SILENT : `${pattern} ${base % 12}`,
      );

function firstTimes(score: Score, { returns }: Pick<Form, "returns">): string[] {
  return score.bars.map(({ index }) => {
    const back = returns.find(
      (one) => one.relation === "exact" && one.from <= index && one.to >= index,
    );
    return String(back ? back.of + index - back.from : index);
  });
}

/** Equal for bars that hold the same in every hand of a line. */
export function lineKeys(score: Score, form: Pick<Form, "returns">, line: Line): string[] {
  const each = (line.id === TOGETHER ? [TOGETHER] : line.limbs).map((hand) =>
    barKeys(score, form, hand),
  );
  return score.bars.map(({ index }) => each.map((keys) => keys[index]!).join());
}
