import { say } from "../../../words/say.ts";
import {
  barSpan,
  comparePlaces,
  quartersAt,
  spokenName,
  toNumber,
  type Mark,
  type Place,
} from "../../../score/index.ts";
import type { MarkDoubt, MarkTask } from "../../../score/marks/work.ts";
import { manualName } from "./changes.ts";

/** Manuals where nobody says, and the keys of each. From memory: makers differ. */
const [MANUALS, LOWEST, HIGHEST] = [2, 36, 96];
/** Seconds from one note to the next in which a hand goes to another manual. From memory. */
const TO_GO = 0.3;

const HANDS = ["right", "left"] as const;

const inOrder = (marks: readonly Mark[]) =>
  [...marks].sort((a, b) => comparePlaces(a.from, b.from));

/** Where the hands play on manuals of their own: from a place, and to the next change. */
export function apart(marks: readonly Mark[]): { from: Place; to?: Place }[] {
  const found: { from: Place; to?: Place }[] = [];
  const on: Record<string, number> = {};
  let open: Place | undefined;
  for (const { from, data } of inOrder(marks)) {
    for (const hand of HANDS) if (data[hand] !== undefined) on[hand] = data[hand] as number;
    const isApart =
      on["right"] !== undefined && on["left"] !== undefined && on["right"] !== on["left"];
    if (isApart && !open) open = from;
    else if (!isApart && open) {
      found.push({ from: open, to: from });
      open = undefined;
    }
  }
  return open ? [...found, { from: open }] : found;
}

/** Manuals that are not there, notes held over a change of manual, no time to go, keys beyond. */
export function manualDoubts({ score, written, setup, tempo, from, to }: MarkTask): MarkDoubt[] {
  const count = (setup?.["manuals"] as number | undefined) ?? MANUALS;
  const number = (bar: number) => barSpan(score.bars, bar, bar);
  const played = score.notes.filter(({ held, grace }) => !held && !grace);
  const on: Record<string, number> = {};
  const found: MarkDoubt[] = [];
  for (const mark of inOrder(written))
    for (const hand of HANDS) {
      const manual = mark.data[hand] as number | undefined;
      if (manual === undefined) continue;
      const doubt = (kind: string, text: string) => found.push({ ...mark.from, kind, text });
      const name = hand === "right" ? say`the right hand` : say`the left hand`;
      if (manual > count)
        doubt(
          "no manual",
          say`Bar ${number(mark.from.bar)}: manual ${manualName(manual)} is not on this organ; it has
            ${count}.`,
        );
      const before = on[hand];
      on[hand] = manual;
      if (before === undefined || before === manual) continue;
      const at = quartersAt(score, mark.from);
      const own = played.filter((note) => note.hand === hand);
      const over = own.find((note) => {
        const begins = quartersAt(score, note);
        return begins < at - 1e-6 && begins + toNumber(note.length) > at + 1e-6;
      });
      const ends = own.map((note) => quartersAt(score, note));
      const last = Math.max(-Infinity, ...ends.filter((one) => one < at - 1e-6));
      const next = Math.min(Infinity, ...ends.filter((one) => one >= at - 1e-6));
      if (over)
        doubt(
          "held",
          say`Bar ${number(mark.from.bar)}: ${name} holds ${spokenName(over.pitch)} while it goes to
            manual ${manualName(manual)}; let it end before, or go after it.`,
        );
      else if (((next - last) * 60) / tempo < TO_GO)
        doubt(
          "no time",
          say`Bar ${number(mark.from.bar)}: ${name} has ${String(Math.round(((next - last) * 600) / tempo) / 10)} s
            from its last note to manual ${manualName(manual)}.`,
        );
    }
  for (const note of played)
    if (note.hand !== "feet" && (note.midi < LOWEST || note.midi > HIGHEST))
      found.push({
        ...{ bar: note.bar, offset: note.offset, kind: "beyond" },
        text: say`Bar ${number(note.bar)}: ${spokenName(note.pitch)} is beyond the keys of a manual.`,
      });
  return found.filter(({ bar }) => bar >= from && bar <= to);
}
