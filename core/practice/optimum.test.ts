import highsLoader from "highs";
import { analyse } from "../form/index.ts";
import { scoreOf } from "../testing.ts";
import { isRunThrough } from "./earning.ts";
import { begin, type PieceToLay } from "./laying.ts";
import { SHORTEST } from "./fillDay.ts";
import { cover, promotionRule, schedule, unitsOf } from "./index.ts";

// How near the plan comes to the fewest days in which the same minutes can be had at all. The least
// is found by HiGHS, a solver of mixed integer programs (Huangfu & Hall 2018, Parallelizing the
// dual revised simplex method), under the hard rules alone: minutes of a day, what comes first done
// on an earlier day, steps that need several days, two steps a unit a day (no unit has more
// minutes on a day than its next two steps or the shortest card take). It may do what the plan may
// not: cards however long, no share for new bars, bars in whichever order.

const highs = await highsLoader();

/** Days of a case, and branches that are looked at: work, not time, the same everywhere. */
const [LONGEST, NODES] = [16, 400];

/** The fewest days, where there is a plan that takes so many; NaN where the work is too much. */
function fewestDays(piece: PieceToLay, minutes: number, most: number): number {
  if (most > LONGEST) return NaN;
  const loads = begin(piece).loads;
  const at = new Map(loads.map(({ unit }, u) => [unit.key, u]));
  const rows: string[] = [];
  const days = Array.from({ length: most }, (_, d) => d);
  const binaries: string[] = [];
  for (const d of days) {
    rows.push(`${loads.map((_, u) => `y${u}d${d}`).join(" + ")} <= ${minutes}`);
    binaries.push(`z${d}`);
  }
  loads.forEach(({ unit, left }, u) => {
    const last = left.length - 1;
    const sumTo = (d: number) =>
      days
        .slice(0, d + 1)
        .map((day) => `x${u}d${day}`)
        .join(" + ");
    const all = left.reduce((sum, one) => sum + one.minutes, 0);
    // the most a day can hold once so many steps are done
    const most = left.map((_, k) => {
      const pairs = left.slice(k).map((one, i) => {
        const next = left[k + i + 1];
        return one.minutes + (next && next.tempo !== one.tempo ? next.minutes : 0);
      });
      return Math.max(SHORTEST, ...pairs.map(Math.ceil));
    });
    for (const d of days) {
      const less = most.slice(1).map((one, k) => `+ ${most[k]! - one} f${u}s${k}d${d - 1}`);
      rows.push(`x${u}d${d} ${d > 0 ? less.join(" ") : ""} <= ${most[0]}`);
      binaries.push(`c${u}d${d}`);
      // a card has its shortest length, though there be less to do
      rows.push(
        `y${u}d${d} - x${u}d${d} >= 0`,
        `y${u}d${d} - ${SHORTEST} c${u}d${d} >= 0`,
        `x${u}d${d} - ${most[0]} c${u}d${d} <= 0`,
      );
    }
    for (const d of days) {
      let had = 0;
      left.forEach((step, k) => {
        had += step.minutes;
        binaries.push(`f${u}s${k}d${d}`);
        // a step is done once its minutes and those below it were had, and stays so
        rows.push(`${sumTo(d)} - ${had.toFixed(4)} f${u}s${k}d${d} >= 0`);
        if (d > 0) rows.push(`f${u}s${k}d${d} - f${u}s${k}d${d - 1} >= 0`);
        if (k > 0) rows.push(`f${u}s${k - 1}d${d} - f${u}s${k}d${d} >= 0`);
        // the same again is for another day
        if (left[k - 1]?.tempo === step.tempo)
          rows.push(d > 0 ? `f${u}s${k}d${d} - f${u}s${k - 1}d${d - 1} <= 0` : `f${u}s${k}d0 <= 0`);
      });
      for (const key of unit.after) {
        const v = at.get(key)!;
        // a run-through needs what it goes through at its tempo, all else what comes first whole
        left.forEach((step, k) => {
          const needed = isRunThrough(unit.kind)
            ? loads[v]!.left.findLastIndex(({ tempo }) => tempo <= step.tempo)
            : loads[v]!.left.length - 1;
          if (needed < 0) return;
          // its minutes come after those of the steps below it
          const before = left.slice(0, k).reduce((sum, one) => sum + one.minutes, 0);
          rows.push(
            `${sumTo(d)} - ${all.toFixed(4)} f${v}s${needed}d${d - 1} <= ${before.toFixed(4)}`.replace(
              / - \S+ f\d+s\d+d-1/,
              "",
            ),
          );
        });
      }
      rows.push(`f${u}s${last}d${d} - z${d} >= 0`);
    }
  });
  const named = rows.map((row, i) => `r${i}: ${row}`).join("\n");
  const model = `Maximize\nobj: ${days.map((d) => `z${d}`).join(" + ")}\nSubject To\n${named}\nBinary\n${binaries.join("\n")}\nEnd`;
  const found = highs.solve(model, { mip_max_nodes: NODES, output_flag: false }) as {
    Status: string;
    ObjectiveValue: number;
  };
  if (found.Status !== "Optimal") return NaN;
  return most - Math.round(found.ObjectiveValue) + 1;
}

let state = 11;
const pick = (below: number) => {
  state = (state * 1_664_525 + 1_013_904_223) % 4_294_967_296;
  return Math.floor((state / 4_294_967_296) * below);
};

const middle = (all: readonly number[], share = 0.5) =>
  [...all].sort((a, b) => a - b)[Math.floor(share * all.length)]!;

it("takes hardly more days than the fewest there can be", () => {
  const found = Array.from({ length: 30 }, () => {
    const score = scoreOf(
      Array.from({ length: 2 + pick(7) }, () => [
        Array.from({ length: 4 }, () => `${"CDEFG"[pick(5)]}4`).join(" "),
        Array.from({ length: 2 }, () => `${"CDEFG"[pick(5)]}3:2`).join(" "),
      ]),
    );
    const goal = 60 + 10 * pick(5);
    const units = unitsOf(score, analyse(score), cover(score, []), goal);
    const piece: PieceToLay = {
      ...{ score, units, goal, rule: promotionRule("three-to-one"), clean: () => 0.9 },
      earned: new Map(),
    };
    const minutes = [6, 8, 10, 15][pick(4)]!;
    const { days } = schedule({
      ...piece,
      days: Array.from({ length: 60 }, (_, d) => ({ date: `d${100 + d}`, minutes })),
    });
    const isWork = ({ kind }: { kind: string }) => kind !== "keeping";
    const took = 1 + days.findLastIndex(({ cards }) => cards.some(isWork));
    return { took, least: fewestDays(piece, minutes, took) };
  }).filter(({ least }) => !Number.isNaN(least));
  // where the solver looked at too many branches nothing is known
  expect(found.length).toBeGreaterThan(18);
  const ratios = found.map(({ took, least }) => took / least);
  // never fewer: the plan would break a rule
  expect(Math.min(...ratios)).toBeGreaterThanOrEqual(1);
  expect(middle(ratios)).toBeLessThanOrEqual(1.1);
  const long = found.filter(({ took }) => took >= 8).map(({ took, least }) => took / least);
  expect(long.length).toBeGreaterThan(4);
  expect(middle(long, 0.9)).toBeLessThanOrEqual(1.2);
});
