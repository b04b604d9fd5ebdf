import { say } from "../../../words/say.ts";
import type { Accompaniment } from "../../accompany.ts";

/** How often bass and chord are struck. */
export type Pattern = "turns" | "half" | "held";

export const PATTERNS: readonly (Accompaniment & { readonly id: Pattern })[] = [
  { id: "turns", name: say`bass and chord in turn`, alternates: true },
  { id: "half", name: say`in turn, half as often`, alternates: true },
  { id: "held", name: say`bass and chord held`, alternates: false },
];
