import { say } from "@yarrow-ridge/core/words";
import type { Body } from "@yarrow-ridge/contract";
import type { Played, Proposal } from "@yarrow-ridge/core/fingering";
import { instrument } from "@yarrow-ridge/core/instruments";
import { fromNumber, midiOf } from "@yarrow-ridge/core/score";
import { ProblemError } from "../http/problems.ts";
import { pitchOf } from "./pitchOf.ts";

type BareNote = Body<"proposeNotes">["notes"][number];

/** A bare note without an id is called by its place. */
export const idOf = ({ id }: { readonly id?: string }, at: number): string => id ?? String(at);

/** Parts the id of a chord from the number of a tone in it. */
const REST_OF_CHORD = "\u0000";

/** The keys of a note, or of a chord told by its letters. */
function soundsOf({ pitch: name, chord }: BareNote, at: number, kind: string) {
  if (chord !== undefined) {
    const keys = instrument(kind).chordKeys?.(chord);
    if (keys) return { name: chord, keys };
    throw new ProblemError(
      400,
      say`Note ${at + 1}: ${chord} is no chord of a bass button; those are a letter with M, m, 7 or d,
        such as Am.`,
      "notes",
    );
  }
  if (name === undefined)
    throw new ProblemError(400, say`Note ${at + 1} has neither a pitch nor a chord.`, "notes");
  const pitch = pitchOf(name);
  return { name, keys: [midiOf(pitch)], pitch };
}

/**
 * Notes that belong to no piece, in the order of the music.
 *
 * @param compass lowest and highest key
 * @param names is filled: what each note is called, by id
 * @throws ProblemError for an id that comes twice, a note that is not on the instrument
 */
export function playedOf(
  notes: readonly BareNote[],
  kind: string,
  [lowest, highest]: readonly [number, number],
  names: Map<string, string>,
): Played[] {
  return notes
    .flatMap((note, at): Played[] => {
      const id = idOf(note, at);
      if (names.has(id))
        throw new ProblemError(
          400,
          say`Note ${at + 1} has the id of an earlier one: ${id}.`,
          "notes",
        );
      if (id.includes(REST_OF_CHORD))
        throw new ProblemError(400, say`Note ${at + 1} has an id that is not text.`, "notes");
      const { name, keys, pitch } = soundsOf(note, at, kind);
      names.set(id, name);
      return keys.map((midi, n) => {
        if (midi < lowest || midi > highest)
          throw new ProblemError(
            400,
            say`Note ${at + 1}, ${name}, is not on this ${kind}.`,
            "notes",
          );
        return {
          id: n === 0 ? id : `${id}${REST_OF_CHORD}${n}`,
          bar: 0,
          midi,
          ...(pitch ? { pitch } : {}),
          at: fromNumber(note.onset),
          length: fromNumber(note.duration),
          grace: false,
          staccato: false,
        };
      });
    })
    .sort((a, b) => a.at.num / a.at.den - b.at.num / b.at.den || a.midi - b.midi);
}

/** The id a tone was told with. */
export const ownId = (id: string): string => id.split(REST_OF_CHORD)[0]!;

/** A chord is one button: its first tone answers for it. */
export function asOneButton(proposal: Proposal): Proposal {
  const own = <T extends { readonly id: string }>(notes: readonly T[]): T[] =>
    notes.filter(({ id }) => !id.includes(REST_OF_CHORD));
  return {
    ...proposal,
    notes: own(proposal.notes),
    alternatives: proposal.alternatives.map((one) => ({ ...one, notes: own(one.notes) })),
    problems: proposal.problems.map((one) => ({ ...one, notes: one.notes.map(ownId) })),
  };
}
