import { proposeNotes } from "@yarrow-ridge/core/instruments/propose";
import { PEDAL_HARP, proposeSettings, type HarpNote } from "@yarrow-ridge/core/instruments/harp";
import { toNumber, type Pitch } from "@yarrow-ridge/core/score";
import { pairs, report } from "./measure.ts";
import type { melody } from "./score.ts";

/** Strings under the fingers against engraving the same notes. */
export function benchStrings(tune: ReturnType<typeof melody>, engrave: () => void): void {
  const { played } = tune;
  const guitar = pairs(
    5,
    () => proposeNotes(played, { instrument: "guitar", hand: "hands", ties: false }),
    engrave,
  );
  report(
    "strings, fingers and plucking for 1000 melody notes on a guitar against engraving them",
    { proposeMs: guitar.a, engraveMs: guitar.b },
    guitar.ratio,
    "<= 0.3",
  );
  const harp = pairs(
    5,
    () => proposeNotes(played, { instrument: "harp", hand: "right", ties: false }),
    engrave,
  );
  report(
    "fingers for 1000 melody notes on a harp against engraving them",
    { proposeMs: harp.a, engraveMs: harp.b },
    harp.ratio,
    "<= 0.5",
  );
  const notes = played.map(({ id, midi, at, length }): HarpNote => ({
    ...{ id, midi, onset: toNumber(at), length: toNumber(length) },
    pitch: naturalOf(midi),
  }));
  const pedals = pairs(
    3,
    () => proposeSettings(PEDAL_HARP, notes, { tempo: 90, secondsPerMove: 0.5 }),
    engrave,
  );
  report(
    "pedals for 1000 melody notes on a harp against engraving them",
    { proposeMs: pedals.a, engraveMs: pedals.b },
    pedals.ratio,
    "<= 1",
  );
}

/** The spelling of a white key. */
const naturalOf = (midi: number) => ({
  step: "CCDDEFFGGAAB"[midi % 12] as Pitch["step"],
  alter: 0,
  octave: Math.floor(midi / 12) - 1,
});
