import { readFileSync } from "node:fs";
import { proposeNotes } from "@yarrow-ridge/core/instruments/propose";
import { PEDAL_HARP, proposeSettings } from "@yarrow-ridge/core/instruments/harp";
import { NO_SHAPE, readScore } from "@yarrow-ridge/core/score";
import { bellowsWork } from "../../core/instruments/accordion/bellows/bellowsWork.ts";
import { pairs, report } from "./measure.ts";
import { chordPage, pianoScore, type melody } from "./score.ts";

/** Strings under the fingers against engraving the same notes. */
export function benchStrings(
  tune: ReturnType<typeof melody>,
  engrave: (xml: string) => void,
): void {
  const { played } = tune;
  // a dozen times go by until the engine has compiled it, as the engraver is from the start
  const guitar = pairs(
    31,
    () => proposeNotes(played, { instrument: "guitar", hand: "hands", ties: false }),
    () => engrave(tune.xml),
  );
  report(
    "strings, fingers and plucking for 1000 melody notes on a guitar against engraving them",
    { proposeMs: guitar.a, firstMs: guitar.first, engraveMs: guitar.b },
    guitar.ratio,
    "<= 0.3",
  );
  const harp = pairs(
    5,
    () => proposeNotes(played, { instrument: "harp", hand: "right", ties: false }),
    () => engrave(tune.xml),
  );
  report(
    "fingers for 1000 melody notes on a harp against engraving them",
    { proposeMs: harp.a, engraveMs: harp.b },
    harp.ratio,
    "<= 0.5",
  );
  const page = chordPage(143);
  const pedals = pairs(
    5,
    () => proposeSettings(PEDAL_HARP, page.notes, { tempo: 90, secondsPerMove: 0.5 }),
    () => engrave(page.xml),
  );
  report(
    `pedals for ${page.notes.length} notes with chords in many keys against engraving them`,
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
  // the demo's tune: each half twice, the second half the first in another key
  const tune = readFileSync(
    new URL("../../demo/pieces/lamps-along-the-quay.musicxml", import.meta.url),
    "utf8",
  );
  const { score } = readScore(tune);
  const halves = { ...short, score, to: score.bars.length - 1 };
  const again = pairs(
    31,
    () => bellowsWork.propose!({ ...halves }),
    () => engrave(tune),
  );
  report(
    `turns of the bellows for a tune whose halves come again (${score.notes.length} notes) against engraving it`,
    { proposeMs: again.a, engraveMs: again.b },
    again.ratio,
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
