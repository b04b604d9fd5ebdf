import type { Mark } from "../../score/marks/mark.ts";
import type { AdornedAt } from "../../score/musicxml/adornFile.ts";
import { ZERO } from "../../score/model/fraction.ts";
import { toText } from "../../score/model/fractionText.ts";
import { midiOf } from "../../score/model/pitch.ts";
import type { Note, Pitch, Score } from "../../score/model/model.ts";
import { graceKey, type Ornament } from "./kinds.ts";
import { tuneOf } from "./tune.ts";

/** The id of the grace note before a note. */
export const graceId = (note: string): string => `${note}~grace`;

const STEPS = ["C", "D", "E", "F", "G", "A", "B"] as const;

/** A grace note is spelled a step from its note, or a third where it lies that far away. */
function spelled({ pitch, midi }: Note, ornament: Ornament): Pitch {
  const steps = (ornament.by > 2 ? 2 : 1) * (ornament.side === "below" ? -1 : 1);
  const place = STEPS.indexOf(pitch.step) + 7 * pitch.octave + steps;
  const natural = { step: STEPS[place % 7]!, alter: 0, octave: Math.floor(place / 7) };
  return { ...natural, alter: graceKey(midi, ornament) - (midiOf(natural) + midi - midiOf(pitch)) };
}

/** Elements of MusicXML that stand for the signs. */
const ELEMENTS = {
  ...{ mordent: "mordent", "short trill": "inverted-mordent", trill: "trill-mark" },
  ...{ "trill from below": "trill-mark", turn: "turn", "inverted turn": "inverted-turn" },
} as const;

/**
 * Ornaments as a file has them.
 *
 * @param ornaments by note id
 */
export const adornedFile = (
  score: Pick<Score, "notes">,
  ornaments: ReadonlyMap<string, Ornament>,
): AdornedAt[] =>
  score.notes.flatMap((note): AdornedAt[] => {
    const ornament = ornaments.get(note.id);
    if (!ornament) return [];
    return ornament.kind === "grace"
      ? [
          {
            ...{ note: note.id, grace: spelled(note, ornament) },
            ...(ornament.finger ? { finger: ornament.finger } : {}),
          },
        ]
      : [
          {
            ...{ note: note.id, sign: ELEMENTS[ornament.kind] },
            ...(ornament.kind === "trill from below" ? { starts: "below" as const } : {}),
          },
        ];
  });

/** The ornaments of some marks, by the id of the note each stands on. */
export function ornamentsOn(
  score: Score,
  limb: string,
  marks: readonly Pick<Mark, "from" | "data">[],
): Map<string, Ornament> {
  const notes = new Map(
    tuneOf(score, limb).map(({ note }) => [`${note.bar} ${toText(note.offset)}`, note.id]),
  );
  return new Map(
    marks.flatMap(({ from, data }): [string, Ornament][] => {
      const id = notes.get(`${from.bar} ${toText(from.offset)}`);
      return id ? [[id, data as unknown as Ornament]] : [];
    }),
  );
}

/**
 * A score with ornaments that are not in its file: graces before their notes, signs on them.
 *
 * @param ornaments by note id
 */
export function adornedScore(score: Score, ornaments: ReadonlyMap<string, Ornament>): Score {
  const notes = score.notes.flatMap((note): Note[] => {
    const ornament = ornaments.get(note.id);
    if (!ornament) return [note];
    const { layer = 1 } = ornament;
    if (ornament.kind !== "grace")
      return [{ ...note, layer, ornaments: [...(note.ornaments ?? []), ornament.kind] }];
    const { ornaments: _, reached: __, printed: ___, accent: ____, ...rest } = note;
    const grace: Note = {
      ...{ ...rest, id: graceId(note.id), midi: graceKey(note.midi, ornament) },
      ...{ pitch: spelled(note, ornament), duration: ZERO, length: ZERO },
      ...{ grace: true, slash: true, staccato: false, layer },
    };
    return [grace, note];
  });
  return { ...score, notes };
}
