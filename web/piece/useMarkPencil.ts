import { say } from "@yarrow-ridge/core/words";
import { v4 as newId } from "uuid";
import type { Piece } from "@yarrow-ridge/contract";
import { barSpan, type Printed, type Score } from "@yarrow-ridge/core/score";
import { tell } from "../words/tell.ts";
import { useRef } from "react";
import { useAnnotationEdits } from "../edits/annotations.ts";
import { useDesk, type MarkPencil } from "./useDesk.ts";
import { rubOut } from "./rubOut.tsx";
import { stopped, useWork } from "./useWork.ts";

/** What is asked for: marks with their reasons, for some bars, under the name of the work. */
export type AskMarks = (
  bars: { readonly from: number; readonly to: number },
  work: string,
) => Promise<
  Pick<MarkPencil, "notes"> & {
    readonly marks: readonly (Printed & { readonly why: string })[];
    readonly curve: readonly { readonly bar: number; readonly value: number }[];
    /** Said where nothing is proposed. */
    readonly nothing: string;
  }
>;

/**
 * Marks of one kind in pencil for the chosen bars, until they are inked or rubbed out.
 *
 * @param part the one part the work is done in
 */
export function useMarkPencil(
  piece: Piece,
  score: Score,
  { id: stratum, name }: { readonly id: string; readonly name: string },
  layer: string,
  part: readonly [string],
) {
  const { chosen, markPencil, set } = useDesk();
  const edits = useAnnotationEdits(piece.id);
  const { busy, share, begin, end, cancel } = useWork(part);
  const pencil = markPencil?.stratum === stratum ? markPencil : undefined;
  const range = chosen ?? { from: 0, to: score.bars.length - 1 };
  /** Only the answer to the last question counts. */
  const round = useRef(0);
  const suggest = async (ask: AskMarks) => {
    const mine = ++round.current;
    cancel();
    const work = begin();
    try {
      const { marks, curve, notes, nothing } = await ask(range, `${work}-${part[0]}`);
      if (mine !== round.current) return;
      const least = new Map<number, number>();
      for (const { bar, value } of curve) least.set(bar, Math.min(value, least.get(bar) ?? 1));
      const pencilled = marks.map((mark) => ({ ...mark, id: newId(), layer }));
      set({ markPencil: { stratum, ...range, marks: pencilled, curve: least, notes } });
      if (marks.length === 0) tell(nothing);
    } catch (error) {
      if (mine === round.current && !stopped(error))
        tell(error instanceof Error ? error.message : say`Nothing could be suggested.`, {
          variant: "error",
        });
    } finally {
      if (mine === round.current) end();
    }
  };
  const ink = () => {
    if (!pencil) return;
    const inked = pencil.marks.map(({ why: _, ...mark }) => mark);
    void edits
      .marks(
        stratum,
        (before) => [
          ...before.filter(({ from }) => from.bar < pencil.from || from.bar > pencil.to),
          ...inked,
        ],
        say`the suggested ${name} of ${barSpan(score.bars, pencil.from, pencil.to)}`,
        layer,
      )
      .then((ok) => ok && set({ markPencil: undefined }));
  };
  const span = barSpan(score.bars, range.from, range.to);
  return {
    pencil,
    span,
    busy,
    share,
    cancel,
    suggest,
    ink,
    rubOut: () => rubOut({ markPencil: undefined }),
  };
}
