import type { Place, Score } from "../../score/index.ts";
import type { MarkDoubt } from "../../score/marks/work.ts";
import type { SettingProblem } from "./settings/problems.ts";

export const placeOf = ({ notes }: Score, id: string): Place => {
  const { bar, offset } = notes.find((note) => note.id === id)!;
  return { bar, offset };
};

/** Notes that cannot be had, with the ways out; what is so several times in a bar once. */
export function doubtsOf(score: Score, problems: readonly SettingProblem[]): MarkDoubt[] {
  const found = new Map<string, MarkDoubt>();
  for (const { kind, note, text: said, ways } of problems) {
    const text = [said, ...ways].join(" ");
    if (!found.has(text)) found.set(text, { ...placeOf(score, note), kind, text });
  }
  return [...found.values()];
}
