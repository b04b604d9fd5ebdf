import { say } from "../../words/say.ts";
import { toNumber, type Score } from "../../score/index.ts";
import {
  chordsNamed,
  hear,
  isAtHome,
  numeralOf,
  spelledAs,
  spellingOf,
  strangerIn,
  tonicName,
  type CadenceKind,
  type Chord,
  type KeyArea,
  type Mode,
  type Stranger,
} from "../harmony/index.ts";

/** A key, from the signature or as the ear hears it. */
export interface HeardKey {
  /** First bar it holds for, 0-based. */
  readonly bar: number;
  /** As spelled: `E`, `Bb`, `F#`. */
  readonly tonic: string;
  readonly mode: Mode;
  readonly from: "signature" | "ear";
  /** Of a key the ear hears after another: the last chord that is at home in both. */
  readonly pivot?: { readonly bar: number; readonly offset: number; readonly text: string };
}

/** A chord heard from a beat on. */
export interface HeardChord {
  readonly bar: number;
  /** Quarters from the start of the bar. */
  readonly offset: number;
  /** Such as `G`, `Em`, `D7/F#`, spelled as the score spells its tones. */
  readonly name: string;
  /** Its degree in the key of the place: `I`, `V65`, `V7/V`. */
  readonly numeral: string;
  /** Notes in it that are no tones of it. */
  readonly strangers: readonly {
    readonly bar: number;
    readonly offset: number;
    readonly pitch: string;
    readonly what: Stranger;
  }[];
}

export interface HeardCadence {
  readonly kind: CadenceKind;
  readonly bar: number;
  readonly offset: number;
  /** Such as `perfect cadence in F`. */
  readonly text: string;
}

export interface HeardHarmony {
  readonly keys: readonly HeardKey[];
  readonly chords: readonly HeardChord[];
  readonly cadences: readonly HeardCadence[];
}

/** Keys, chords and cadences of a piece, named as its score spells them. */
export function harmonyOf(score: Score): HeardHarmony {
  const heard = hear(score);
  const spelling = spellingOf(score);
  const named = chordsNamed(score);
  const start = (bar: number) => toNumber(score.bars[bar]!.start);
  const keyAt = (bar: number) => heard.keys.find((one) => bar <= one.to)!;
  const numeral = (i: number, key = keyAt(heard.chords[i]!.bar)) =>
    numeralOf(heard.chords[i]!, key, heard.chords[i + 1]);
  const tonic = (key: KeyArea) => spelling.tonic(key, key.from, key.to);
  return {
    keys: [
      ...signedKeys(score, heard.keys),
      ...heard.keys.map((key, i): HeardKey => {
        const pivot = i > 0 ? pivotOf(heard.chords, heard.keys[i - 1]!, key) : undefined;
        const text = (at: number) =>
          say`${named[at]!.name}, ${numeral(at, heard.keys[i - 1])} in ${tonic(heard.keys[i - 1]!)}
            ${heard.keys[i - 1]!.mode} and ${numeral(at, key)} in ${tonic(key)} ${key.mode}`;
        return {
          bar: key.from,
          tonic: tonic(key),
          mode: key.mode,
          from: "ear",
          ...(pivot === undefined
            ? {}
            : {
                pivot: {
                  bar: heard.chords[pivot]!.bar,
                  offset: heard.chords[pivot]!.from - start(heard.chords[pivot]!.bar),
                  text: text(pivot),
                },
              }),
        };
      }),
    ].sort((a, b) => a.bar - b.bar || a.from.localeCompare(b.from)),
    chords: heard.chords.map((chord, i) => ({
      bar: chord.bar,
      offset: chord.from - start(chord.bar),
      name: named[i]!.name,
      numeral: numeral(i),
      strangers: named[i]!.notes.flatMap((one) => {
        const what = strangerIn(one, chord, heard.chords[i + 1]);
        return what && what !== "free"
          ? [
              {
                bar: one.note.bar,
                offset: toNumber(one.note.offset),
                pitch: spelledAs(one.note),
                what,
              },
            ]
          : [];
      }),
    })),
    cadences: heard.cadences.map(({ kind, bar, offset, key }) => ({
      kind,
      bar,
      offset,
      text: say`${kind} cadence in ${tonic(key)}${key.mode === "minor" ? say` minor` : ""}`,
    })),
  };
}

/** Bars around the beginning of a new key in which its first own chord is looked for. */
const NEAR = 2;

/** The last chord before the first that belongs to the new key alone, if it is at home in both. */
function pivotOf(chords: readonly Chord[], before: KeyArea, key: KeyArea): number | undefined {
  const own = chords.findIndex(
    (one) => Math.abs(one.bar - key.from) <= NEAR && !isAtHome(one, before) && isAtHome(one, key),
  );
  const at = (own < 0 ? chords.findIndex((one) => one.bar >= key.from) : own) - 1;
  const chord = chords[at];
  return chord && isAtHome(chord, before) && isAtHome(chord, key) ? at : undefined;
}

/**
 * The signature's keys where they are set; which of its two keys is meant the music says, not the
 * file.
 */
function signedKeys(score: Score, keys: readonly KeyArea[]): HeardKey[] {
  return score.bars.flatMap((bar, i): HeardKey[] => {
    const before = score.bars[i - 1]?.key;
    if (before && before.fifths === bar.key.fifths) return [];
    const next = score.bars.findIndex((one, at) => at > i && one.key.fifths !== bar.key.fifths);
    const major = (((bar.key.fifths * 7) % 12) + 12) % 12;
    const minor = (major + 9) % 12;
    const bars = (mode: Mode, tonic: number) =>
      keys
        .filter((one) => one.mode === mode && one.tonic === tonic)
        .reduce(
          (sum, one) =>
            sum +
            Math.max(
              0,
              Math.min(one.to + 1, next < 0 ? score.bars.length : next) - Math.max(one.from, i),
            ),
          0,
        );
    const [asMajor, asMinor] = [bars("major", major), bars("minor", minor)];
    const mode: Mode =
      asMajor === asMinor
        ? bar.key.mode === "minor"
          ? "minor"
          : "major"
        : asMinor > asMajor
          ? "minor"
          : "major";
    return [
      {
        bar: i,
        tonic: tonicName({ tonic: mode === "minor" ? minor : major, mode }, bar.key.fifths),
        mode,
        from: "signature",
      },
    ];
  });
}

/**
 * The key that is signed at the beginning, its mode from the music; where the ear hears neither of
 * its two keys, as the file says.
 */
export function firstKey(score: Score): Score["bars"][number]["key"] {
  const { fifths, mode } = score.bars[0]!.key;
  const heard = hear(score).keys[0];
  const major = (((fifths * 7) % 12) + 12) % 12;
  const signed = heard && heard.tonic === (heard.mode === "major" ? major : (major + 9) % 12);
  return signed ? { fifths, mode: heard.mode } : mode === undefined ? { fifths } : { fifths, mode };
}
