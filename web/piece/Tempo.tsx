import { say } from "@yarrow-ridge/core/words";
import { halfBeats } from "@yarrow-ridge/core/practice";

/** A tempo with what it counts; a slow one also in half beats, which a metronome is set to. */
export function Tempo({ beat, tempo }: { beat: string; tempo: number }) {
  const halves = halfBeats(tempo);
  return (
    <>
      <small className="soft">{beat}</small> {tempo}
      {halves !== undefined && <small className="soft">{say` (halves ${halves})`}</small>}
    </>
  );
}
