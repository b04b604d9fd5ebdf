import { say } from "@yarrow-ridge/core/words";
import { pitchName, type Note } from "@yarrow-ridge/core/score";
import type { Said } from "../score/placeFingers.ts";

/** The notes struck here with all that is said of them, for instruments without a picture yet. */
export function NotesHere({
  notes,
  said,
  label,
}: {
  notes: readonly Note[];
  said: readonly Said[];
  label: string;
}) {
  if (notes.length === 0) return <p className="soft">{say`Nothing to play here.`}</p>;
  return (
    <div className="notes-here" role="group" aria-label={label}>
      <span className="soft small">{label}</span>
      {notes.map((note) => (
        <span key={note.id} className="notes-here-note">
          <b>{pitchName(note.pitch)}</b>
          {said.map(({ aspect, values }) => {
            const value = values.get(note.id)?.finger;
            return value === undefined ? null : (
              <span key={aspect.id} className="small">
                {aspect.name} {value}
              </span>
            );
          })}
        </span>
      ))}
    </div>
  );
}
