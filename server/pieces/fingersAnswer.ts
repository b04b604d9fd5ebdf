import type { Proposal, ProposedNote } from "@yarrow-ridge/core/fingering";
import {
  subtract,
  toNumber,
  writtenText,
  ZERO,
  type Bar,
  type Fraction,
} from "@yarrow-ridge/core/score";

// Proposals as the contract has them: by finger, or by aspect as they are written on notes.

const rounded = (cost: number) => Math.round(cost * 1000) / 1000;

const problemsOut = ({ problems }: Proposal) =>
  problems.map((one) => ({ ...one, notes: [...one.notes], ways: [...one.ways] }));

/** A finger by its number, a foot by its letters. */
const asCalled = (text: string): number | string => (/^\d+$/.test(text) ? Number(text) : text);

/** A button by its row and column: rows of a standard bass have names, others numbers. */
const buttonOf = (text: string) => {
  const [row, column] = text.split(" ") as [string, string];
  return { row: asCalled(row), column: Number(column) };
};

/** What goes with a finger on a neck, in numbers. */
const onNeck = ({
  string,
  fret,
  position,
  barre,
  pluck,
  button,
  row,
  buttonRow,
}: NonNullable<ProposedNote["also"]>) => ({
  ...(string === undefined
    ? {}
    : { string: Number(string), fret: Number(fret), position: Number(position) }),
  ...(barre === undefined ? {} : { barre }),
  ...(pluck === undefined ? {} : { pluck }),
  ...(row === undefined ? {} : { row }),
  ...(buttonRow === undefined ? {} : { buttonRow }),
  ...(button === undefined ? {} : { button: buttonOf(button) }),
});

/** Positions and shifts, by bar and quarters in it. */
function movesOut({ positions, shifts }: Proposal, bars: readonly Bar[]) {
  const placed = <T extends { readonly bar: number; readonly at: Fraction }>({
    at,
    ...one
  }: T) => ({
    ...one,
    offset: toNumber(subtract(at, bars[one.bar]?.start ?? ZERO)),
  });
  return {
    ...(positions ? { positions: positions.map(placed) } : {}),
    ...(shifts ? { shifts: shifts.map(placed) } : {}),
  };
}

/**
 * By finger, with what goes with it on a neck.
 *
 * @param aspect what is answered as the finger, where it is another hand's
 * @param bars those of the score; bare notes have none
 */
export function fingersAnswer(
  proposal: Proposal,
  name: (id: string) => string,
  aspect?: string,
  bars: readonly Bar[] = [],
) {
  const notes = (list: Proposal["notes"]) =>
    list.map(({ id, bar, finger, then, also }) => ({
      id,
      bar,
      pitch: name(id),
      finger: aspect ? (also?.[aspect] ?? null) : finger === undefined ? null : asCalled(finger),
      ...(then === undefined ? {} : { to: asCalled(then) }),
      ...(also?.["cross"] === undefined ? {} : { cross: also["cross"] }),
      ...(also === undefined ? {} : onNeck(also)),
    }));
  return {
    notes: notes(proposal.notes),
    cost: rounded(proposal.cost),
    reasons: [...proposal.reasons],
    problems: problemsOut(proposal),
    elsewhere: notes(proposal.elsewhere),
    ...movesOut(proposal, bars),
    alternatives: proposal.alternatives.map((one) => ({
      notes: notes(one.notes),
      elsewhere: notes(one.elsewhere),
      cost: rounded(proposal.cost + one.more),
      more: rounded(one.more),
      reason: one.reason,
    })),
  };
}

/** The same by aspect, as it is written on a note. */
export function lineAnswer(proposal: Proposal, aspect: string) {
  const notes = (list: Proposal["notes"]) =>
    list.map(({ id, bar, finger, then, also }) => ({
      note: id,
      bar,
      values:
        finger === undefined
          ? {}
          : { [aspect]: writtenText(then === undefined ? { finger } : { finger, then }), ...also },
    }));
  return {
    notes: notes(proposal.notes),
    elsewhere: notes(proposal.elsewhere),
    cost: rounded(proposal.cost),
    reasons: [...proposal.reasons],
    problems: problemsOut(proposal),
    alternatives: proposal.alternatives.map((one) => ({
      notes: notes(one.notes),
      elsewhere: notes(one.elsewhere),
      more: rounded(one.more),
      reason: one.reason,
    })),
  };
}
