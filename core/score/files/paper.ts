import { say } from "../../words/say.ts";
import { buildXml, type BuiltBar } from "./build.ts";
import { compare, fraction, ZERO, type Fraction } from "../model/fraction.ts";
import { parseFraction } from "../model/fractionText.ts";
import { nominalLength } from "../musicxml/measure.ts";
import { ScoreError, type Key, type Metre } from "../model/model.ts";

/** A stretch between repeat signs, first and last bar inclusive, 0-based. */
export interface PaperRepeat {
  readonly from: number;
  readonly to: number;
  /** Times it is played, 2 when not given. */
  readonly times?: number;
  /** Ending brackets, in their order; the last may stand after the repeat. */
  readonly endings?: readonly {
    readonly from: number;
    readonly to: number;
    readonly passes: readonly number[];
  }[];
}

/**
 * What is told of a piece that has no file: everything that does not need its notes. Bars are
 * 0-based, a pick-up is bar 0.
 */
export interface Paper {
  readonly bars: number;
  /** The first stands at bar 0. */
  readonly metres: readonly (Metre & { readonly bar: number })[];
  readonly keys: readonly (Key & { readonly bar: number })[];
  /** Length of the pick-up in quarters, as exact text. */
  readonly pickup?: string;
  readonly repeats: readonly PaperRepeat[];
  /** Bars longer or shorter than their metre: quarters as exact text. */
  readonly lengths: readonly { readonly bar: number; readonly quarters: string }[];
  /** Quarters a minute. */
  readonly tempo?: number;
}

const MAX_BARS = 5000;

const quartersIn = (text: string, what: string): Fraction => {
  const value = parseFraction(text);
  if (!value || value.num <= 0 || compare(value, fraction(64)) > 0)
    throw new ScoreError(say`${what} must be from a little above 0 to 64 crotchets.`);
  return value;
};

/** Every place that is named lies within the piece. @throws ScoreError naming what does not */
function check({ bars, metres, keys, repeats, lengths }: Paper): void {
  if (bars < 1 || bars > MAX_BARS)
    throw new ScoreError(say`A piece has from 1 to ${MAX_BARS} bars.`);
  if (!metres.some((one) => one.bar === 0))
    throw new ScoreError(say`Say the metre at the beginning.`);
  const inside = (bar: number, what: string) => {
    if (bar >= bars) throw new ScoreError(say`${what} stands after the last of the ${bars} bars.`);
  };
  metres.forEach((one) => inside(one.bar, say`The metre ${one.beats}/${one.beatType}`));
  keys.forEach((one) => inside(one.bar, say`A change of key`));
  lengths.forEach((one) => inside(one.bar, say`An odd bar`));
  let before = -1;
  for (const { from, to, endings = [] } of [...repeats].sort((a, b) => a.from - b.from)) {
    inside(to, say`A repeat`);
    if (to < from) throw new ScoreError(say`A repeat ends before it begins.`);
    if (from <= before)
      throw new ScoreError(say`Two repeats overlap; give them one after the other.`);
    before = to;
    endings.forEach((ending, i) => {
      inside(ending.to, say`An ending`);
      if (
        ending.to < ending.from ||
        ending.from < from ||
        (i > 0 && ending.from !== endings[i - 1]!.to + 1)
      )
        throw new ScoreError(
          say`Endings stand within or right after their repeat, one after the other.`,
        );
      before = Math.max(before, ending.to);
    });
  }
}

/**
 * MusicXML of a piece on paper: its bars as rests, with metres, keys, repeats and endings.
 *
 * @throws ScoreError when something lies outside the piece
 */
export function paperXml(paper: Paper, title: string, composer: string, staves: number): string {
  check(paper);
  const first = paper.pickup === undefined ? 1 : 0;
  let metre: Metre = { beats: 4, beatType: 4 };
  const bars = Array.from({ length: paper.bars }, (_, index): BuiltBar => {
    const own = paper.metres.find((one) => one.bar === index);
    const key: Key | undefined =
      paper.keys.find((one) => one.bar === index) ?? (index === 0 ? { fifths: 0 } : undefined);
    if (own) metre = { beats: own.beats, beatType: own.beatType };
    const odd = paper.lengths.find((one) => one.bar === index);
    const length =
      index === 0 && paper.pickup !== undefined
        ? quartersIn(paper.pickup, say`The pick-up`)
        : odd
          ? quartersIn(odd.quarters, say`Bar ${index + first}`)
          : nominalLength(metre);
    return {
      number: String(index + first),
      ...(index === 0 && paper.pickup !== undefined ? { implicit: true } : {}),
      ...(own ? { metre } : {}),
      ...(key ? { key: { fifths: key.fifths, ...(key.mode ? { mode: key.mode } : {}) } } : {}),
      ...(index === 0 && paper.tempo ? { tempo: paper.tempo } : {}),
      ...repeatSigns(paper.repeats, index),
      staves: Array.from({ length: staves }, () => [
        [
          {
            at: ZERO,
            length,
            pitches: [],
            ...(compare(length, nominalLength(metre)) === 0 ? { wholeBar: true } : {}),
          },
        ],
      ]),
    };
  });
  return buildXml({
    title,
    composer,
    clefs: Array.from({ length: staves }, (_, staff) => (staff === 0 ? "G" : "F")),
    bars,
  });
}

function repeatSigns(repeats: readonly PaperRepeat[], bar: number): Partial<BuiltBar> {
  const signs: { -readonly [K in keyof BuiltBar]?: BuiltBar[K] } = {};
  for (const { from, to, times = 2, endings = [] } of repeats) {
    if (from === bar && bar > 0) signs.repeatStart = true;
    if (to === bar && endings.length === 0) signs.repeatEnd = times;
    const last = Math.max(times, ...endings.flatMap((one) => one.passes));
    endings.forEach((ending) => {
      const numbers = ending.passes.join(", ");
      if (ending.from === bar) signs.endingStart = numbers;
      if (ending.to === bar) signs.endingStop = numbers;
      // an ending leads back unless only the last time goes through it
      if (ending.to === bar && ending.passes.some((pass) => pass < last)) signs.repeatEnd = last;
    });
  }
  return signs;
}
