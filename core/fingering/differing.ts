import { barSpan, isBlack, pitchText, type Score } from '../score/index.ts';
import type { Ready } from './propose.ts';

/** Notes in a figure that comes again on other keys before it is known as one, and how far back it is looked for. */
const LEAST = 5;
const BACK = 32;
const SHOWN = 3;

/**
 * Where a figure comes again on other white keys (a sequence) and a note takes another finger because it, or the one it stands
 * for, is black: in sentences, for those who expect the same fingers on each group.
 */
export function differing({ line, model }: Ready, path: readonly number[], asked: readonly number[], score: Score): string[] {
  const { moments, grips } = line;
  const single = moments.map((moment) => moment.keys.length === 1 && moment.struck[0] === true);
  const place = moments.map((moment) => Math.floor(model.lie(moment.keys[0]!)));
  const finger = (at: number) => grips[at]![path[at]!]!.fingers[0]!;
  const step = (at: number) => place[at]! - place[at - 1]!;
  const found: string[] = [];
  const said = new Set<number>();
  for (const at of asked) {
    if (found.length >= SHOWN || at < LEAST) continue;
    for (let back = 3; back <= Math.min(BACK, at - LEAST + 1); back++) {
      let length = 0;
      while (length < LEAST && single[at - length] && single[at - length - back] && (length === LEAST - 1 || step(at - length) === step(at - length - back))) length++;
      if (length < LEAST || place[at] === place[at - back]) continue;
      if (finger(at) === finger(at - back) || said.has(at)) break;
      // the note itself, or one beside it, is of another colour this time
      const cause = [at, at - 1, at + 1].find((one) => single[one] && single[one - back] && isBlack(moments[one]!.notes[0]!.midi) !== isBlack(moments[one - back]!.notes[0]!.midi));
      if (cause === undefined) break;
      said.add(at);
      const [now, before] = [moments[at]!.notes[0]!, moments[at - back]!.notes[0]!];
      const { fifths } = score.bars[now.bar]!.key;
      const name = (note: typeof now) => pitchText(note.midi, fifths);
      const [here, there] = [moments[cause]!.notes[0]!, moments[cause - back]!.notes[0]!];
      const [black, white] = isBlack(here.midi) ? [here, there] : [there, here];
      found.push(`Bar ${barSpan(score.bars, now.bar, now.bar)}: ${name(now)} takes ${finger(at)}, where ${name(before)} in the group before has ${finger(at - back)}: ${name(black)} is black, ${name(white)} white.`);
      break;
    }
  }
  return found;
}
