import { say } from "../../words/say.ts";
import {
  equals,
  notesByBar,
  playingOrder,
  secondsOf,
  tempoOf,
  toNumber,
  type Bar,
  type Score,
} from "../../score/index.ts";
import {
  betweenHands,
  leapsOf,
  longestRun,
  rangeOf,
  repeatedNotes,
  stretchesOf,
  type Spot,
} from "./hands.ts";
import { harmonyOf } from "./harmony.ts";
import { loudnessOf } from "./loudness.ts";
import { rolesOf } from "./roles.ts";
import { polyrhythms } from "./rhythm.ts";
import { feltMetre } from "./feltMetre.ts";
import type { Survey, SurveyedOn, SurveyOptions } from "./facts.ts";
import { handsOf } from "../content.ts";
import { A_PICK_UP, densityOf, difficulties, type Difficulty } from "./difficulties.ts";
import { firstWork } from "./work.ts";

export type { FirstWork, Survey, SurveyedOn, SurveyOptions } from "./facts.ts";

/** What a teacher finds out about a piece before a note of it is played. */
export function survey(whole: Score, options: SurveyOptions): Survey {
  // of a piece on paper only its frame is known: no hand has anything to be told
  const { paperHands: _, ...score } = whole;
  const { octave } = options.on;
  const printed = tempoOf(score);
  const tempo = options.tempo ?? printed;
  const order = playingOrder(score.bars);
  const byBar = notesByBar(score);
  const facts = {
    ...loudnessOf(score),
    ...harmonyOf(whole),
    bars: score.bars.length,
    playedBars: order.length,
    seconds: Math.round(secondsOf(score.bars, order, tempo)),
    meters: metersOf(score.bars),
    feltMetre: feltMetre(score),
    range: rangeOf(score),
    accidentals: byBar
      .map((notes, bar) => ({ bar, count: notes.filter((note) => note.accidental).length }))
      .filter((one) => one.count > 0)
      .sort((a, b) => b.count - a.count || a.bar - b.bar),
    polyrhythms: polyrhythms(score),
    oddBars: oddBars(score),
    clefChanges: score.clefChanges,
    repeatedNotes: repeatedNotes(score),
    leaps: octave ? leapsOf(score, tempo, octave) : [],
    stretches: octave ? stretchesOf(score, options.reach ?? octave, octave) : [],
    outside: outsideOf(score, options.on),
    betweenHands: betweenHands(score),
    density: byBar.map((notes, bar) => densityOf(notes, score.bars[bar]!, tempo)),
    longestRun: longestRun(score),
    roles: rolesOf(score),
  };
  return { ...facts, workFirst: firstWork(score, facts, tempo) };
}

const metersOf = (bars: readonly Bar[]) =>
  bars.flatMap(({ metre }, bar) => {
    const before = bars[bar - 1]?.metre;
    return before?.beats === metre.beats && before.beatType === metre.beatType
      ? []
      : [{ bar, beats: metre.beats, beatType: metre.beatType }];
  });

/** Single bars of another metre than those around them, and bars that do not fit their own. */
function oddBars({ bars }: Score): { bar: number; text: string }[] {
  const name = ({ metre }: Bar) => `${metre.beats}/${metre.beatType}`;
  return bars.flatMap((bar, i) => {
    const [before, after] = [bars[i - 1], bars[i + 1]];
    if (before && after && name(bar) !== name(before) && name(bar) !== name(after))
      return [{ bar: i, text: say`a single bar of ${name(bar)}` }];
    if (!equals(bar.length, bar.nominal)) {
      const away = toNumber(bar.length) - toNumber(bar.nominal);
      if (i === 0 && away < 0) return [{ bar: i, text: A_PICK_UP }];
      return [
        {
          bar: i,
          text: say`${Math.abs(Math.round(away * 100) / 100)} crotchets too
            ${away > 0 ? say`long` : say`short`} for its metre`,
        },
      ];
    }
    return [];
  });
}

function outsideOf(score: Score, { name, compass: keys }: SurveyedOn): Spot[] {
  const found = new Map<string, Spot>();
  for (const note of score.notes) {
    const compass = keys.get(note.hand);
    if (!compass || (note.midi >= compass[0] && note.midi <= compass[1])) continue;
    const text = say`${note.pitch.step}${note.pitch.alter > 0 ? "#" : note.pitch.alter < 0 ? "b" : ""}${note.pitch.octave} is ${note.midi < compass[0] ? say`below` : say`above`} the ${name.toLowerCase()}`;
    found.set(`${note.bar} ${text}`, { bar: note.bar, hand: note.hand, text });
  }
  return [...found.values()];
}

/**
 * What makes the bars of a piece hard, by hand.
 *
 * @param tempo quarters a minute
 * @param on millimetres of an octave and of this hand's reach, where hands go over keys
 */
export function difficultiesByHand(
  score: Score,
  tempo: number,
  on: { readonly octave?: number; readonly reach?: number },
): Readonly<Record<string, readonly Difficulty[]>> {
  const { octave } = on;
  const facts = {
    polyrhythms: polyrhythms(score),
    oddBars: oddBars(score),
    betweenHands: betweenHands(score),
    leaps: octave ? leapsOf(score, tempo, octave) : [],
    stretches: octave ? stretchesOf(score, on.reach ?? octave, octave) : [],
  };
  return Object.fromEntries(
    handsOf(score).map((hand) => [hand, difficulties(score, facts, tempo, hand)]),
  );
}

export { firstKey } from "./harmony.ts";
