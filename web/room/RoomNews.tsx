import { say } from "@yarrow-ridge/core/words";
import type { CardStateAnswer } from "@yarrow-ridge/contract";
import type { ReactNode } from "react";
import { mendTempo, type useRoom } from "./useRoom.ts";

interface Said {
  readonly card: CardStateAnswer;
  readonly room: ReturnType<typeof useRoom>;
  readonly tempo: number;
  readonly mend: () => void;
}

/** What has just happened, and what to do about it: one line, read out as it changes. */
export function RoomNews({ breakDue, hint, ...said }: Said & { breakDue: boolean; hint: string }) {
  return (
    <p className="room-news" role="status" aria-live="polite">
      {pressing(said) ||
        said.room.news ||
        (breakDue ? (
          say`Half an hour: time for a few minutes’ break.`
        ) : (
          <span className="soft">{hint}</span>
        ))}
    </p>
  );
}

/** What comes before any other news. */
function pressing({ card, room, tempo, mend }: Said): ReactNode {
  if (room.byHand !== undefined)
    return (
      <>
        {say`By hand at ${room.byHand}; these tries do not count for ${card.step}. `}
        <button
          type="button"
          className="room-mend"
          onClick={room.countAgain}
        >{say`Back to ${card.step}`}</button>
      </>
    );
  if (room.mend !== 0)
    return (
      <b>{say`Mending at ${tempo}${
        room.mend === 1
          ? say`: slowly, then between, then back.`
          : say`:
        nearly there.`
      } These tries do not count.`}</b>
    );
  if (card.enough)
    return say`Eight slips today: back to ${card.step}, and enough of this card. Go on with
      another.`;
  if (room.slipped)
    return (
      <>
        {say`A slip. Mend it: `}
        <button type="button" className="room-mend" onClick={mend}>
          {mendTempo(card.step, 1)} → {mendTempo(card.step, 2)} → {card.step}{" "}
          <span className="key">↓</span>
        </button>
      </>
    );
  return undefined;
}
