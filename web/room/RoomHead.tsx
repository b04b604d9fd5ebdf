import { say } from "@yarrow-ridge/core/words";
import type { CardStateAnswer } from "@yarrow-ridge/contract";
import type { ReactNode } from "react";
import { useAnswer } from "../answers/queries.ts";
import { OutboxSign } from "../outbox/OutboxSign.tsx";

/** Which card this is, whose turn it is among today's, and the way out. */
export function RoomHead({
  card,
  line,
  minutesLeft,
  leave,
  children,
}: {
  card: CardStateAnswer;
  line: string;
  minutesLeft: number;
  leave: () => void;
  children?: ReactNode;
}) {
  const today = useAnswer("dueCards", {}, { studentId: card.studentId }).data;
  const place = today ? today.items.findIndex((one) => one.id === card.id) : -1;
  return (
    <header className="room-head">
      <h1>
        {card.section} · {card.bars}
      </h1>
      <span className="soft">
        {[
          ...(place >= 0 ? [say`card ${place + 1} of ${today!.items.length}`] : []),
          line,
          card.pieceTitle,
          minutesLeft > 0
            ? say`${minutesLeft} of ${card.minutes} min left`
            : say`the minutes are over`,
        ].join(" · ")}
      </span>
      <span className="grow" />
      {children}
      <OutboxSign />
      <button type="button" className="room-leave" onClick={leave}>
        {say`leave `}
        <span className="key">{say`Esc`}</span>
      </button>
    </header>
  );
}
