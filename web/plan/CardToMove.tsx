import { say } from "@yarrow-ridge/core/words";
import { useDraggable } from "@dnd-kit/core";
import DragIndicatorIcon from "@mui/icons-material/DragIndicator";
import { Button } from "@mui/material";
import type { CardAnswer, PlanAnswer } from "@yarrow-ridge/contract";
import { handName, instrument as instrumentOf } from "@yarrow-ridge/core/instruments";
import { doingOf } from "@yarrow-ridge/core/practice";
import dayjs from "dayjs";
import { withWeekday } from "../settings/spokenDates.ts";
import { useSpoken } from "../words/useSpoken.ts";
import { leaveOut, moveCard } from "./cardEdits.ts";

/** Days offered from today; a card can be dragged to later ones. */
const AHEAD = 21;

/** A card that can be put on another day, pinned or let go, or left out. */
export function CardToMove({
  card,
  plan,
  instrument,
}: {
  card: CardAnswer;
  plan: PlanAnswer;
  instrument: string;
}) {
  const spoken = useSpoken();
  const { setNodeRef, listeners, transform, isDragging } = useDraggable({ id: card.id });
  const begun = card.status !== "open";
  const today = dayjs();
  const dates = Array.from({ length: AHEAD }, (_, i) => today.add(i, "day").format("YYYY-MM-DD"));
  const offered = dates.includes(card.date) ? dates : [...dates, card.date];
  const place = transform ? `translate(${transform.x}px, ${transform.y}px)` : undefined;
  return (
    <li
      ref={setNodeRef}
      className={isDragging ? "plan-move dragging" : "plan-move"}
      style={{ transform: place }}
    >
      <span className="plan-handle" aria-hidden {...(begun ? {} : listeners)}>
        <DragIndicatorIcon fontSize="small" />
      </span>
      <span className="grow">
        <b className="serif">{card.section}</b> {card.bars}{" "}
        <span className="soft">{say`${doingOf(card.kind, handName(instrumentOf(instrument), card.hands))}, ${card.minutes} min`}</span>
      </span>
      <label>
        <span className="sr-only">{say`Day of ${card.section}, ${card.bars}`}</span>
        <select
          value={card.date}
          disabled={begun}
          onChange={(event) =>
            void moveCard(plan.id, card, { date: event.target.value, pinned: true })
          }
        >
          {offered.map((date) => (
            <option key={date} value={date}>
              {date === dates[0] ? say`Today` : withWeekday(date, spoken, true)}
            </option>
          ))}
        </select>
      </label>
      {begun ? (
        <span className="soft small">{say`begun, it stays`}</span>
      ) : (
        <>
          <Button
            size="small"
            onClick={() => void moveCard(plan.id, card, { date: card.date, pinned: !card.pinned })}
          >
            {card.pinned ? say`Let it go` : say`Pin`}
          </Button>
          <Button size="small" onClick={() => void leaveOut(plan, card)}>{say`Leave out`}</Button>
        </>
      )}
    </li>
  );
}
