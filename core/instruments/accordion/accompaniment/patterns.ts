import { say } from "../../../words/say.ts";
import type { Pattern } from "../../accompaniment/rhythm.ts";
import type { Accompaniment } from "../../accompany.ts";

const about = say`Basses, and chords as single notes with their letters; a bass comes wherever the
  chord changes.`;

export const PATTERNS: readonly (Accompaniment & { readonly id: Pattern })[] = [
  { id: "turns", name: say`bass and chord in turn`, about, alternates: true },
  { id: "half", name: say`in turn, half as often`, about, alternates: true },
  { id: "held", name: say`bass and chord held`, about, alternates: false },
];
