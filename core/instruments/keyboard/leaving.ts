import { capital, say } from "../../words/say.ts";
import { barSpan, beatName, type Score } from "../../score/index.ts";
import { FORBIDDEN } from "../../fingering/line.ts";
import type { Solved } from "../../fingering/index.ts";
import type { Grip, KeyboardHand } from "./grip.ts";

const SHOWN = 3;
/** Moments either side in which a reason is looked for. */
const NEAR = 3;

/**
 * Where music comes again and a note takes another finger than its first time, in sentences that
 * say why.
 */
export function leaving(
  { line, stars, path, prices }: Solved<Grip>,
  model: KeyboardHand,
  asked: readonly number[],
  score: Score,
): string[] {
  const wanted = new Set(asked);
  const byId = new Map(score.notes.map((note) => [note.id, note]));
  const found: { at: number; text: string }[] = [];
  const fingers = (at: number) =>
    line.ways[at]![path[at]!]!.fingers.filter((_, i) => line.moments[at]!.struck[i]).join(" ");
  const place = (at: number) => {
    const moment = line.moments[at]!;
    const note = byId.get(moment.notes[moment.struck.indexOf(true)]!.id)!;
    return say`bar ${barSpan(score.bars, note.bar, note.bar)}, beat
      ${beatName(score.bars[note.bar]!, note.offset)}`;
  };
  /** What is otherwise around the two, as the hand sees it. */
  const why = (at: number, of: number): string => {
    if ([at, of].some((one) => prices[one]!.some((price) => price >= FORBIDDEN)))
      return say`what is written there asks for it`;
    const key = (one: number) =>
      line.moments[one]?.keys
        .map((each) => model.inWhiteKeys(each) - model.inWhiteKeys(line.moments[at]!.keys[0]!))
        .join();
    const before = (one: number) =>
      line.moments[one]?.keys
        .map((each) => model.inWhiteKeys(each) - model.inWhiteKeys(line.moments[of]!.keys[0]!))
        .join();
    for (let by = 1; by <= NEAR; by++) {
      if (key(at + by) !== before(of + by)) return say`the line goes on otherwise`;
      if (key(at - by) !== before(of - by)) return say`the hand comes from elsewhere`;
    }
    return say`so it is easier with what is further on`;
  };
  for (const { moments, keys } of stars) {
    if (keys === "other") continue;
    const of = moments[0]!;
    for (const at of moments.slice(1)) {
      if (!wanted.has(at) || path[at] === path[of] || fingers(at) === fingers(of)) continue;
      const text = place(at);
      found.push({
        at,
        text: say`${capital(text)}: ${fingers(at)}, where it was first (${place(of)})
          ${fingers(of)}: ${why(at, of)}.`,
      });
    }
  }
  return found
    .sort((a, b) => a.at - b.at)
    .slice(0, SHOWN)
    .map((one) => one.text);
}
