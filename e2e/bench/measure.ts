/**
 * Milliseconds two pieces of work take, run in turn so that a slow moment of the machine hits both;
 * and their ratio. The first time of one is apart: the engine has yet to compile it.
 */
export function pairs(
  rounds: number,
  a: () => unknown,
  b: () => unknown,
): { a: number; b: number; ratio: number; first: number } {
  const time = (work: () => unknown) => {
    const start = performance.now();
    work();
    return performance.now() - start;
  };
  const first = time(a);
  b();
  const runs = Array.from({ length: rounds }, () => ({ a: time(a), b: time(b) }));
  return {
    a: median(runs.map((run) => run.a)),
    b: median(runs.map((run) => run.b)),
    first,
    ratio: median(runs.map((run) => run.a / run.b)),
  };
}

export const median = (values: readonly number[]): number =>
  [...values].sort((x, y) => x - y)[Math.floor(values.length / 2)]!;

/** One measure as one JSON line. */
export function report(
  measure: string,
  figures: Record<string, number>,
  ratio: number,
  aim: string,
): void {
  const rounded = Object.fromEntries(
    Object.entries(figures).map(([key, value]) => [key, Math.round(value * 10) / 10]),
  );
  process.stdout.write(
    `${JSON.stringify({ measure, ...rounded, ratio: Math.round(ratio * 100) / 100, aim })}\n`,
  );
}
