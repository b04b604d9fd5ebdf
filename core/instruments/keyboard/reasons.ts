import { listed } from "../../words/listed.ts";
import { say } from "../../words/say.ts";
import { barsNamed } from "../barsNamed.ts";
import { barSpan, isBlack, pitchText, spokenName, type Score } from "../../score/index.ts";
import { agreeingIn, type Played, type Solved } from "../../fingering/index.ts";
import { slidesTo } from "./geometry.ts";
import type { Grip, KeyboardHand } from "./grip.ts";
import { ornamentFingers } from "./ornaments.ts";

export interface Facts {
  readonly passes: { note: Played; over: number }[];
  readonly thumbsOnBlack: Played[];
  readonly widest: { fingers: string; semitones: number; bar: number } | undefined;
  readonly crossings: { text: string; note: Played }[];
}

/** What stands out in a way of fingering, among some moments. */
export function factsOf(
  { line }: Pick<Solved<Grip>, "line">,
  path: readonly number[],
  asked: readonly number[],
): Facts {
  const passes: Facts["passes"] = [];
  const thumbsOnBlack: Played[] = [];
  const crossings: Facts["crossings"] = [];
  let widest: Facts["widest"];
  const wanted = new Set(asked);
  for (const at of asked) {
    const moment = line.moments[at]!;
    const grip = line.ways[at]![path[at]!]!;
    grip.fingers.forEach((finger, i) => {
      if (moment.struck[i] && finger === 1 && isBlack(moment.notes[i]!.midi))
        thumbsOnBlack.push(moment.notes[i]!);
    });
    if (grip.keys.length > 1 && !grip.rolled) {
      const semitones = grip.keys.at(-1)! - grip.keys[0]!;
      if (semitones > (widest?.semitones ?? 0))
        widest = {
          semitones,
          fingers: `${grip.fingers[0]}–${grip.fingers.at(-1)}`,
          bar: moment.bar,
        };
    }
    if (
      !wanted.has(at - 1) ||
      grip.keys.length !== 1 ||
      line.ways[at - 1]![path[at - 1]!]!.keys.length !== 1 ||
      moment.link?.detached
    )
      continue;
    const before = line.ways[at - 1]![path[at - 1]!]!;
    const [f1, f2, up] = [
      before.fingers[0]!,
      grip.fingers[0]!,
      Math.sign(grip.keys[0]! - before.keys[0]!),
    ];
    if (up === 0 || f1 === f2 || f2 > f1 === up > 0) continue;
    if (f2 === 1) passes.push({ note: moment.notes[0]!, over: f1 });
    else crossings.push({ text: say`${f2} over ${f1}`, note: moment.notes[0]! });
  }
  return { passes, thumbsOnBlack, widest, crossings };
}

const nameOf = ({ pitch, midi, bar }: Played, score?: Score): string =>
  pitch ? spokenName(pitch) : pitchText(midi, score?.bars[bar]?.key.fifths ?? 0);

/** What stands out in a proposal, in sentences with bars and numbers. */
export function describe(
  solved: Solved<Grip>,
  model: KeyboardHand,
  asked: readonly number[],
  score?: Score,
): string[] {
  const { line, path } = solved;
  const facts = factsOf(solved, path, asked);
  const inBar = (bar: number) => (score ? say` (bar ${barSpan(score.bars, bar, bar)})` : "");
  const reasons: string[] = [];
  const { passes, thumbsOnBlack, widest } = facts;
  if (passes.length) {
    const places = passes.map(
      ({ note, over }) => say`${nameOf(note, score)} after ${over}${inBar(note.bar)}`,
    );
    reasons.push(
      say`The thumb passes ${passes.length === 1 ? say`once` : say`${passes.length} times`}:
        ${listed(places, { most: 4 })}.`,
    );
  }
  if (asked.length)
    reasons.push(
      thumbsOnBlack.length
        ? say`Thumb on a black key${score ? say` in ${barList(score, thumbsOnBlack)}` : ""}.`
        : say`No thumb on a black key.`,
    );
  const slid = model.thumbSlides ? slidUnder(solved, asked) : [];
  if (slid.length)
    reasons.push(
      say`Under a held voice the thumb slides to the key beside it${
        score ? say` in ${barList(score, slid)}` : ""
      }.`,
    );
  const signs = asked.flatMap(
    (at) => ornamentFingers(line.moments[at]!, line.ways[at]![path[at]!]!, model) ?? [],
  );
  for (const { note, sign, fingers } of signs.slice(0, 3))
    reasons.push(
      say`The ${sign} on ${nameOf(note, score)}${inBar(note.bar)} with ${fingers.join(" and ")}.`,
    );
  const tied = agreeingIn(solved, asked);
  if (tied.same)
    reasons.push(
      say`${tied.same} ${tied.same === 1 ? say`note takes` : say`notes take`} the fingers of the
        earlier time, because the music returns.`,
    );
  if (tied.group)
    reasons.push(
      say`${tied.group} ${tied.group === 1 ? say`note takes` : say`notes take`} the fingers of an
        earlier figure, because it comes again on other keys.`,
    );
  if (widest && widest.semitones > 12)
    reasons.push(
      say`Widest stretch: ${widest.semitones} semitones with
        ${widest.fingers}${
          score
            ? say` in bar
          ${barSpan(score.bars, widest.bar, widest.bar)}`
            : ""
        }. Never force it: roll, or let go of
          the lower note.`,
    );
  return reasons;
}

