import type { Solved } from "./model.ts";
import type { Star } from "./star.ts";

/**
 * How many struck notes of those asked for are taken as at an earlier time, on the same keys and on
 * others.
 */
export function agreeingIn(
  { stars, line, path }: Solved,
  asked: readonly number[],
): { same: number; group: number } {
  const wanted = new Set(asked);
  const isAlike = ({ shapes }: Star, at: number, first: number) => {
    if (!shapes) return path[at] === path[first];
    const [now, before] = [at, first].map((one) => shapes.of.get(one)![path[one]!]!);
    return now!.some((shape) => before!.includes(shape));
  };
  const agreeing = (keys: Star["keys"]) =>
    new Set(
      stars
        .filter((star) => star.keys === keys)
        .flatMap((star) => {
          const [first, ...later] = star.moments;
          return later.filter((at) => wanted.has(at) && isAlike(star, at, first!));
        }),
    );
  const [same, group] = [agreeing("same"), agreeing("other")];
  const struck = (some: Iterable<number>) =>
    [...some].reduce((sum, at) => sum + line.moments[at]!.struck.filter(Boolean).length, 0);
  return { same: struck(same), group: struck([...group].filter((at) => !same.has(at))) };
}
