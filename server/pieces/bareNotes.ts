import { say } from "@yarrow-ridge/core/words";
import type { Body } from "@yarrow-ridge/contract";
import type { Played } from "@yarrow-ridge/core/fingering";
import { instrument } from "@yarrow-ridge/core/instruments";
import { fromNumber, midiOf } from "@yarrow-ridge/core/score";
import { ProblemError } from "../http/problems.ts";
import { pitchOf } from "./pitchOf.ts";

type BareNote = Body<"proposeNotes">["notes"][number];

/** A bare note without an id is called by its place. */
export const idOf = ({ id }: { readonly id?: string }, at: number): string => id ?? String(at);

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
    .map((note, at): Played => {
      const id = idOf(note, at);
      if (names.has(id))
        throw new ProblemError(
          400,
          say`Note ${at + 1} has the id of an earlier one: ${id}.`,
          "notes",
        );
      const { name, keys, pitch } = soundsOf(note, at, kind);
      names.set(id, name);
      if (keys.some((midi) => midi < lowest || midi > highest))
        throw new ProblemError(400, say`Note ${at + 1}, ${name}, is not on this ${kind}.`, "notes");
      return {
        ...{ id, bar: 0, midi: keys[0]!, grace: false, staccato: false },
        ...{ at: fromNumber(note.onset), length: fromNumber(note.duration) },
        ...(pitch ? { pitch } : {}),
        ...(keys.length > 1 ? { chord: keys } : {}),
      };
    })
    .sort((a, b) => a.at.num / a.at.den - b.at.num / b.at.den || a.midi - b.midi);
}
