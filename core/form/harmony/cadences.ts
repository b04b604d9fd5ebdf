import { toNumber, type Score } from "../../score/index.ts";
import type { Chord } from "./chords.ts";
import type { KeyArea } from "./keys.ts";
import { classOf } from "./kinds.ts";
import type { Placed } from "./voices.ts";

export type CadenceKind = "perfect" | "half" | "deceptive" | "plagal";

/** Where a phrase comes to an end in its harmony. */
export interface Cadence {
  readonly kind: CadenceKind;
  /** Of the chord of arrival; quarters from the start of its bar. */
  readonly bar: number;
  readonly offset: number;
  /** Quarters from the beginning of the piece. */
  readonly at: number;
  /** The key it is heard in. */
  readonly key: KeyArea;
  /** How much speaks for it, 0 to 1; whether the line comes to rest on it. */
  readonly strength: number;
  readonly rests: boolean;
}

/**
 * What speaks for an end. Common practice, no source; set on the pieces of `sections.test.ts` that
 * were looked at.
 */
const SPEAKS = {
  rootBefore: 0.15,
  rootBass: 0.2,
  top: 0.15,
  leading: 0.15,
  onBar: 0.1,
  rests: 0.35,
  seventh: 0.05,
};
/** With less than this it is only a change of chord. */
const LEAST = { perfect: 0.6, half: 0.65, deceptive: 0.65, plagal: 0.75 } as const;
/** A note this much longer than the usual one of its piece is a rest of the line. */
const LONG = 1.9;

/** Every place where a dominant arrives, or is arrived at, and the line comes to rest. */
export function cadencesIn(
  score: Score,
  notes: readonly Placed[],
  chords: readonly Chord[],
  keys: readonly KeyArea[],
): Cadence[] {
  const inBar = new Map<number, number>();
  notes.forEach(({ note }, i) => inBar.set(note.bar, Math.min(i, inBar.get(note.bar) ?? i)));
  /** Notes near a chord: from the bars before it to the bar after. */
  const near = ({ bar }: Chord) =>
    notes.slice(
      inBar.get(Math.max(0, bar - 2)) ?? inBar.get(bar - 1) ?? inBar.get(bar) ?? 0,
      inBar.get(bar + 2) ?? inBar.get(bar + 3) ?? notes.length,
    );
  const lengths = notes
    .filter((one) => one.note.staff === 1)
    .map((one) => one.to - one.from)
    .sort((a, b) => a - b);
  const usual = lengths[lengths.length >> 1] ?? 1;
  const last = notes.reduce((end, one) => Math.max(end, one.to), 0);
  /** Whether the upper line holds still, or all fall silent, from a moment on. */
  const restsAt = (some: readonly Placed[], at: number): boolean => {
    const top = some
      .filter((one) => one.from <= at + 1e-9 && one.to > at + 1e-9)
      .reduce<Placed | undefined>(
        (best, one) => (!best || one.note.midi > best.note.midi ? one : best),
        undefined,
      );
    if (!top) return false;
    const next = some.find(
      (one) =>
        one.from >= at + usual * 0.5 && one.from > at + 1e-9 && one.note.staff === top.note.staff,
    );
    return !next || next.from - at >= usual * LONG - 1e-9 || top.to >= last - 1e-9;
  };
  const topAt = (some: readonly Placed[], at: number) =>
    Math.max(
      -1,
      ...some
        .filter((one) => one.from <= at + 1e-9 && one.to > at + 1e-9)
        .map((one) => one.note.midi),
    );
  const heard = chords.flatMap((chord, i): Cadence[] => {
    const before = chords[i - 1];
    const key = keys.find((one) => chord.bar <= one.to);
    if (!before || !key) return [];
    const degree = (one: Chord) => (one.root - key.tonic + 12) % 12;
    const dominant = degree(before) === 7 && before.kind.third === "major";
    const toSixth = degree(chord) === 9 || (key.mode === "minor" && degree(chord) === 8);
    const kind: CadenceKind | undefined =
      dominant && degree(chord) === 0
        ? "perfect"
        : dominant && toSixth
          ? "deceptive"
          : degree(chord) === 7 && chord.kind.third === "major"
            ? "half"
            : degree(before) === 5 && degree(chord) === 0
              ? "plagal"
              : undefined;
    if (!kind) return [];
    const around = near(chord);
    const start = toNumber(score.bars[chord.bar]!.start);
    const offset = chord.from - start;
    const leading = around.some(
      (one) =>
        one.to >= chord.from - 1 &&
        one.from < chord.from - 1e-9 &&
        classOf(one.note.midi) === (key.tonic + 11) % 12 &&
        one.after &&
        classOf(one.after.note.midi) === key.tonic,
    );
    const rests = restsAt(around, chord.from) || restsAt(around, chord.to - usual * LONG);
    const strength =
      (before.bass === before.root ? SPEAKS.rootBefore : 0) +
      (chord.bass === chord.root ? SPEAKS.rootBass : 0) +
      (kind === "half" || classOf(topAt(around, chord.from)) === key.tonic ? SPEAKS.top : 0) +
      (kind !== "half" && leading ? SPEAKS.leading : 0) +
      (offset < 1e-9 ? SPEAKS.onBar : 0) +
      (rests ? SPEAKS.rests : 0) +
      (before.kind.symbol === "7" ? SPEAKS.seventh : 0);
    return strength >= LEAST[kind]
      ? [
          {
            kind,
            bar: chord.bar,
            offset,
            at: chord.from,
            key,
            strength: Math.min(1, strength),
            rests,
          },
        ]
      : [];
  });
  const closes = outerCloses(notes).flatMap(({ tonic, mode, bass }): Cadence[] => {
    const start = toNumber(score.bars[bass.note.bar]!.start);
    const area = keys.find((one) => bass.note.bar <= one.to);
    if (!area || heard.some((one) => one.kind === "perfect" && Math.abs(one.at - bass.from) < 1))
      return [];
    const key =
      area.tonic === tonic ? area : { tonic, mode, from: bass.note.bar, to: bass.note.bar };
    const rests = restsAt(
      notes.filter(({ note }) => Math.abs(note.bar - bass.note.bar) <= 1),
      bass.from,
    );
    return [
      {
        kind: "perfect",
        bar: bass.note.bar,
        offset: bass.from - start,
        at: bass.from,
        key,
        strength: OUTER + (rests ? SPEAKS.rests : 0),
        rests,
      },
    ];
  });
  return [
    ...heard.filter((one) => !closes.some(({ at }) => Math.abs(one.at - at) < 1)),
    ...closes,
  ].sort((a, b) => a.at - b.at);
}

