/** What a foot or a hand moves: a pedal, for all strings of a letter, or the lever of a string. */
export interface Movable {
  readonly id: string;
  /** The foot or hand that moves it, one at a time. */
  readonly limb: string;
  /** How it stands where no note asks for it. */
  readonly usual: number;
  /** How it stands at the beginning, where somebody said so. */
  readonly told?: number;
}

/** A string a note can be played on: which movable must stand how. */
export interface Chance {
  /** The string, as its harp counts. */
  readonly string: number;
  /** Index of the movable; none where the string cannot be altered. */
  readonly movable?: number;
  readonly value: number;
  /** What it costs to play it there: nothing where it is written. */
  readonly cost: number;
}

/** A note as far as settings are concerned. Seconds. */
export interface Plucked {
  readonly id: string;
  readonly at: number;
  /** Until then its string rings and must not be altered. */
  readonly until: number;
  readonly chances: readonly Chance[];
  /** The note before is the same pitch, so quick that its string is hardly free for the finger. */
  readonly again?: boolean;
}

/** Seconds, from and to. */
export type Span = readonly [from: number, to: number];

export interface SettingTask {
  readonly movables: readonly Movable[];
  /** In order. */
  readonly notes: readonly Plucked[];
  /** Seconds a move takes. */
  readonly move: number;
  /** When a limb has other things to do, in order. */
  readonly busy: Readonly<Record<string, readonly Span[]>>;
}

/** A move that must be made: from when on it may begin, and when it must be over. Seconds. */
export interface Move {
  readonly movable: number;
  readonly from: number;
  readonly to: number;
  readonly release: number;
  readonly deadline: number;
  /** The note it is made for. */
  readonly note: string;
}
