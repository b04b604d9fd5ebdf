import type { HandModel, Moment, Played } from "../../../fingering/index.ts";
import { freesHand } from "../../../fingering/moment.ts";
import type { Pitch } from "../../../score/index.ts";
import { fitTo } from "../../fitTo.ts";
import { letGo, toTheLetter } from "../../plucked.ts";
import { stringsFor, writtenString, type Harp } from "../strings.ts";
import { harpPlan } from "./plan.ts";
import { reachOf } from "./reach.ts";
import { stepCost, tripleCost } from "./step.ts";
import { waysOf, type HarpWay } from "./ways.ts";

/** What is known of a harpist's hand. */
export interface HarpPlayer {
  /** Strings from the thumb to the fourth finger at most. */
  readonly span?: number;
}

/** Strings that lie under a hand. */
const OCTAVE = 7;

/**
 * A hand on a harp. The thumb is uppermost in both hands, so that one model serves both. A string
 * is a letter, whatever its pedal or lever does.
 */
export function harpHand(harp: Harp, { span }: HarpPlayer = {}): HandModel<HarpWay> {
  const reach = reachOf(span);
  const known = new Map<string, readonly HarpWay[]>();
  const key = (midi: number, pitch?: Pitch) => (pitch ? writtenString(pitch) : plain(harp, midi));
  const stringOf = ({ midi, pitch }: Played) => key(midi, pitch);
  const isOn = (string: number) => string >= harp.lowest && string < harp.lowest + harp.strings;
  const waysFor = (strings: readonly number[]): readonly HarpWay[] => {
    const name = strings.join();
    let found = known.get(name);
    if (!found) known.set(name, (found = strings.every(isOn) ? waysOf(reach, strings) : []));
    return found;
  };
  const byString = (notes: readonly Played[]) =>
    [...notes].sort((a, b) => stringOf(a) - stringOf(b));
  return {
    key,
    read: letGo,
    fit(struck) {
      const taken = fitTo(struck, [], (notes) => waysFor(byString(notes).map(stringOf)).length > 0);
      return { ...taken, notes: byString(taken.notes) };
    },
    choices: ({ keys }) => waysFor(keys),
    hold: ({ cost }) => cost,
    step: (a, b, link) => stepCost(reach, a, b, link),
    triple: (a, b, c) => tripleCost(reach, a, b, c),
    triples: () => true,
    tableKey: (moments) => tableKey(moments),
    alike: {
      pattern: ({ keys }) => keys.map((one) => one - keys[0]!).join(),
      place: ({ keys }) => keys[0]!,
      still: OCTAVE,
      // half a lifted hand. Own figure, set on sixty of a collection of reels
      leaving: 2,
    },
    wanted: (moment, locks) =>
      toTheLetter<HarpWay>(moment, locks, ({ fingers }, i) => String(fingers[i])),
    written: ({ fingers }, i) => ({ value: String(fingers[i]) }),
    plan: (task) => harpPlan(harp, reach, stringOf, task),
  };
}

/** The string of a pitch that is not spelled: without an accidental where there is such a one. */
const plain = (harp: Harp, midi: number): number =>
  [...stringsFor(harp, midi)].sort((a, b) => Math.abs(a.alter) - Math.abs(b.alter))[0]?.string ??
  Math.round(((midi - 12) * 7) / 12);

/** Strings lie alike everywhere: what counts is how far it goes. */
const tableKey = (moments: readonly Moment[]): string =>
  moments
    .map(({ keys, link }, i) => {
      const away = keys.map((one) => one - moments[0]!.keys[0]!).join();
      return i && link
        ? `${away} ${link.seconds.toFixed(3)} ${freesHand(link) ? 1 : 0}${link.lifted ? "l" : ""}${link.inverted ? "i" : ""}`
        : away;
    })
    .join("|");