/** What the outer voices alone say for a close: as much as all but the bar and the rest. */
const OUTER = SPEAKS.rootBefore + SPEAKS.rootBass + SPEAKS.top + SPEAKS.leading;
/** Quarters before a close whose scale is its key's. */
const SCALE = 6;

/**
 * Closes that the outer voices make by themselves on the first beat of a bar, as they do where
 * lines run and no chord is struck: the bass goes from the dominant to the tonic and the upper
 * voice to the tonic from a step away, in its own scale. Common practice (the clausulae of bass,
 * tenor and soprano in every book of counterpoint).
 */
function outerCloses(
  notes: readonly Placed[],
): { tonic: number; mode: KeyArea["mode"]; bass: Placed }[] {
  let first = 0;
  return notes.flatMap((bass, i) => {
    // notes struck together rise
    if (bass.accent !== 3 || bass.struck < 2 || (notes[i - 1] && notes[i - 1]!.from === bass.from))
      return [];
    const top = notes[i + bass.struck - 1]!;
    const tonic = classOf(bass.note.midi);
    const above = (one: Placed) => classOf(one.note.midi - tonic);
    const said = top.before && above(top.before) === 0 ? top.before.before : top.before;
    if (
      !bass.before ||
      above(bass.before) !== 7 ||
      above(top) !== 0 ||
      !said ||
      ![2, 11].includes(above(said))
    )
      return [];
    while (notes[first]!.from < bass.from - SCALE) first++;
    const lately = notes.slice(first, i);
    if (lately.some((one) => one.to > bass.from + 1e-9 && one.note.midi < bass.note.midi))
      return [];
    const last = (degree: number) => lately.findLastIndex((one) => above(one) === degree);
    const inScale = last(11) > last(10) && last(5) > last(6);
    return inScale ? [{ tonic, mode: last(3) > last(4) ? "minor" : "major", bass }] : [];
  });
}
