import { say } from "@yarrow-ridge/core/words";
import type { FormAnswer } from "@yarrow-ridge/contract";
import { paperForm, type Form, type FormName, type Segment } from "@yarrow-ridge/core/form";
import type { FormReturns } from "@yarrow-ridge/core/fingering";
import { barSpan, type Place, type Score } from "@yarrow-ridge/core/score";
import type { Known } from "../heavy/tasks.ts";
import type { Studio } from "../studio.ts";
import { answerPlace, knownPiece, sectionsOf } from "./store.ts";

/** What is known of a piece; of one on paper, its sections say what returns. */
export async function formOf(studio: Studio, id: string): Promise<Known> {
  const known = await knownPiece(studio, id);
  return known.score.paperHands
    ? { ...known, form: paperForm(known.score, await sectionsOf(studio.db, id)) }
    : known;
}

/**
 * What the fingers ask of the form, of one hand or all; the rest need not be sent to the workers.
 */
export const againIn = ({ returns, sequences }: Form, hand?: string): FormReturns => ({
  returns: returns
    .filter((one) => one.hand === (hand ?? one.hand))
    .map(({ hand: of, relation, from, to, of: first }) => ({
      hand: of,
      relation,
      from,
      to,
      of: first,
    })),
  sequences: sequences.filter((one) => one.hand === (hand ?? one.hand)),
});

const answerSegment = ({
  label,
  from,
  to,
  reason,
  children,
}: Segment): FormAnswer["sections"][number] => ({
  label,
  from,
  to,
  reason,
  children: children.map(answerSegment),
});

/** The analysis as the contract has it, with its places in numbers and exact text. */
export function answerForm(
  score: Score,
  form: Form,
  sections: readonly Segment[],
  name: FormName | undefined,
): FormAnswer {
  const place = (at: Place) => answerPlace(at);
  const work = Object.values(form.work);
  return {
    bars: form.bars,
    newBars: form.newBars,
    newBarsByHand: { ...form.newBarsByHand },
    nearlyKnown: form.nearlyKnown,
    newWork:
      Math.round(
        score.bars.reduce(
          (sum, { index }) => sum + Math.max(...work.map((hand) => hand[index]!)),
          0,
        ) * 100,
      ) / 100,
    isNew: Object.fromEntries(Object.entries(form.isNew).map(([hand, bars]) => [hand, [...bars]])),
    work: Object.fromEntries(Object.entries(form.work).map(([hand, bars]) => [hand, [...bars]])),
    returns: form.returns.map((one) => ({
      ...one,
      differences: one.differences.map((difference) => ({ ...difference })),
    })),
    sequences: form.sequences.map((one) => ({ ...one, from: place(one.from), to: place(one.to) })),
    imitations: form.imitations.map((one) => ({
      ...one,
      from: place(one.from),
      entry: place(one.entry),
    })),
    grounds: form.grounds.map((one) => ({
      ...one,
      text: say`${one.statements} statements of
        ${barSpan(score.bars, one.from, one.from + one.length - 1)}`,
    })),
    sections: sections.map(answerSegment),
    formName: name ? { ...name } : null,
  };
}
