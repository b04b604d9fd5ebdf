import { spoken as spokenText } from "../words/voice.ts";
import { say } from "@yarrow-ridge/core/words";
import {
  DndContext,
  PointerSensor,
  pointerWithin,
  useDroppable,
  useSensor,
  useSensors,
} from "@dnd-kit/core";
import { Button } from "@mui/material";
import type { CardAnswer, PlanAnswer } from "@yarrow-ridge/contract";
import { handName, instrument as instrumentOf } from "@yarrow-ridge/core/instruments";
import { doingOf } from "@yarrow-ridge/core/practice";
import dayjs from "dayjs";
import { useState, type ReactNode } from "react";
import { Tempo } from "../piece/Tempo.tsx";
import { withWeekday } from "../settings/spokenDates.ts";
import { useSpoken } from "../words/useSpoken.ts";
import { Link } from "react-router";
import { CardToMove } from "./CardToMove.tsx";
import { moveCard } from "./cardEdits.ts";

/** Days shown until more are asked for: a dozen cards a day are many stops for the Tab key. */
const FIRST = 4;
const DRAGGING = say`To move a card, press Space; move it with the arrow keys, and put it down with
  Space. Esc leaves it where it was.`;

/** A press that goes so far is a drag, in pixels. */
const DRAGGED = 6;

/** The days ahead with their cards; today's first card is the one main action. */
export function Days({
  plan,
  instrument,
  assignmentId,
}: {
  plan: PlanAnswer;
  instrument: string;
  assignmentId: string;
}) {
  const spoken = useSpoken();
  const [all, setAll] = useState(false);
  const [moving, setMoving] = useState(false);
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: DRAGGED } }),
  );
  const today = dayjs().format("YYYY-MM-DD");
  const days = all ? plan.days : plan.days.slice(0, FIRST);
  const cards = plan.days.flatMap((day) => day.cards);
  const next = cards.find((card) => card.status !== "done");
  const drop = (id: string, date: string | undefined) => {
    const card = cards.find((one) => one.id === id);
    if (card && date !== undefined && date !== card.date)
      void moveCard(plan.id, card, { date, pinned: true });
  };
  return (
    <div className="stack">
      <div className="row spread">
        <h2>{say`Cards`}</h2>
        <div className="row">
          {cards.length > 0 && (
            <Button size="small" aria-pressed={moving} onClick={() => setMoving(!moving)}>
              {moving ? say`Done moving` : say`Move cards`}
            </Button>
          )}
          <Button
            size="small"
            component="a"
            href={`/api/plans/${plan.id}/calendar.ics`}
            download
          >{say`Calendar`}</Button>
          <Button
            size="small"
            component="a"
            href={`/print/week/${assignmentId}`}
          >{say`Print the week`}</Button>
        </div>
      </div>
      {next && !moving && (
        <Button
          size="large"
          variant={next.date === today ? "contained" : "outlined"}
          component={Link}
          to={`/practice/${next.id}`}
          className="plan-go"
        >
          {next.date === today
            ? say`Practise`
            : plan.days[0]!.date === today
              ? say`Done for today. Practise ahead`
              : say`Nothing due today. Practise ahead`}
          : {next.section}, {next.bars}
        </Button>
      )}
      {moving && (
        <p className="soft small">{say`Drag a card to another day, or choose the day beside it. It
          stays there, and the others give way.`}</p>
      )}
      {plan.days.length === 0 && (
        <p className="card soft">{say`No day with minutes lies before the day it must be
          ready.`}</p>
      )}
      <DndContext
        sensors={sensors}
        accessibility={{ screenReaderInstructions: { draggable: spokenText(DRAGGING) } }}
        collisionDetection={pointerWithin}
        onDragEnd={({ active, over }) =>
          drop(String(active.id), over ? String(over.id) : undefined)
        }
      >
        {days.map((day) => (
          <Day key={day.date} date={day.date}>
            <div className={day.date === today ? "plan-date today" : "plan-date"}>
              <b>{day.date === today ? say`Today` : withWeekday(day.date, spoken, true)}</b>
              <span className="soft">{say`${day.cards.reduce((sum, card) => sum + card.minutes, 0)}
                min`}</span>
            </div>
            <ul className="plain-list grow">
              {day.cards.map((card) =>
                moving ? (
                  <CardToMove key={card.id} card={card} plan={plan} instrument={instrument} />
                ) : (
                  <CardLine key={card.id} card={card} instrument={instrument} />
                ),
              )}
            </ul>
          </Day>
        ))}
      </DndContext>
      {plan.days.length > FIRST && (
        <Button onClick={() => setAll(!all)}>
          {all ? say`Only the next days` : say`All ${plan.days.length} days`}
        </Button>
      )}
    </div>
  );
}

function Day({ date, children }: { date: string; children: ReactNode }) {
  const { setNodeRef, isOver } = useDroppable({ id: date });
  return (
    <div ref={setNodeRef} className={isOver ? "plan-day over" : "plan-day"} data-date={date}>
      {children}
    </div>
  );
}

function CardLine({ card, instrument }: { card: CardAnswer; instrument: string }) {
  const mark = { open: "", started: say`◐ begun`, done: say`● done` }[card.status];
  return (
    <li>
      <Link to={`/practice/${card.id}`} className="plan-card" title={card.why}>
        <b className="serif">{card.section}</b>
        <span>{card.bars}</span>
        <span className="soft">
          {doingOf(card.kind, handName(instrumentOf(instrument), card.hands))}
        </span>
        <span className="plan-tempo">
          <Tempo beat={card.beat} tempo={card.tempo} />
        </span>
        <span className="soft" title={say`enough for about ${card.tries} tries`}>
          {say`${card.minutes} min`}
        </span>
        <span className="soft plan-mark">{mark || (card.pinned && say`pinned`)}</span>
      </Link>
    </li>
  );
}
