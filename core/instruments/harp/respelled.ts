import { comparePlaces, quartersAt } from "../../score/model/places.ts";
import type { Mark } from "../../score/marks/mark.ts";
import type { Note, Score } from "../../score/model/model.ts";
import type { InstrumentRecord } from "../record.ts";
import { isFirstTime } from "../times.ts";
import { NATURALS, letterOf, stringsFor, writtenString, type Setting } from "./strings.ts";
import { harpOf } from "./setup.ts";
import { QUICK } from "./settings/quick.ts";

/**
 * The score with each note spelled for the string it is plucked on as the pedals stand: the one it
 * is written for where that sounds it, else the other; by turns where both do and it comes again at
 * once.
 *
 * @param tempo quarters a minute
 */
export function respelled(
  score: Score,
  marks: readonly Mark[],
  tempo: number,
  setup: InstrumentRecord,
): Score {
  const harp = harpOf({ ...setup, kind: "pedal" });
  const settings = marks
    .filter(({ data }) => isFirstTime(data))
    .sort((a, b) => comparePlaces(a.from, b.from));
  if (settings.length === 0) return score;
  const inOrder = [...score.notes].sort(comparePlaces);
  let stands: Setting = NATURALS;
  let next = 0;
  let last: { midi: number; string: number; at: number } | undefined;
  const found = new Map<string, Note>();
  for (const note of inOrder) {
    while (settings[next] && comparePlaces(settings[next]!.from, note) <= 0)
      stands = { ...stands, ...settings[next++]!.data };
    const written = writtenString(note.pitch);
    const sounding = stringsFor(harp, note.midi).filter(
      ({ string, alter }) => harp.fixed.includes(string) || stands[letterOf(string)] === alter,
    );
    const at = (quartersAt(score, note) * 60) / tempo;
    const isAgain = last?.midi === note.midi && at - last.at < QUICK - 1e-9;
    const taken =
      (isAgain ? sounding.find(({ string }) => string !== last!.string) : undefined) ??
      sounding.find(({ string }) => string === written) ??
      sounding[0];
    last = { midi: note.midi, string: taken?.string ?? written, at };
    if (!taken || taken.string === written) continue;
    const pitch = {
      ...{ step: letterOf(taken.string), alter: taken.alter },
      octave: Math.floor(taken.string / 7),
    };
    found.set(note.id, { ...note, pitch });
  }
  if (found.size === 0) return score;
  return { ...score, notes: score.notes.map((note) => found.get(note.id) ?? note) };
}
