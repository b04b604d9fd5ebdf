import { midiOf, type Pitch } from "../../../score/index.ts";
import { pitchFrom } from "../../accompaniment/pitch.ts";

/** Where the chord all others lie near begins best, D3. A4 = 69. */
const HOME = 50;
/** What it costs not to begin with the root, and a semitone within a chord. Own figures. */
const [INVERTED, SEMITONE] = [6, 4];
const OCTAVE = 12;

/** Tones one over the other as near as can be, from a key on. */
function stacked(tones: readonly string[], lowest: number): Pitch[] {
  const found: Pitch[] = [];
  for (const tone of tones) {
    const last = found.at(-1);
    found.push(pitchFrom(tone, last ? midiOf(last) + 1 : lowest));
  }
  return found;
}

/**
 * The chord that the others lie near: in root position about an octave under the middle of the
 * keys, or in another one where that would meet the tune.
 *
 * @param below the lowest key of the tune
 */
export function homeOf(tones: readonly string[], below: number): Pitch[] {
  const away = (keys: readonly Pitch[]) =>
    Math.abs(midiOf(keys[0]!) - HOME) + (keys[0]!.step === tones[0]![0] ? 0 : INVERTED);
  const ways = positionsOf(tones, undefined).flatMap((order) =>
    [-OCTAVE, -OCTAVE / 2, 0].map((from) => stacked(order, HOME + from)),
  );
  const under = ways.filter((keys) => midiOf(keys.at(-1)!) < below);
  return cheapest(under.length ? under : [stacked(tones, HOME - OCTAVE)], away);
}

const cheapest = (ways: readonly Pitch[][], cost: (keys: readonly Pitch[]) => number): Pitch[] =>
  ways.reduce((best, one) => (cost(one) < cost(best) ? one : best));

/**
 * A chord in the position that lies nearest to another one, as primary chords are taught: in C
 * major C E G, C F A and B F G. Common practice, no source.
 *
 * @param bass the lowest tone, where that is told
 */
export function nearestTo(
  home: readonly Pitch[],
  tones: readonly string[],
  bass?: string,
): Pitch[] {
  const [lowest, highest] = [midiOf(home[0]!), midiOf(home.at(-1)!)];
  const away = (keys: readonly Pitch[]) =>
    Math.abs(midiOf(keys[0]!) - lowest) +
    Math.abs(midiOf(keys.at(-1)!) - highest) +
    SEMITONE * keys.filter((key, i) => i > 0 && midiOf(key) - midiOf(keys[i - 1]!) === 1).length;
  const ways = positionsOf(tones, bass).flatMap((order) =>
    [lowest - OCTAVE, lowest - OCTAVE / 2, lowest].map((from) => stacked(order, from)),
  );
  return cheapest(ways, away);
}

/** The tones from each of them on, or from the bass on, which may be none of them. */
function positionsOf(tones: readonly string[], bass: string | undefined): string[][] {
  if (bass && !tones.includes(bass)) return [[bass, ...inOrderOver(tones, bass)]];
  const from = tones.map((_, i) => [...tones.slice(i), ...tones.slice(0, i)]);
  return bass ? from.filter(([first]) => first === bass) : from;
}

/** Tones as they come over a bass, but for one that is the same key. */
const inOrderOver = (tones: readonly string[], bass: string): string[] => {
  const low = midiOf(pitchFrom(bass, HOME));
  const over = (tone: string) => midiOf(pitchFrom(tone, low)) - low;
  return tones.filter((tone) => over(tone) > 0).sort((a, b) => over(a) - over(b));
};
