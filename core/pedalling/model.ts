import type { PedalMark, Shape } from "../score/index.ts";
import type { Room } from "./room.ts";

/** Whether harmony is joined by the pedal, or it is kept to where the hands cannot join. */
export type PedalStyle = "harmony" | "dry";

export interface ProposedPedal extends PedalMark {
  /** A sentence without its full stop. */
  readonly why: string;
}

export interface PedalOptions {
  readonly style: PedalStyle;
  /** Bars, 0-based inclusive. */
  readonly from: number;
  readonly to: number;
  /** Quarters a minute. */
  readonly tempo: number;
  readonly room?: Room;
  /** Loudness as the teacher hears it; as printed when not given. */
  readonly shape?: Shape;
  /** Told how much of the work is done, 0 to 1. */
  readonly onProgress?: (share: number) => void;
}
