/** An imagined student, by what tells students apart in practice. */
export interface Player {
  /** First reading of a bar of middling hardness, as a share of the goal. */
  readonly reads: number;
  /** What one try at the edge of what can be played adds, in log tempo. */
  readonly learns: number;
  /** Share of what was won above first reading that the first night takes. */
  readonly forgets: number;
}

/** One of the bank with how well the log fits it. */
export interface Weighed {
  readonly player: Player;
  /** All weights sum to 1. */
  readonly weight: number;
}

const READS = [0.4, 0.55, 0.7, 0.85];
const LEARNS = [0.012, 0.022, 0.04, 0.07];
const FORGETS = [0.04, 0.12, 0.28];

/**
 * The fixed bank from which students are drawn: slow and quick readers and learners, who forget
 * little or much. The figures are ours: measured against simulated students of other kinds, see
 * `forecast.test.ts`.
 */
export const bank: readonly Player[] = READS.flatMap((reads) =>
  LEARNS.flatMap((learns) => FORGETS.map((forgets) => ({ reads, learns, forgets }))),
);
