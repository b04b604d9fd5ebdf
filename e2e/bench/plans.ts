import { layOut, forecast, type PieceToLay } from "@yarrow-ridge/core/practice";
import { openTestStudio } from "../../server/testing.ts";
import { layingOf, openPlans } from "../../server/plans/laying.ts";
import { practisingOf } from "../../server/plans/layout.ts";
import { instrument, linesOf } from "@yarrow-ridge/core/instruments";
import { median, report } from "./measure.ts";
import { pianoScore } from "./score.ts";

// What plans cost, beside reading them over the API of the same studio.

const PIECES = 5;
const BARS = 120;
const YEAR = 365;
const START = "2030-03-04";

type Timed = () => unknown;

/** Milliseconds of some pieces of work in turn, the median of each; and the first over the last. */
async function inTurn(rounds: number, ...all: readonly Timed[]): Promise<number[]> {
  const runs: number[][] = all.map(() => []);
  for (let i = 0; i <= rounds; i++)
    for (const [at, work] of all.entries()) {
      const start = performance.now();
      await work();
      // the first round warms up
      if (i > 0) runs[at]!.push(performance.now() - start);
    }
  return runs.map(median);
}

export async function measurePlans(): Promise<void> {
  const studio = await openTestStudio({ date: START });
  const bring = async (i: number) =>
    (await studio.bring(pianoScore(BARS), `piece-${i}.musicxml`)).json.id;
  const pieces: string[] = [];
  for (let i = 0; i < PIECES; i++) pieces.push(await bring(i));
  /** A student with a plan of each piece. */
  const student = async (name: string, given: readonly string[], readyBy: string) => {
    const { id } = (await studio.ask("POST", "/api/students", { name })).json;
    const wanted = [];
    for (const pieceId of given) {
      const body = { studentId: id, pieceId };
      const assignment = (await studio.ask("POST", "/api/assignments", body)).json;
      wanted.push({
        assignmentId: assignment.id,
        goalTempo: 90,
        dates: [{ date: readyBy, kind: "concert" }],
      });
    }
    await studio.ask("POST", "/api/plans", {
      forecast: false,
      ...{ studentId: id, pieces: wanted },
      minutesByWeekday: [60, 60, 60, 60, 60, 60, 0],
    });
    return id;
  };
  const one = await student("Ada", pieces, "2031-03-04");
  const portfolio = `/api/students/${one}/portfolio`;
  const open = await openPlans(studio.studio.db, one);
  const practising = await practisingOf(studio.studio.db, one);
  const laying = [];
  for (const plan of open) laying.push(await layingOf(studio.studio, plan, practising));
  const toLay = laying.map(({ piece }): PieceToLay => piece);
  const days = Array.from({ length: YEAR }, (_, i) => ({
    date: new Date(Date.UTC(2030, 2, 4 + i)).toISOString().slice(0, 10),
    minutes: i % 7 === 6 ? 0 : 60,
  }));
  const [laid, read] = (await inTurn(
    5,
    () => layOut(toLay, days),
    () => studio.ask("GET", portfolio),
  )) as [number, number];
  report(
    "laying out five 120-bar pieces for a year against reading them over the API",
    { layMs: laid, readMs: read },
    laid / read,
    "<= 1",
  );

  const card = (
    (await studio.ask("GET", `/api/cards?studentId=${one}`)).json as unknown as {
      items: { id: string }[];
    }
  ).items[0]!.id;
  const [tried, opened] = (await inTurn(
    15,
    () => studio.ask("POST", "/api/attempts", { cardId: card, result: "slip" }),
    () => studio.ask("GET", `/api/cards/${card}`),
  )) as [number, number];
  report(
    "a try against reading its card",
    { tryMs: tried, readMs: opened },
    tried / opened,
    "<= 3",
  );

  const { piece, form, hard, log } = laying[0]!;
  const asked = {
    ...{ score: piece.score, units: piece.units, goal: piece.goal, earned: piece.earned },
    ...{ rule: piece.rule.id, form, hard, log, lines: linesOf(instrument("piano")) },
    ...{ begun: new Map(), today: START, minutes: days.map(({ minutes }) => minutes / PIECES) },
    ...{ daysUntil: YEAR, practised: { days: 0, of: 0 }, daysHad: new Map() },
  };
  const [guessed, again] = (await inTurn(
    3,
    () => forecast(asked),
    () => studio.ask("GET", `/api/plans/${open[0]!.plan.id}`),
  )) as [number, number];
  report(
    "a forecast of 120 bars against reading the plan over the API",
    { forecastMs: guessed, readMs: again },
    guessed / again,
    "<= 30",
  );

  const [few, many] = [10, 40];
  const dayPasses = async (students: number, day: string) => {
    studio.setDate(day);
    const start = performance.now();
    await studio.ask("GET", "/api/cards");
    return (performance.now() - start) / students;
  };
  // Ada's five pieces aside
  await studio.ask("PATCH", `/api/students/${one}`, { archived: true });
  for (let i = 0; i < few; i++) await student(`Student ${i}`, pieces.slice(0, 1), "2030-05-04");
  const before = await dayPasses(few, "2030-03-05");
  for (let i = few; i < many; i++) await student(`Student ${i}`, pieces.slice(0, 1), "2030-05-04");
  const after = await dayPasses(many, "2030-03-06");
  report(
    "the cards of a new day: time for each of 40 students against each of 10",
    { each40Ms: after, each10Ms: before },
    after / before,
    "<= 1.3",
  );
  await studio.close();
}

if (process.argv[1]?.endsWith("plans.ts")) await measurePlans();
