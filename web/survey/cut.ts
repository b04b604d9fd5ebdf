import type { Score } from "@yarrow-ridge/core/score";

/**
 * Printed numbers such as `1–24, 61–79` as stretches of bar indexes; undefined while that cannot be
 * read.
 */
export function readCut(text: string, score: Score): [number, number][] | undefined {
  const index = (number: string) => score.bars.findIndex((bar) => bar.number === number.trim());
  const found = text
    .split(",")
    .map((part) => part.split(/[–-]/).map(index))
    .map(([from = -1, to = from]) => [from, to] as [number, number]);
  return found.every(([from, to]) => from >= 0 && to >= from) ? found : undefined;
}
