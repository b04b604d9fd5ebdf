import { say } from "../../words/say.ts";
import { add, toNumber, type Note } from "../../score/index.ts";
import { namesOf, type Lines } from "../handovers.ts";

/** So many notes make a motive; fewer are notes. */
const LEAST = 3;

/** A whole line that changes hands must be worth more than a note. */
const WORTH = 6;

/** In longer stretches these many are looked at. */
const MOST = 12;

/**
 * Runs of notes of an inner voice: at each of them the same hand has another note outside it, and
 * the other hand strikes less often than they do. What could change hands as a whole.
 */
export const motivesOf: Lines = (score, hand, other, upper, from, to) => {
  const timed = (hands: string) =>
    score.notes
      .filter(
        (note) =>
          note.hand === hands && note.bar >= from && note.bar <= to && !note.grace && !note.held,
      )
      .map((note) => ({
        note,
        at: toNumber(add(score.bars[note.bar]!.start, note.offset)),
        until: toNumber(add(add(score.bars[note.bar]!.start, note.offset), note.length)),
      }))
      .sort((a, b) => a.at - b.at);
  const onsets = [...new Set(timed(other).map((one) => one.at))];
  const runs = new Map<string, ReturnType<typeof timed>>();
  const found: Note[][] = [];
  const close = (voice: string) => {
    const run = runs.get(voice) ?? [];
    runs.delete(voice);
    if (run.length < LEAST) return;
    const struck = onsets.filter((at) => at > run[0]!.at && at <= run.at(-1)!.at).length;
    if (struck * 2 <= run.length) found.push(run.map((one) => one.note));
  };
  let sounding: ReturnType<typeof timed> = [];
  const own = timed(hand);
  for (let i = 0; i < own.length;) {
    const { at } = own[i]!;
    let end = i;
    while (own[end]?.at === at) end++;
    const struck = own.slice(i, end);
    sounding = [...sounding.filter((one) => one.until > at), ...struck];
    for (const one of struck) {
      const voice = `${one.note.staff} ${one.note.voice}`;
      const inChord = struck.some(
        (counterpart) =>
          counterpart !== one &&
          counterpart.note.staff === one.note.staff &&
          counterpart.note.voice === one.note.voice,
      );
      const outside = sounding.some((held) =>
        upper ? held.note.midi > one.note.midi : held.note.midi < one.note.midi,
      );
      if (inChord || !outside) close(voice);
      else runs.set(voice, [...(runs.get(voice) ?? []), one]);
    }
    i = end;
  }
  for (const voice of [...runs.keys()]) close(voice);
  return found.slice(0, MOST).map((notes) => ({
    ...{ notes, worth: WORTH },
    what: say`the inner line ${namesOf(notes)} (${notes.length} notes)`,
    sound: say`A whole inner line: the voices are kept, and each hand has its own.`,
  }));
};
