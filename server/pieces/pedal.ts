import { say, small } from "@yarrow-ridge/core/words";
import { instrument, printedPedal, stratumOf } from "@yarrow-ridge/core/instruments";
import { MUDDY, type ProposedPedal } from "@yarrow-ridge/core/pedalling";
import { beatName, pitchText, tempoOf, toNumber } from "@yarrow-ridge/core/score";
import { ProblemError } from "../http/problems.ts";
import type { Handlers } from "../http/serve.ts";
import type { Studio } from "../studio.ts";
import { underName } from "../work.ts";
import { answerPlace, knownPiece, pieceRow, shapeOf } from "./store.ts";
import { pedalNow } from "./keyboard.ts";

type Made = Pick<Handlers, "proposePedal" | "checkPedal">;

/** So many of the muddiest places are named at most. */
const NAMED = 5;

export const pedalHandlers = (studio: Studio): Made => ({
  proposePedal: async ({ param, body, c }) => {
    const { score } = await knownPiece(studio, param("id"));
    const kind = instrument((await pieceRow(studio.db, param("id"))).instrument);
    if (!stratumOf(kind, "pedal"))
      throw new ProblemError(400, say`The ${small(kind.name)} has no damper pedal.`);
    const { style, from, to, room = "normal" } = body;
    if (to < from || to >= score.bars.length)
      throw new ProblemError(
        400,
        say`The bars must lie from 0 to ${score.bars.length - 1}, the first not after the last.`,
        "to",
      );
    const shape = await shapeOf(studio, param("id"));
    const tempo = body.tempo ?? tempoOf(score);
    const printed = printedPedal(score).map((mark): ProposedPedal => ({
      ...mark,
      why: say`as printed`,
    }));
    const marks =
      style === "printed"
        ? printed.filter((mark) => mark.bar >= from && mark.bar <= to)
        : await underName(body.work, c.req.raw.signal, (watch) =>
            studio.heavy.watched(watch, "pedal", score, {
              style,
              from,
              to,
              tempo,
              room,
              ...(shape ? { shape } : {}),
            }),
          );
    // outside the bars the plan that is written stays
    const written = (await pedalNow(studio, param("id"))).marks.filter((mark) => mark.bar < from);
    const heard = await studio.heavy.run(
      "clarity",
      score,
      [...written, ...marks],
      from,
      to,
      tempo,
      room,
    );
    const muddy = heard
      .filter((one) => one.value < MUDDY && one.worst)
      .sort((a, b) => a.value - b.value)
      .slice(0, NAMED);
    return {
      marks: marks.map((mark) => ({
        ...answerPlace(mark),
        kind: mark.kind,
        depth: mark.kind === "up" ? 0 : mark.kind === "flutter" ? 0.5 : (mark.depth ?? 1),
        ...(mark.pedal ? { pedal: mark.pedal } : {}),
        why: mark.why,
      })),
      clarity: heard.map(({ bar, offset, value }) => ({
        bar,
        offset: toNumber(offset),
        value: Math.round(value * 1000) / 1000,
      })),
      muddiest: muddy.map(({ bar, offset, worst }) => {
        const { fifths } = score.bars[bar]!.key;
        return {
          bar,
          offset: toNumber(offset),
          text: say`bar ${score.bars[bar]!.number}, beat ${beatName(score.bars[bar]!, offset)}:
            ${worst!.map((key) => pitchText(key, fifths)).join(" against ")}`,
        };
      }),
    };
  },

  checkPedal: async ({ param, body }) => {
    const { score } = await knownPiece(studio, param("id"));
    const kind = instrument((await pieceRow(studio.db, param("id"))).instrument);
    if (!stratumOf(kind, "pedal"))
      throw new ProblemError(400, say`The ${small(kind.name)} has no damper pedal.`);
    const { from = 0, to = score.bars.length - 1, room = "normal" } = body;
    if (to < from || to >= score.bars.length)
      throw new ProblemError(
        400,
        say`The bars must lie from 0 to ${score.bars.length - 1}, the first not after the last.`,
        "to",
      );
    const { marks } = await pedalNow(studio, param("id"));
    const doubts = await studio.heavy.run(
      "checkPedal",
      score,
      marks,
      from,
      to,
      tempoOf(score),
      room,
    );
    return {
      doubts: doubts.map(({ kind: what, text, ...place }) => ({
        ...answerPlace(place),
        kind: what,
        text,
      })),
      marks: marks.filter((mark) => mark.bar >= from && mark.bar <= to).length,
    };
  },
});
