import { listed, say, small } from "@yarrow-ridge/core/words";
import { isAdded, type Score } from "@yarrow-ridge/core/score";
import { instrument } from "@yarrow-ridge/core/instruments";
import { ProblemError } from "../http/problems.ts";
import type { Handlers } from "../http/serve.ts";
import type { Studio } from "../studio.ts";
import { putCorrected } from "./correct.ts";
import { checkBars } from "./fingers.ts";
import { knownPiece, pieceRow, sourceOf } from "./store.ts";

/** A left hand written below a tune, as a correction of its score. */
export const accompanimentHandlers = (studio: Studio): Pick<Handlers, "accompany"> => ({
  accompany: async ({ param, body }) => {
    const id = param("id");
    const row = await pieceRow(studio.db, id);
    const { name, accompaniments } = instrument(row.instrument);
    if (!accompaniments)
      throw new ProblemError(400, say`No left hand is written for the ${small(name)}.`);
    if (!accompaniments.some((one) => one.id === body.pattern))
      throw new ProblemError(
        400,
        say`A left hand for the ${small(name)} goes ${listed(accompaniments.map((one) => one.name))}.`,
        "pattern",
      );
    const source = await sourceOf(studio.db, id);
    const { score } = await knownPiece(studio, id);
    const bars = { from: body.from ?? 0, to: body.to ?? score.bars.length - 1 };
    checkBars(score, bars);
    checkTune(score, bars);
    if (source.adopted.length)
      throw new ProblemError(
        422,
        say`Bars of another edition stand in this piece. Take them back, write the left hand, then
          choose them again.`,
      );
    const found = await studio.heavy.run("accompanied", source, score, {
      ...{ instrument: row.instrument, pattern: body.pattern },
      ...{ alternates: body.alternates ?? true, ...bars },
      ...(row.setup ? { setup: row.setup } : {}),
    });
    const { xml, reasons, ...read } = found!;
    checkReading(score, bars, read.layout);
    const corrected = await putCorrected(studio, id, new TextEncoder().encode(xml), read);
    return { ...corrected, reasons: [...reasons] };
  },
});

/** Whether other bars were written to be read otherwise. @throws ProblemError 422 */
function checkReading(
  { layout, notes }: Score,
  { from, to }: { readonly from: number; readonly to: number },
  wanted: string | undefined,
) {
  const others = notes.some((note) => isAdded(note) && (note.bar < from || note.bar > to));
  if (others && wanted !== undefined && layout?.id !== wanted)
    throw new ProblemError(
      422,
      say`The staff of the other bars is read another way. Write all bars this way, or these ones as
        the others are.`,
    );
}

/** Whether there is a tune alone with chord symbols. @throws ProblemError 422 */
function checkTune(score: Score, { from, to }: { readonly from: number; readonly to: number }) {
  if (!score.symbols?.some(({ name }) => name !== ""))
    throw new ProblemError(
      422,
      say`No chord symbols stand over this piece. Bring a file that has them, such as C, G7 or Am
        over the tune.`,
    );
  const practised = score.parts.filter((part) => part.practised);
  if (practised.length !== 1 || practised[0]!.staves > 2)
    throw new ProblemError(
      422,
      say`The left hand is written below one part. Choose the part with the tune in the piece's
        menu.`,
    );
  const taken = new Set(
    score.notes.filter((note) => note.staff > 1 && !isAdded(note)).map(({ bar }) => bar),
  );
  if (score.bars.slice(from, to + 1).every(({ index }) => taken.has(index)))
    throw new ProblemError(422, say`These bars have a left hand of their own; it stays as it is.`);
}
