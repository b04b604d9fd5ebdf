import { capital, say } from "../words/say.ts";
import { playedIn, USUAL_TEMPO, type FormReturns, type HandModel } from "../fingering/index.ts";
import { momentsOf } from "../fingering/moments.ts";
import { pairsOf, runsOfForm } from "../fingering/returned.ts";
import { contents, plainReturns } from "../form/index.ts";
import { add, barSpan, beatName, spokenName, type Note, type Score } from "../score/index.ts";
import { firstFinger } from "../score/marks/written.ts";
import type { Doubt } from "./review.ts";

// What all instruments ask of what is written on notes.

/** Quarters from the beginning, in written order. */
export const quarterOf = (score: Score, note: Note) =>
  add(score.bars[note.bar]!.start, note.offset);
export const placeOf = (score: Score, note: Note) =>
  say`bar ${barSpan(score.bars, note.bar, note.bar)}, beat
    ${beatName(score.bars[note.bar]!, note.offset)}`;
/** The same at the beginning of a sentence. */
export const atPlace = (score: Score, note: Note) => capital(placeOf(score, note));

/** Whose line is looked through for what comes again. */
export interface Returning {
  readonly hand: string;
  readonly model: HandModel;
  readonly form: FormReturns | undefined;
  /** A value in words. */
  readonly called?: (value: string) => string;
}

/**
 * Notes at each end of a return whose fingers may differ: what comes before and after may ask for
 * others.
 */
const ENDS = 2;

/**
 * Where music returns and its fingers do not: exactly, octaves away, on other keys of the same
 * colours, and where a changed return is not changed.
 */
export function returnsOtherwise(
  score: Score,
  written: ReadonlyMap<string, string>,
  { hand, model, form, called = (value) => value }: Returning,
): Doubt[] {
  const seen = new Set<string>();
  return [
    ...exactTwins(
      score,
      hand,
      form?.returns.filter((one) => one.hand === hand) ?? plainReturns(contents(score, hand)),
    ),
    ...(form ? otherTwins(score, hand, model, form) : []),
  ].flatMap(([note, counterpart]): Doubt[] => {
    const [now, before] = [written.get(note.id), written.get(counterpart.id)];
    if (!now || !before || firstFinger(now) === firstFinger(before) || seen.has(note.id)) return [];
    seen.add(note.id);
    const first =
      note.midi === counterpart.midi
        ? say`where it was first`
        : say`on ${spokenName(counterpart.pitch)} where it was first`;
    return [
      {
        kind: "not as before",
        bar: note.bar,
        notes: [note.id, counterpart.id],
        text: say`${atPlace(score, note)}: ${called(now)} on ${spokenName(note.pitch)}, and ${called(before)}
          ${first}, in ${placeOf(score, counterpart)}.`,
      },
    ];
  });
}

/** Notes of bars that return exactly, beside those of the first time. */
function exactTwins(
  score: Score,
  hand: string,
  returns: readonly Pick<FormReturns["returns"][number], "relation" | "from" | "to" | "of">[],
): [Note, Note][] {
  const struck = score.notes.filter((note) => note.hand === hand && !note.held && !note.grace);
  const inBar = new Map<number, Note[]>();
  for (const note of struck) inBar.set(note.bar, [...(inBar.get(note.bar) ?? []), note]);
  return returns
    .filter((one) => one.relation === "exact")
    .flatMap((one) => {
      const pairs: [Note, Note][] = [];
      for (let bar = one.from; bar <= one.to; bar++) {
        const first = inBar.get(one.of + bar - one.from) ?? [];
        (inBar.get(bar) ?? []).forEach((note, i) => {
          if (first[i]?.midi === note.midi) pairs.push([note, first[i]]);
        });
      }
      return pairs.slice(ENDS, -ENDS);
    });
}

/** The same of other returns, where they are played alike. */
function otherTwins(
  score: Score,
  hand: string,
  model: HandModel,
  { returns }: FormReturns,
): [Note, Note][] {
  const byId = new Map(score.notes.map((note) => [note.id, note]));
  const moments = momentsOf(playedIn(score, hand, 0, score.bars.length - 1), model, USUAL_TEMPO);
  return runsOfForm(
    moments,
    score,
    { returns: returns.filter((one) => one.relation !== "exact"), sequences: [] },
    hand,
    model.alike,
    false,
  )
    .flatMap((run) => pairsOf(run, ENDS))
    .flatMap(([at, of]) => {
      const [now, before] = [moments[at]!, moments[of]!];
      return now.notes.flatMap((note, i): [Note, Note][] =>
        now.struck[i] && !note.grace ? [[byId.get(note.id)!, byId.get(before.notes[i]!.id)!]] : [],
      );
    });
}
