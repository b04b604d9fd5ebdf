import { say } from "../../words/say.ts";
import { fingering } from "../../score/marks/aspects.ts";
import type { Instrument } from "../instrument.ts";
import { tuneLines } from "../ornaments/lines.ts";
import { ornamentsOver } from "../ornaments/ornaments.ts";
import { onKeys } from "../ornaments/slides.ts";
import { ROUND_OCTAVE } from "../keyboard/geometry.ts";
import { PIANO_PATTERNS } from "../keyboard/accompaniment/patterns.ts";
import { keyboardPlayer } from "../keyboard/player.ts";
import { POSITION } from "../keyboard/position.ts";
import { PEDAL } from "./pedal.ts";

export const piano: Instrument = {
  id: "piano",
  name: say`Piano`,
  octave: ROUND_OCTAVE,
  limbs: [
    {
      id: "right",
      name: say`right hand`,
      compass: [21, 108],
      proposed: true,
    },
    {
      id: "left",
      name: say`left hand`,
      compass: [21, 108],
      proposed: true,
    },
  ],
  aspects: [{ ...fingering(["right", "left"], ["1", "2", "3", "4", "5"]), onKeys: true }],
  lines: tuneLines("right", false),
  strata: [PEDAL, POSITION, ornamentsOver("right", onKeys)],
  accompaniments: PIANO_PATTERNS,
  player: keyboardPlayer,
  hands: () => import("./hands.ts").then((found) => found.hands),
  caution: say`No long stints of loud octaves or fast repeated notes without a rest; never force a
    stretch.`,
};