/** Notes to which the thumb slides while another finger holds. */
function slidUnder({ line, path }: Solved<Grip>, asked: readonly number[]): Played[] {
  return asked.flatMap((at) => {
    const [before, now] = [at - 1, at].map((one) => line.ways[one]?.[path[one]!]);
    if (!before || !now || now.struck.every(Boolean)) return [];
    const [from, to] = [(before.then ?? before.fingers).indexOf(1), now.fingers.indexOf(1)];
    const isSlid =
      from >= 0 && to >= 0 && now.struck[to] && slidesTo(before.keys[from]!, now.keys[to]!);
    return isSlid ? [line.moments[at]!.notes[to]!] : [];
  });
}

function barList(score: Score, notes: readonly Played[]): string {
  const bars = [...new Set(notes.map((note) => note.bar))];
  return `${bars.length === 1 ? say`bar` : say`bars`} ${barsNamed(bars, score)}`;
}

/** Fingers as they are written, silent changes with them. */
const said = ({ fingers, then }: Grip): string =>
  fingers
    .map((finger, i) => (then && then[i] !== finger ? `${finger}-${then[i]}` : `${finger}`))
    .join(" ");

/** One line on how a way differs from the first choice. */
export function reasonOf(
  solved: Solved<Grip>,
  path: readonly number[],
  first: readonly number[],
  asked: readonly number[],
  before: Facts,
): string {
  const now = factsOf(solved, path, asked);
  const parts: string[] = [];
  const black = now.thumbsOnBlack.length;
  if (black === 0 && before.thumbsOnBlack.length) parts.push(say`no thumb on black`);
  else if (black > before.thumbsOnBlack.length)
    parts.push(say`thumb on ${nameOf(now.thumbsOnBlack[0]!)}`);
  const fewer = before.passes.length - now.passes.length;
  if (fewer > 0)
    parts.push(
      now.passes.length
        ? say`${fewer} thumb ${fewer === 1 ? say`pass` : say`passes`} fewer`
        : say`no thumb pass`,
    );
  if (fewer < 0) parts.push(say`${-fewer} more thumb ${fewer === -1 ? say`pass` : say`passes`}`);
  for (const { text, note } of now.crossings.slice(0, 1))
    if (!before.crossings.some((one) => one.note === note))
      parts.push(say`${text} at ${nameOf(note)}`);
  if (now.widest && now.widest.fingers !== before.widest?.fingers)
    parts.push(say`widest with ${now.widest.fingers}, ${now.widest.semitones} semitones`);
  const at = asked.find((one) => path[one] !== first[one]);
  if (at !== undefined && parts.length < 2) {
    const grip = solved.line.ways[at]![path[at]!]!;
    const moment = solved.line.moments[at]!;
    parts.push(
      say`${said(grip)} instead of ${said(solved.line.ways[at]![first[at]!]!)} on
        ${moment.notes.map((note) => nameOf(note)).join(" ")}`,
    );
  }
  return `${parts.join("; ")}.`;
}
