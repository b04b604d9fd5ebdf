import { Button } from "@mui/material";
import type { CardAnswer, PlanAnswer } from "@yarrow-ridge/contract";
import { handName, instrument as instrumentOf } from "@yarrow-ridge/core/instruments";
import dayjs from "dayjs";
import { useState } from "react";
import { Tempo } from "../piece/Tempo.tsx";
import { withWeekday } from "../settings/spoken.ts";
import { useSpoken } from "../settings/useSpoken.ts";
import { Link } from "react-router";

/** Days shown until more are asked for: a dozen cards a day are many stops for the Tab key. */
const FIRST = 4;

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
  const today = dayjs().format("YYYY-MM-DD");
  const days = all ? plan.days : plan.days.slice(0, FIRST);
  const next = plan.days.flatMap((day) => day.cards).find((card) => card.status !== "done");
  return (
    <div className="stack">
      <div className="row spread">
        <h2>Cards</h2>
        <div className="row">
          <Button size="small" component="a" href={`/api/plans/${plan.id}/calendar.ics`} download>
            Calendar
          </Button>
          <Button size="small" component="a" href={`/print/week/${assignmentId}`}>
            Print the week
          </Button>
        </div>
      </div>
      {next && (
        <Button
          size="large"
          variant={next.date === today ? "contained" : "outlined"}
          component={Link}
          to={`/practice/${next.id}`}
          className="plan-go"
        >
          {next.date === today
            ? "Practise"
            : plan.days[0]!.date === today
              ? "Done for today. Practise ahead"
              : "Nothing due today. Practise ahead"}
          : {next.section}, {next.bars}
        </Button>
      )}
      {plan.days.length === 0 && (
        <p className="card soft">No day with minutes lies before the day it must be ready.</p>
      )}
      {days.map(({ date, cards }) => (
        <div key={date} className="plan-day">
          <div className={date === today ? "plan-date today" : "plan-date"}>
            <b>{date === today ? "Today" : withWeekday(date, spoken, true)}</b>
            <span className="soft">{cards.reduce((sum, card) => sum + card.minutes, 0)} min</span>
          </div>
          <ul className="plain-list grow">
            {cards.map((card) => (
              <CardLine key={card.id} card={card} instrument={instrument} />
            ))}
          </ul>
        </div>
      ))}
      {plan.days.length > FIRST && (
        <Button onClick={() => setAll(!all)}>
          {all ? "Only the next days" : `All ${plan.days.length} days`}
        </Button>
      )}
    </div>
  );
}

function CardLine({ card, instrument }: { card: CardAnswer; instrument: string }) {
  const mark = { open: "", started: "◐ begun", done: "● done" }[card.status];
  return (
    <li>
      <Link to={`/practice/${card.id}`} className="plan-card" title={card.why}>
        <b className="serif">{card.section}</b>
        <span>{card.bars}</span>
        <span className="soft">
          {card.kind === "keeping" ? "keeping" : handName(instrumentOf(instrument), card.hands)}
        </span>
        <span className="plan-tempo">
          <Tempo beat={card.beat} tempo={card.tempo} />
        </span>
        <span className="soft">{card.minutes} min</span>
        <span className="soft plan-mark">{mark}</span>
      </Link>
    </li>
  );
}
