import type { HandModel, Moment, Played, Wish } from "../../../fingering/index.ts";
import { freesHand } from "../../../fingering/moment.ts";
import { firstFinger } from "../../../score/marks/written.ts";
import { fitTo } from "../../fitTo.ts";
import type { InstrumentRecord } from "../../record.ts";
import { boardOf, placeOf } from "./board.ts";
import { feetPlan } from "./plan.ts";
import { LEGATO, TOES } from "./prices.ts";
import { stepCost, tripleCost } from "./step.ts";
import { codeOf, waysOf, type Feet, type FeetWay, type Foot } from "./ways.ts";

/** What is known of an organist's feet. */
export interface FeetPlayer {
  /** Centimetres the feet spread in comfort. */
  readonly spread?: number;
  /** False where only toes are played. */
  readonly heels?: boolean;
}

/** How the pedals are played for now. */
export interface FeetAsked {
  readonly feet?: "legato" | "toes";
  /** The foot that works the swell or a stud. */
  readonly away?: "left" | "right";
}

/** Centimetres, where nobody says: two octaves and a third of the usual board. From memory. */
const USUAL_SPREAD = 101.6;
/** Naturals that lie under two feet that keep still. */
const STILL = 4;

const BOTH: readonly Foot[] = ["L", "R"];

/** The feet on a pedalboard, as they are for this player. */
export function feetHand(
  player: FeetPlayer = {},
  setup: InstrumentRecord = {},
): HandModel<FeetWay> {
  const asked = setup as FeetAsked;
  const board = boardOf(setup);
  const school = asked.feet ?? (player.heels === false ? "toes" : "legato");
  const feet: Feet = {
    board,
    prices: school === "toes" ? TOES : LEGATO,
    spread: (10 * (player.spread ?? USUAL_SPREAD)) / board.natural,
    free: asked.away ? BOTH.filter((foot) => foot !== (asked.away === "left" ? "L" : "R")) : BOTH,
  };
  const [lowest, highest] = board.compass;
  const known = new Map<string, readonly FeetWay[]>();
  const waysFor = (keys: readonly number[], seconds: number): readonly FeetWay[] => {
    const name = `${keys.join()} ${seconds >= 0.6 ? "long" : ""}`;
    let found = known.get(name);
    if (!found)
      known.set(
        name,
        (found = keys.every((key) => key >= lowest && key <= highest)
          ? waysOf(feet, keys, seconds)
          : []),
      );
    return found;
  };
  return {
    key: (midi) => midi,
    fit: (struck, held) =>
      fitTo(
        struck,
        held,
        (notes: readonly Played[]) =>
          waysFor(
            notes.map(({ midi }) => midi),
            0,
          ).length > 0,
      ),
    choices: ({ keys, seconds }) => waysFor(keys, seconds),
    hold: ({ cost }) => cost,
    step: (a, b, link) => stepCost(feet, a, b, link),
    triple: (a, b, c) => tripleCost(feet.prices, a, b, c),
    triples: () => true,
    tableKey,
    alike: {
      pattern: ({ keys, struck, seconds }) =>
        `${keys.map((key, i) => `${key}${struck[i] ? "" : "h"}`).join()}${seconds >= 0.6 ? "l" : ""}`,
      // a foot is not the same foot elsewhere: only what is on the same keys feels alike
      place: ({ keys }) => placeOf(keys[0]!),
      still: STILL,
    },
    wanted,
    written: ({ notes, end }, i) => {
      const [value, then] = [codeOf(notes[i]!), codeOf(end[i]!)];
      return then === value ? { value } : { value, then };
    },
    plan: (task) => feetPlan(feet, task),
  };
}

const tableKey = (moments: readonly Moment[]): string =>
  moments
    .map(({ keys, link, seconds }, i) => {
      const long = seconds >= 0.6 ? "l" : "";
      const joined = i && link ? `${freesHand(link) ? "free" : link.detached ? "apart" : ""}` : "";
      return `${keys.join()}${long}${joined}`;
    })
    .join("|");

/** A foot with toe or heel, a foot alone, or a part alone; then what can be had of it. */
function wanted(moment: Moment, { locks }: { locks?: ReadonlyMap<string, string> }) {
  const told = moment.notes.flatMap(({ id }, i) => {
    const text = locks?.get(id);
    return text && moment.struck[i] ? [{ i, text }] : [];
  });
  if (told.length === 0) return [];
  const isSaid = (text: string, code: string) =>
    text.length === 1 ? code.endsWith(text) : code === text;
  const strict: Wish<FeetWay> = {
    obeyedBy: ({ notes, end }) =>
      told.every(({ i, text }) => {
        const [first, then] = text.replace(/[()]/g, "").split("-") as [string, string?];
        return (
          isSaid(first, codeOf(notes[i]!)) &&
          (then === undefined
            ? codeOf(end[i]!) === codeOf(notes[i]!)
            : isSaid(then, codeOf(end[i]!)))
        );
      }),
  };
  const loose: Wish<FeetWay> = {
    obeyedBy: ({ notes }) =>
      told.every(({ i, text }) => isSaid(firstFinger(text), codeOf(notes[i]!))),
  };
  return [strict, loose];
}
