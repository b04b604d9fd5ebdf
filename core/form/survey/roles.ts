import { notesByBar, toNumber, toText, type Note, type Score } from "../../score/index.ts";
import { handsOf } from "../content.ts";

export type Role = "rests" | "tune" | "chords" | "broken chords" | "running notes";

/** What a hand does in each bar, and the bars in which a pattern is broken by one note. */
export interface Roles {
  readonly hand: string;
  readonly roles: readonly Role[];
  /** Bars that fall out of the pattern around them. */
  readonly odd: readonly number[];
}

/** Bar by bar, what each hand is busy with. Rules of thumb; common practice, no source. */
export function rolesOf(score: Score): Roles[] {
  const byBar = notesByBar(score);
  return handsOf(score).map((hand) => {
    const bars = byBar.map((notes) =>
      notes.filter((note) => note.hand === hand && !note.grace && !note.held),
    );
    const roles = bars.map(roleOf);
    return { hand, roles, odd: oddOnes(bars, roles) };
  });
}

function roleOf(notes: readonly Note[]): Role {
  if (notes.length === 0) return "rests";
  const onsets = [...new Set(notes.map((note) => toText(note.offset)))].length;
  if (notes.length >= onsets * 1.7) return "chords";
  const top = topLine(notes);
  const steps = top.slice(1).map((note, i) => Math.abs(note.midi - top[i]!.midi));
  const even = new Set(notes.map((note) => toText(note.length))).size === 1;
  const turns = top
    .slice(2)
    .filter(
      (note, i) => (note.midi - top[i + 1]!.midi) * (top[i + 1]!.midi - top[i]!.midi) < 0,
    ).length;
  if (onsets >= 3 && even && steps.filter((step) => step >= 3).length >= steps.length * 0.6)
    return "broken chords";
  if (
    onsets >= 6 &&
    even &&
    steps.filter((step) => step <= 2).length >= steps.length * 0.7 &&
    turns <= steps.length / 2
  )
    return "running notes";
  return "tune";
}

const topLine = (notes: readonly Note[]): Note[] => {
  const top = new Map<string, Note>();
  for (const note of notes) {
    const at = toText(note.offset);
    if (!top.has(at) || top.get(at)!.midi < note.midi) top.set(at, note);
  }
  return [...top.values()].sort((a, b) => toNumber(a.offset) - toNumber(b.offset));
};

/** Bars whose neighbours on both sides share a pattern of onsets that this one does not have. */
function oddOnes(bars: readonly (readonly Note[])[], roles: readonly Role[]): number[] {
  const pattern = bars.map((notes) =>
    [...new Set(notes.map((note) => toText(note.offset)))].join(" "),
  );
  return pattern.flatMap((own, i) => {
    const [a, b, c, d] = [pattern[i - 2], pattern[i - 1], pattern[i + 1], pattern[i + 2]];
    const around = [a, b, c, d].filter((one) => one === b).length >= 3 && b === c && b !== "";
    return around && own !== b && roles[i] !== "rests" ? [i] : [];
  });
}
