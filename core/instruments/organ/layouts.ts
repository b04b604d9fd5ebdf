import { say } from "../../words/say.ts";
import type { Layout, StaffFacts } from "../../score/musicxml/layouts.ts";

/** A hymn has two voices on each staff, which mostly move together. Own figures. */
const PAIRS = 0.6;
const TOGETHER = 0.6;
/** The pedalboard begins with C; what lies lower is for the hand alone. */
const LOWEST_PEDAL = 36;

const isHymn = ([upper, lower]: readonly StaffFacts[]): boolean =>
  upper!.pairs >= PAIRS &&
  lower!.pairs >= PAIRS &&
  lower!.together >= TOGETHER &&
  lower!.low >= LOWEST_PEDAL;

const usual = () => 0.5;
/** A singer above the organ; where all are sung or called voices, the organ plays them all. */
const isSungAbove = ([first, ...others]: readonly StaffFacts[]): boolean =>
  first!.sung && !others.every((one) => one.sung || one.voice);
const sung = (staves: readonly StaffFacts[]) => (isSungAbove(staves) ? 1 : 0);

/** Ways organ music is written down. Common practice, no source. */
export const ORGAN_LAYOUTS: readonly Layout[] = [
  {
    id: "manuals",
    name: say`two staves for the hands, no pedal`,
    staves: ["right", "left"],
    fits: usual,
  },
  {
    id: "hymn",
    name: say`a hymn on two staves: the lowest voice for the feet`,
    staves: ["right", "left"],
    lowest: "feet",
    fits: (staves) => (isHymn(staves) ? 1 : 0),
  },
  {
    id: "pedal",
    name: say`two staves for the hands and one for the feet`,
    staves: ["right", "left", "feet"],
    fits: usual,
  },
  {
    id: "sung-manuals",
    name: say`a staff that is sung, and two for the hands`,
    staves: [undefined, "right", "left"],
    fits: sung,
  },
  {
    id: "sung-hymn",
    name: say`a staff that is sung, and two for the hands with the lowest voice for the feet`,
    staves: [undefined, "right", "left"],
    lowest: "feet",
    fits: (staves) => (isSungAbove(staves) && isHymn(staves.slice(1)) ? 2 : 0),
  },
  {
    id: "open",
    name: say`four staves: two for the right hand, one for the left, the last for the feet`,
    staves: ["right", "right", "left", "feet"],
    fits: usual,
  },
  {
    id: "sung-pedal",
    name: say`a staff that is sung, two for the hands and one for the feet`,
    staves: [undefined, "right", "left", "feet"],
    fits: sung,
  },
];
