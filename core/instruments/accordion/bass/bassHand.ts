import type { HandModel, Link, Moment, Played } from "../../../fingering/index.ts";
import { freesHand } from "../../../fingering/moment.ts";
import { letGo, toTheLetter } from "../../plucked.ts";
import { keysOf } from "../../../score/index.ts";
import { fitTo } from "../../fitTo.ts";
import { BOARDS, isChord, type BassBoard } from "./board.ts";
import { bassPlan } from "./plan.ts";
import { BASS_PRICES, PAIRS, type BassPrices, type BassSchool } from "./prices.ts";
import { waysOf, type BassWay } from "./ways.ts";

/** How the left side is set up, and by which school it is played. */
export interface BassSetup {
  readonly buttons?: number;
  readonly pair?: BassSchool;
}

/** Buttons where nobody says. */
export const USUAL_BUTTONS = 120;

/** Columns from a counterbass up to the fundamental that sounds the same. */
const A_THIRD = 4;

/** What going from one way to the next costs. */
function stepCost(
  prices: BassPrices,
  pair: readonly [bass: number, chord: number],
  a: BassWay,
  b: BassWay,
  link: Link,
): number {
  if (freesHand(link)) return prices.column * Math.abs(a.position - b.position);
  let cost = 0;
  if (a.position !== b.position)
    cost += prices.shift + prices.column * Math.abs(a.position - b.position);
  for (const to of b.pressed)
    for (const from of a.pressed) {
      const isSame = from.row === to.row && from.column === to.column;
      if (isSame) {
        if (from.finger !== to.finger) cost += prices.sameFinger;
        continue;
      }
      if (from.finger === to.finger)
        cost += from.column === to.column ? prices.sameColumn : prices.sameFinger;
    }
  const [from, to] = [a.pressed[0]!, b.pressed[0]!];
  if (a.pressed.length > 1 || b.pressed.length > 1) return cost;
  if (!isChord(from) && isChord(to)) {
    // a fundamental and its chord go by the pair of the school
    if (from.row === "fundamental" && from.column === to.column)
      cost += from.finger === pair[0] && to.finger === pair[1] ? 0 : prices.otherPair;
    else if (from.row === "counterbass" && from.column !== to.column)
      // the root of a chord is its fundamental, not the counterbass that sounds the same
      cost += to.column - from.column === A_THIRD ? prices.otherPair : prices.foreign;
  }
  if (isChord(from) && to.row === "counterbass" && from.column !== to.column)
    cost += prices.foreign;
  return cost;
}

/** A left hand on the buttons of a standard bass. */
export function bassHand({
  buttons = USUAL_BUTTONS,
  pair = "3-2",
}: BassSetup = {}): HandModel<BassWay> {
  const board = BOARDS[buttons] ?? BOARDS[USUAL_BUTTONS]!;
  const known = new Map<string, readonly BassWay[]>();
  const waysFor = (notes: readonly Played[]): readonly BassWay[] => {
    const name = nameOf(notes);
    let found = known.get(name);
    if (!found) known.set(name, (found = waysOfNotes(board, notes)));
    return found;
  };
  return {
    key: (midi) => midi,
    // a written chord is one button, pressed and let go: nothing is held under what comes next
    read: letGo,
    fit: (struck) => fitTo(struck, [], (notes) => waysFor(notes).length > 0),
    choices: ({ notes }) => waysFor(notes),
    hold: ({ cost }) => cost,
    step: (a, b, link) => stepCost(BASS_PRICES, PAIRS[pair], a, b, link),
    triple: () => 0,
    triples: () => false,
    tableKey,
    alike: { pattern: ({ notes }) => nameOf(notes), place: () => 0, still: 0 },
    wanted: (moment, locks) =>
      toTheLetter<BassWay>(moment, locks, ({ pressed, of }, i) => String(pressed[of[i]!]!.finger)),
    written: ({ pressed, of }, i) => {
      const { row, column, finger } = pressed[of[i]!]!;
      return {
        value: String(finger),
        also: {
          button: `${row} ${column}`,
          ...(row === "counterbass" ? { row: "cb" } : {}),
        },
      };
    },
    plan: (task) => bassPlan(board, task),
  };
}

/** Equal for notes that sound the same; what stands for a chord is apart from its tones. */
const nameOf = (notes: readonly Played[]): string =>
  notes.map((note) => keysOf(note).join("+")).join();

/** Ways to take some notes, of which each may stand for a chord. */
function waysOfNotes(board: BassBoard, notes: readonly Played[]): BassWay[] {
  const keys = notes.flatMap(keysOf);
  const isNamed = notes.length === 1 && keys.length > 1;
  const isApart = notes.length > 1 && keys.length > notes.length;
  const ways = waysOf(board, BASS_PRICES, keys, isNamed, isApart);
  if (keys.length === notes.length) return ways;
  const first = notes.map((_, i) => notes.slice(0, i).flatMap(keysOf).length);
  return ways.map((way) => ({ ...way, of: first.map((at) => way.of[at]!) }));
}

const tableKey = (moments: readonly Moment[]): string =>
  moments
    .map(({ notes, link }, i) => `${nameOf(notes)}${i && freesHand(link) ? "free" : ""}`)
    .join("|");
