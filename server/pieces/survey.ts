import { say } from "@yarrow-ridge/core/words";
import type { SurveyAnswer } from "@yarrow-ridge/contract";
import type { Survey } from "@yarrow-ridge/core/form";
import {
  cutOrder,
  playingOrder,
  repeatsOf,
  roadText,
  secondsOf,
  toNumber,
} from "@yarrow-ridge/core/score";
import { ProblemError } from "../http/problems.ts";
import type { Handlers } from "../http/serve.ts";
import type { Studio } from "../studio.ts";
import { underName } from "../work.ts";
import { knownPiece, pieceRow } from "./store.ts";

type Made = Pick<Handlers, "survey" | "order" | "compareEditions">;

/** @throws ProblemError for a tempo outside 10 to 400 */
export function tempoIn(text: string | undefined): number | undefined {
  if (text === undefined) return undefined;
  const tempo = Number(text);
  if (!(tempo >= 10 && tempo <= 400))
    throw new ProblemError(400, say`"tempo" must be from 10 to 400.`, "tempo");
  return tempo;
}

const answerSurvey = (found: Survey): SurveyAnswer =>
  structuredClone({
    ...found,
    feltMetre: found.feltMetre ?? null,
    longestRun: found.longestRun ?? null,
    loudest: found.loudest ?? null,
    softest: found.softest ?? null,
    peakIsHighest: found.peakIsHighest ?? null,
    clefChanges: found.clefChanges.map(({ bar, offset, staff, clef }) => ({
      bar,
      offset: toNumber(offset),
      staff,
      clef,
    })),
  }) as SurveyAnswer;

export const surveyHandlers = (studio: Studio): Made => ({
  survey: async ({ param, query, c }) => {
    const tempo = tempoIn(query.tempo);
    const { score } = await knownPiece(studio, param("id"));
    const { instrument, setup } = await pieceRow(studio.db, param("id"));
    return answerSurvey(
      await underName(undefined, c.req.raw.signal, (watch) =>
        studio.heavy.watched(watch, "survey", score, {
          ...(setup ? { setup } : {}),
          instrument,
          ...(tempo ? { tempo } : {}),
          ...(query.reach ? { reach: Number(query.reach) } : {}),
        }),
      ),
    );
  },

  compareEditions: async ({ param, c }) => {
    const rows = [
      await pieceRow(studio.db, param("id")),
      await pieceRow(studio.db, param("other")),
    ] as const;
    const [a, b] = [await knownPiece(studio, rows[0].id), await knownPiece(studio, rows[1].id)];
    const { bars, totals } = await underName(undefined, c.req.raw.signal, (watch) =>
      studio.heavy.watched(watch, "compareEditions", a.score, b.score),
    );
    return {
      bars: bars.map((one) => ({
        a: one.a ?? null,
        b: one.b ?? null,
        differences: one.differences.map((difference) => ({ ...difference })),
      })),
      totals: totals.map((total, i) => ({
        id: rows[i]!.id,
        title: rows[i]!.title,
        composer: rows[i]!.composer,
        ...total,
      })),
    };
  },

  order: async ({ param, query }) => {
    const tempo = tempoIn(query.tempo);
    const {
      score: { bars },
    } = await knownPiece(studio, param("id"));
    const cuts = query.cut
      ?.split(",")
      .map((text) => text.split("-").map(Number) as [number, number]);
    for (const [from, to] of cuts ?? []) {
      if (to < from || to >= bars.length)
        throw new ProblemError(
          400,
          say`The stretches must lie from 0 to ${bars.length - 1}, each first bar not after its
            last.`,
          "cut",
        );
    }
    const repeats =
      query.repeats === undefined || query.repeats === "all"
        ? "all"
        : query.repeats === "none"
          ? "none"
          : query.repeats.split(",").map(Number);
    const order = cuts
      ? cutOrder(
          bars,
          cuts.map(([from, to]) => ({ from, to })),
        )
      : playingOrder(bars, repeats);
    return {
      bars: order,
      text: roadText(bars, order),
      seconds: Math.round(secondsOf(bars, order, tempo) * 10) / 10,
      repeats: repeatsOf(bars).map((one) => ({ ...one })),
    };
  },
});
