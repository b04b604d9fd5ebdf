import { say } from "@yarrow-ridge/core/words";
import type { AnnotationsAnswer, FormAnswer, Piece } from "@yarrow-ridge/contract";
import { instrument } from "@yarrow-ridge/core/instruments";
import {
  beatLength,
  tempoOf,
  toNumber,
  type Mark,
  type PedalMark,
  type Place,
  type Remark,
  type Score,
  type Section,
  type Shape,
} from "@yarrow-ridge/core/score";
import type { Stratum } from "../piece/useDesk.ts";
import type { Written } from "../piece/useDeskPiece.ts";
import type { Said, WrittenFinger } from "../score/placeFingers.ts";

/** A piece as it lies at the desk, with the stratum that is open. */
export interface AtDesk {
  readonly piece: Piece;
  readonly score: Score;
  readonly form: FormAnswer;
  readonly annotations: AnnotationsAnswer;
  readonly sections: readonly Section[];
  readonly climax: Place | undefined;
  readonly shape: Shape;
  readonly remarks: readonly Remark[];
  readonly pedal: readonly PedalMark[];
  readonly positions: readonly Mark[];
  readonly fingers: ReadonlyMap<string, WrittenFinger>;
  /** The same with those in pencil. */
  readonly withPencil: ReadonlyMap<string, WrittenFinger>;
  readonly said: readonly Said[];
  /** The same with what is in pencil. */
  readonly drawn: readonly Said[];
  /** What is written between notes, by stratum, in the layers that are shown. */
  readonly marks: ReadonlyMap<string, readonly Mark[]>;
  readonly written: Written;
  readonly layer: string;
  readonly assignmentId: string | undefined;
  readonly goal: number | undefined;
  readonly stratum: Stratum;
  readonly choose: (from: number, to: number) => void;
}

/** Quarters a minute: of the plan, as printed, or the usual. */
export const tempoAt = ({ score, goal }: Pick<AtDesk, "score" | "goal">): number =>
  goal !== undefined && score.bars[0] ? goal * toNumber(beatLength(score.bars[0])) : tempoOf(score);

/** Without notes there is nothing to finger. */
export function tabsOf({
  onPaper,
  instrument: kind,
  setup,
}: Piece): readonly (readonly [Stratum, string])[] {
  if (onPaper) return [["form", say`Form`]];
  return [
    ["form", say`Form`],
    ["hands", say`Hands`],
    ...instrument(kind).strata.flatMap(({ id, tab, within }) =>
      tab && (within?.(setup ?? {}) ?? true) ? [[id, tab] as const] : [],
    ),
    ["shape", say`Shape`],
  ];
}
