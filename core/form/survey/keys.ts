import { add, compare, subtract, toNumber, type Note, type Score } from '../../score/index.ts';
import { tonicOf } from '../ending.ts';

/** A key, from the signature or as the ear hears it. */
export interface HeardKey {
  /** First bar it holds for, 0-based. */
  readonly bar: number;
  /** As spelled: `E`, `Bb`, `F#`. */
  readonly tonic: string;
  readonly mode: 'major' | 'minor';
  readonly from: 'signature' | 'ear';
  /** Correlation with the key's profile, -1 to 1; for keys the ear hears. */
  readonly fit?: number;
}

/** How well each pitch class fits a major or minor key on C. Published: Krumhansl & Kessler 1982 (probe-tone ratings), figures from memory. */
const PROFILES = {
  major: [6.35, 2.23, 3.48, 2.33, 4.38, 4.09, 2.52, 5.19, 2.39, 3.66, 2.29, 2.88],
  minor: [6.33, 2.68, 3.52, 5.38, 2.6, 3.53, 2.54, 4.75, 3.98, 2.69, 3.34, 3.17],
} as const;

const SHARP_NAMES = ['C', 'C#', 'D', 'D#', 'E', 'F', 'F#', 'G', 'G#', 'A', 'A#', 'B'];
const FLAT_NAMES = ['C', 'Db', 'D', 'Eb', 'E', 'F', 'Gb', 'G', 'Ab', 'A', 'Bb', 'B'];
/** Keys that are written with flats whatever the signature around them. */
const FLAT_KEYS = { major: [1, 3, 5, 8, 10], minor: [0, 2, 3, 5, 7, 10] };

/** The name of a tonic as it would be signed. */
export const tonicName = (tonic: number, mode: 'major' | 'minor', fifths = 0): string =>
  (FLAT_KEYS[mode].includes(tonic) || (fifths < 0 && [6, 11].includes(tonic) && mode === 'major') ? FLAT_NAMES : SHARP_NAMES)[tonic]!;

function correlation(a: readonly number[], b: readonly number[]): number {
  const mean = (list: readonly number[]) => list.reduce((sum, one) => sum + one, 0) / list.length;
  const [ma, mb] = [mean(a), mean(b)];
  let [ab, aa, bb] = [0, 0, 0];
  a.forEach((value, i) => {
    ab += (value - ma) * (b[i]! - mb);
    aa += (value - ma) ** 2;
    bb += (b[i]! - mb) ** 2;
  });
  return aa && bb ? ab / Math.sqrt(aa * bb) : 0;
}

/** How long each pitch class sounds in a stretch of bars, in quarters. */
export function durations(score: Score, from: number, to: number): number[] {
  const found = new Array<number>(12).fill(0);
  for (const note of score.notes) {
    if (note.bar >= from && note.bar <= to && !note.grace) found[((note.midi % 12) + 12) % 12]! += toNumber(note.duration);
  }
  return found;
}

/** The key whose profile fits best what sounds, with how well; undefined for silence. */
export function bestKey(sounding: readonly number[]): { tonic: number; mode: 'major' | 'minor'; fit: number } | undefined {
  if (sounding.every((one) => one === 0)) return undefined;
  const all = (['major', 'minor'] as const).flatMap((mode) => Array.from({ length: 12 }, (_, tonic) => ({
    tonic, mode, fit: correlation(sounding, PROFILES[mode].map((_, pitch) => PROFILES[mode][(pitch - tonic + 12) % 12]!)),
  })));
  return all.sort((a, b) => b.fit - a.fit)[0];
}

/** The signature's keys where they are set, and the keys the ear hears, section by section. */
export function keysOf(score: Score, sections: readonly { from: number; to: number }[]): HeardKey[] {
  const signed = score.bars.flatMap((bar, i): HeardKey[] => {
    const before = score.bars[i - 1]?.key;
    if (before && before.fifths === bar.key.fifths && before.mode === bar.key.mode) return [];
    const mode = bar.key.mode === 'minor' || (bar.key.mode === undefined && soundsRelativeMinor(score, i, sections)) ? 'minor' : 'major';
    return [{ bar: i, tonic: tonicName(tonicOf({ fifths: bar.key.fifths, mode }), mode, bar.key.fifths), mode, from: 'signature' }];
  });
  const heard: HeardKey[] = [];
  for (const { from, to } of sections) {
    const best = bestKey(durations(score, from, to));
    if (!best) continue;
    const tonic = tonicName(best.tonic, best.mode, score.bars[from]!.key.fifths);
    const last = heard.at(-1);
    if (last?.tonic === tonic && last.mode === best.mode) continue;
    heard.push({ bar: from, tonic, mode: best.mode, from: 'ear', fit: Math.round(best.fit * 100) / 100 });
  }
  return [...signed, ...heard].sort((a, b) => a.bar - b.bar || a.from.localeCompare(b.from));
}

/** Whether a signature that does not say its mode is heard as minor. */
function soundsRelativeMinor(score: Score, bar: number, sections: readonly { from: number; to: number }[]): boolean {
  const { from, to } = sections.find((one) => one.from <= bar && one.to >= bar) ?? { from: bar, to: bar };
  const best = bestKey(durations(score, from, to));
  return best?.mode === 'minor' && best.tonic === tonicOf({ fifths: score.bars[bar]!.key.fifths, mode: 'minor' });
}

/** Notes that sound in a span of time, in quarters from the beginning of the piece, with how long they do. */
export function soundingIn(score: Score, notes: readonly Note[], from: ReturnType<typeof add>, to: ReturnType<typeof add>): { midi: number; quarters: number }[] {
  return notes.flatMap((note) => {
    const begin = add(score.bars[note.bar]!.start, note.offset);
    const end = add(begin, note.duration);
    const [first, last] = [compare(begin, from) > 0 ? begin : from, compare(end, to) < 0 ? end : to];
    return compare(first, last) < 0 ? [{ midi: note.midi, quarters: toNumber(subtract(last, first)) }] : [];
  });
}
