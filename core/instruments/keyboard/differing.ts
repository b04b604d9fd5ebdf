import { say } from "../../words/say.ts";
import { barSpan, isBlack, spokenName, type Score } from "../../score/index.ts";
import type { Solved } from "../../fingering/index.ts";
import type { Grip, KeyboardHand } from "./grip.ts";

/**
 * Notes in a figure that comes again on other keys before it is known as one, and how far back it
 * is looked for.
 */
const LEAST = 5;
const BACK = 32;
const SHOWN = 3;

/**
 * Where a figure comes again on other white keys, in a sequence or a return in another key, and a
 * note takes another finger because it, or the one it stands for, is black: in sentences, for those
 * who expect the same fingers.
 */
export function differing(
  { line, path, otherKey }: Solved<Grip>,
  model: KeyboardHand,
  asked: readonly number[],
  score: Score,
): string[] {
  const { moments, ways } = line;
  const single = moments.map((moment) => moment.keys.length === 1 && moment.struck[0] === true);
  const place = moments.map((moment) => Math.floor(model.inWhiteKeys(moment.keys[0]!)));
  const finger = (at: number) => ways[at]![path[at]!]!.fingers[0]!;
  const step = (at: number) => place[at]! - place[at - 1]!;
  const name = (at: number) =>
    spokenName(score.notes.find((note) => note.id === moments[at]!.notes[0]!.id)!.pitch);
  const black = (at: number) => isBlack(moments[at]!.notes[0]!.midi);
  const bar = (at: number) => barSpan(score.bars, moments[at]!.bar, moments[at]!.bar);
  const found: string[] = [];
  const said = new Set<number>();
  /**
   * Says that two notes differ in finger, if the note itself, or one beside it, is of another
   * colour this time.
   */
  const tell = (at: number, of: number, which: string) => {
    if (finger(at) === finger(of) || said.has(at) || found.length >= SHOWN) return;
    const by = [0, -1, 1].find(
      (one) => single[at + one] && single[of + one] && black(at + one) !== black(of + one),
    );
    if (by === undefined) return;
    said.add(at);
    const [dark, light] = black(at + by) ? [at + by, of + by] : [of + by, at + by];
    const text = say`Bar ${bar(at)}: ${name(at)} takes ${finger(at)}, where ${name(of)} ${which} has
      ${finger(of)}: ${name(dark)} is black, ${name(light)} white.`;
    if (!found.includes(text)) found.push(text);
  };
  const wanted = new Set(asked);
  for (const [at, of] of otherKey)
    if (wanted.has(at)) tell(at, of, say`of the first time (bar ${bar(of)})`);
  for (const at of asked) {
    if (found.length >= SHOWN || at < LEAST) continue;
    for (let back = 3; back <= Math.min(BACK, at - LEAST + 1); back++) {
      let length = 0;
      while (
        length < LEAST &&
        single[at - length] &&
        single[at - length - back] &&
        (length === LEAST - 1 || step(at - length) === step(at - length - back))
      )
        length++;
      if (length < LEAST || place[at] === place[at - back]) continue;
      tell(at, at - back, say`in the group before`);
      break;
    }
  }
  return found;
}
