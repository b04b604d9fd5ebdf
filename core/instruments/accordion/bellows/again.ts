import { toNumber, type Score } from "../../../score/index.ts";

/** Bars that come again, from where they were first. Bar indexes, the last inclusive. */
export interface Again {
  readonly from: number;
  readonly to: number;
  readonly of: number;
}

/** Shorter stretches are figures of accompaniment: nobody turns alike in each. Bars. */
const SHORTEST = 4;

/** What the bellows have of a bar: its rhythm in both hands and its intervals; not its key. */
function keysOf({ notes, bars }: Score): string[] {
  const inBar = bars.map(() => [] as string[]);
  const first = new Map<number, number>();
  for (const note of notes) {
    if (note.grace || note.hand !== "right") continue;
    if (!first.has(note.bar)) first.set(note.bar, note.midi);
  }
  for (const note of notes) {
    if (note.grace) continue;
    const key = note.hand === "right" ? note.midi - first.get(note.bar)! : "";
    inBar[note.bar]!.push(
      `${note.hand[0]}${toNumber(note.offset)}+${toNumber(note.duration)}${key}${note.held ? "~" : ""}`,
    );
  }
  return inBar.map((all) => all.sort().join(" "));
}

/** Where music comes again in both hands, in whatever key: each bar in the longest such stretch. */
export function comesAgain(score: Score): Again[] {
  const keys = keysOf(score);
  const count = keys.length;
  const runs: Again[] = [];
  for (let back = SHORTEST; back < count; back++)
    for (let bar = back, from = back; bar <= count; bar++) {
      const isSame = bar < count && keys[bar] !== "" && keys[bar] === keys[bar - back];
      if (isSame) continue;
      // a stretch may not come again within itself
      const to = Math.min(bar - 1, from + back - 1);
      if (to - from + 1 >= SHORTEST) runs.push({ from, to, of: from - back });
      from = bar + 1;
    }
  const taken = new Set<number>();
  return runs
    .sort((a, b) => b.to - b.from - (a.to - a.from) || a.of - b.of)
    .filter(({ from, to }) => {
      for (let bar = from; bar <= to; bar++) if (taken.has(bar)) return false;
      for (let bar = from; bar <= to; bar++) taken.add(bar);
      return true;
    })
    .sort((a, b) => a.from - b.from);
}
