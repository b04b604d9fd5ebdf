import { say } from "../../words/say.ts";
import { playedIn } from "../../fingering/moments.ts";
import { barSpan, spokenName, type Note, type Score } from "../../score/index.ts";
import { barsNamed } from "../barsNamed.ts";
import { keyboardHand } from "../keyboard/hand.ts";
import type { Player } from "../keyboard/reach.ts";
import type { GivenNote, ShareOptions, SharedOut, ShareProblem } from "../shareOut.ts";
import { boardOf } from "./feet/board.ts";
import { chordsIn, voicesOf, type Chord, type Sounding } from "./voices.ts";

type Hand = "right" | "left" | "feet";
type Voice = "top" | "second" | "inner" | "lowest";

/** A line alone below this is the bass. A4 = 69. */
const BASS = 55;

/** Voices that a texture has; of a solo as many as there are. */
const COUNT: Readonly<Record<string, number | undefined>> = { hymn: 4, trio: 3 };

/**
 * Notes of some bars shared out to hands and feet. Voices are those of the file where it has them,
 * else by height at each moment.
 */
export function shareOut(
  score: Score,
  { texture, from, to, player, setup }: ShareOptions,
): SharedOut {
  const chords = chordsIn(score, from, to);
  const count = COUNT[texture];
  const voices = count ? voicesOf(chords, count) : undefined;
  const last = (count ?? 0) - 1;
  const [lowest, highest] = boardOf(setup ?? {}).compass;
  const takes = taking(score, player);
  const given = new Map<string, GivenNote>();
  const crossed: number[] = [];
  const off: number[] = [];
  const voiceOf = (one: Sounding, chord: Chord): Voice => {
    const told = voices?.get(one.note.id);
    if (told !== undefined)
      return told === 0 ? "top" : told === last ? "lowest" : told === 1 ? "second" : "inner";
    return byHeight(one, chord);
  };
  const put = (note: Note, hand: Hand, why: string) => given.set(note.id, { note, hand, why });
  for (const chord of chords)
    for (const one of chord.struck) {
      const { note } = one;
      const voice = voiceOf(one, chord);
      if (voice === "lowest") {
        const isThere = note.midi >= lowest && note.midi <= highest;
        if (!isThere) off.push(note.bar);
        put(note, isThere ? "feet" : "left", isThere ? say`the bass` : say`not on the pedals`);
      } else if (voice === "top") put(note, "right", texture === "hymn" ? say`soprano` : say`solo`);
      else if (texture !== "hymn" || voice === "inner")
        put(note, "left", texture === "hymn" ? say`tenor` : say`under the upper line`);
      else {
        const above = chord.all.filter((other) => other.note.midi > note.midi);
        const isNear = [...above, ...during(chords, one, note.midi)].every((other) =>
          takes("right", [one, other]),
        );
        const below = chord.all.filter((other) => voiceOf(other, chord) === "inner");
        if (isNear) put(note, "right", say`alto`);
        else {
          const isTaken = takes("left", [one, ...below]);
          if (isTaken) crossed.push(note.bar);
          put(
            note,
            isTaken ? "left" : "right",
            isTaken ? say`alto, out of reach of the right hand` : say`alto`,
          );
        }
      }
    }
  return {
    given: [...given.values()],
    reasons: [
      ...(crossed.length
        ? [say`The left hand takes the alto where the right one does not reach it: bar
            ${barsNamed(crossed, score)}.`] // prettier-ignore
        : []),
      ...(off.length
        ? [say`The pedals do not have the lowest note: the left hand keeps it in bar
            ${barsNamed(off, score)}.`] // prettier-ignore
        : []),
    ],
    problems: problemsOf(score, chords, given, takes),
  };
}

/** Without voices: the lowest is the bass, one of two only where it lies low. */
function byHeight({ note }: Sounding, { all }: Chord): Voice {
  const place = all.findIndex((one) => one.note === note);
  if (place === 0 && (all.length > 1 || note.midi >= BASS)) return "top";
  if (place === all.length - 1 && (all.length > 2 || note.midi < BASS)) return "lowest";
  return place === 1 ? "second" : "inner";
}

/** Higher notes that begin while a note sounds. */
const during = (chords: readonly Chord[], one: Sounding, midi: number): Sounding[] =>
  chords
    .filter(({ at }) => at > one.from && at < one.to)
    .flatMap(({ struck }) => struck.filter((other) => other.note.midi > midi));

type Takes = (hand: "right" | "left", notes: readonly Sounding[]) => boolean;

/** Whether a hand of this player takes some notes at once. */
function taking(score: Score, player: Player | undefined): Takes {
  const models = {
    right: keyboardHand("right", player ?? {}),
    left: keyboardHand("left", player ?? {}),
  };
  return (hand, sounding) => {
    const notes = sounding.map(({ note }) => ({ ...note, hand }));
    const played = playedIn({ ...score, notes }, hand, 0, score.bars.length);
    return models[hand].fit(played, []).beyond.length === 0;
  };
}

/** Moments at which a hand has more than it takes. */
function problemsOf(
  score: Score,
  chords: readonly Chord[],
  given: ReadonlyMap<string, GivenNote>,
  takes: Takes,
): ShareProblem[] {
  return chords.flatMap(({ all, struck }) =>
    (["right", "left"] as const).flatMap((hand): ShareProblem[] => {
      const own = all.filter(({ note }) => given.get(note.id)?.hand === hand);
      if (!struck.some((one) => own.includes(one)) || takes(hand, own)) return [];
      const { bar } = struck[0]!.note;
      const names = own.map(({ note }) => spokenName(note.pitch)).join(", ");
      const doubled = own.filter(({ note }) =>
        all.some((other) => other.note !== note && (other.note.midi - note.midi) % 12 === 0),
      );
      return [
        {
          ...{ bar, notes: own.map(({ note }) => note.id) },
          text: say`Bar ${barSpan(score.bars, bar, bar)}: the ${hand === "right" ? say`right` : say`left`}
            hand does not reach ${names} together.`,
          ways: [
            ...(doubled.length
              ? [
                  say`Leave out ${doubled.map(({ note }) => spokenName(note.pitch)).join(" or ")}: it
                    sounds in another octave.`,
                ]
              : []),
            say`Give one of them to the other hand.`,
          ],
        },
      ];
    }),
  );
}
