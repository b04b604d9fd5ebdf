import { proposeNotes } from "@yarrow-ridge/core/instruments/propose";
import { PEDAL_HARP, proposeSettings, type HarpNote } from "@yarrow-ridge/core/instruments/harp";
import { NO_SHAPE, readScore, toNumber, type Pitch } from "@yarrow-ridge/core/score";
import { bellowsWork } from "../../core/instruments/accordion/bellows/bellowsWork.ts";
import { pairs, report } from "./measure.ts";
import { pianoScore, type melody } from "./score.ts";

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

/** The bellows of an accordion against engraving the same notes, and as they grow longer. */
export function benchBellows(engrave: (xml: string) => void): void {
  const task = (bars: number) => {
    const { score } = readScore(pianoScore(bars));
    const how = { tempo: 120, written: [], options: {}, shape: NO_SHAPE };
    return { score, from: 0, to: score.bars.length - 1, ...how };
  };
  // the music comes again from bar 155 on, which is more work: both long ones have that
  const [short, some, long] = [task(120), task(320), task(1280)];
  const xml = pianoScore(120);
  const bellows = pairs(
    5,
    () => bellowsWork.propose!({ ...short }),
    () => engrave(xml),
  );
  report(
    `turns of the bellows for ${short.score.notes.length} notes against engraving them`,
    { proposeMs: bellows.a, engraveMs: bellows.b },
    bellows.ratio,
    "<= 0.05",
  );
  const growing = pairs(
    3,
    () => bellowsWork.propose!({ ...long }),
    () => bellowsWork.propose!({ ...some }),
  );
  report(
    `the bellows of four times as many notes (${long.score.notes.length}), for each note`,
    { longMs: growing.a, shortMs: growing.b },
    growing.ratio / 4,
    "<= 1.3",
  );
}

/** The spelling of a white key. */
const naturalOf = (midi: number) => ({
  step: "CCDDEFFGGAAB"[midi % 12] as Pitch["step"],
  alter: 0,
  octave: Math.floor(midi / 12) - 1,
});
