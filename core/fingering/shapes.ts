import type { Line } from "./line.ts";
import type { Alike } from "./model.ts";
import { lowestStruck, type Moment } from "./moment.ts";
import type { Shapes, Star } from "./star.ts";

/** The shapes of the moments of a star, as the instrument names them. */
export function shapesOf<C>(
  moments: readonly number[],
  line: readonly Moment[],
  ways: Line<C>["ways"],
  shapes: NonNullable<Alike<C>["shapes"]>,
): Shapes {
  const numbers = new Map<string, number>();
  const numberOf = (name: string) => {
    const known = numbers.get(name) ?? numbers.size;
    numbers.set(name, known);
    return known;
  };
  const away = (at: number) => lowestStruck(line[at]!) - lowestStruck(line[moments[0]!]!);
  const of = new Map(
    moments.map((at) => [
      at,
      ways[at]!.map((way) => shapes(way, line[at]!, away(at)).map(numberOf)),
    ]),
  );
  return { count: numbers.size, of };
}

/** Whether a moment takes what its star agreed on when it is taken so. */
export function follows({ shapes }: Star, at: number, way: number, agreed: number): boolean {
  if (!shapes) return way === agreed;
  const own = shapes.of.get(at)![way]!;
  return own.length === 0 || own.includes(agreed);
}

/** The least figure by way, for each thing a star may agree on; infinite where no way is. */
export function leastOf(star: Star, at: number, byWay: Float64Array): Float64Array {
  const { shapes } = star;
  if (!shapes) return byWay;
  const own = shapes.of.get(at)!;
  const anyhow = byWay.reduce(
    (least, one, i) => (own[i]!.length ? least : Math.min(least, one)),
    Infinity,
  );
  const found = new Float64Array(shapes.count).fill(anyhow);
  own.forEach((some, way) => {
    for (const shape of some) found[shape] = Math.min(found[shape]!, byWay[way]!);
  });
  return found;
}

/** The same star counted from another moment on; of the moments that are left. */
export function countedFrom(star: Star, first: number, last: number): Star {
  const moments = star.moments.filter((at) => at >= first && at <= last);
  const { shapes } = star;
  return {
    ...star,
    moments: moments.map((at) => at - first),
    ...(shapes
      ? {
          shapes: {
            ...shapes,
            of: new Map(moments.map((at) => [at - first, shapes.of.get(at)!])),
          },
        }
      : {}),
  };
}
