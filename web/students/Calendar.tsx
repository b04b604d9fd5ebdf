import { say } from "@yarrow-ridge/core/words";
import { Button } from "@mui/material";
import type { PortfolioAnswer, StudentAnswer } from "@yarrow-ridge/contract";
import dayjs from "dayjs";
import { useRef, useState, type KeyboardEvent } from "react";
import { Link } from "react-router";
import {
  dayAndMonth,
  weekdayOf,
  weekFrom,
  WEEKDAY_SIGNS,
  WEEKDAYS,
  withWeekday,
} from "../settings/spokenDates.ts";
import { useSpoken } from "../words/useSpoken.ts";
import { minutesByPiece, minutesOf } from "./minutes.ts";
import { editPractising } from "./PracticeTime.tsx";

type Day = PortfolioAnswer["days"][number];

/** Weeks shown until more are asked for. */
const WEEKS = 4;

/** The days ahead over all pieces: what is practised, what is to be ready, what is free. */
export function Calendar({
  portfolio,
  student,
}: {
  portfolio: PortfolioAnswer;
  student: StudentAnswer;
}) {
  const spoken = useSpoken();
  const [all, setAll] = useState(false);
  const week = weekFrom(spoken);
  const first = week.indexOf(weekdayOf(portfolio.today));
  const cells: (Day | undefined)[] = [...Array<undefined>(first), ...portfolio.days];
  const [at, setAt] = useState(0);
  // fewer weeks may be shown since
  const stop = all ? at : Math.min(at, WEEKS * 7 - first - 1);
  const grid = useRef<HTMLTableSectionElement>(null);
  // one stop for the Tab key; arrows go from day to day
  const go = (event: KeyboardEvent) => {
    const by = { ArrowLeft: -1, ArrowRight: 1, ArrowUp: -7, ArrowDown: 7 }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    const days = grid.current!.querySelectorAll("button");
    const next = Math.min(days.length - 1, Math.max(0, stop + by));
    setAt(next);
    days[next]!.focus();
  };
  const weeks = Array.from({ length: Math.ceil(cells.length / 7) }, (_, i) =>
    Array.from({ length: 7 }, (__, day) => cells[i * 7 + day]),
  );
  return (
    <section className="stack" aria-labelledby="days-ahead">
      <div className="row spread">
        <h2 id="days-ahead">{say`Days ahead`}</h2>
        <div className="row">
          <Button
            size="small"
            component="a"
            href={`/api/students/${student.id}/calendar.ics`}
            download
          >{say`Calendar file`}</Button>
          <Button
            size="small"
            component={Link}
            to={`/print/students/${student.id}`}
          >{say`Print the week`}</Button>
        </div>
      </div>
      <table className="calendar">
        <thead>
          <tr>
            {week.map((day) => (
              <th key={day} scope="col" abbr={WEEKDAYS[day]}>
                {WEEKDAY_SIGNS[day]}
              </th>
            ))}
          </tr>
        </thead>
        <tbody ref={grid} onKeyDown={go}>
          {(all ? weeks : weeks.slice(0, WEEKS)).map((days, i) => (
            <tr key={i}>
              {days.map((day, column) => (
                <td key={column}>
                  {day && (
                    <Cell
                      day={day}
                      portfolio={portfolio}
                      student={student}
                      tabIndex={i * 7 + column - first === stop ? 0 : -1}
                      onFocus={() => setAt(i * 7 + column - first)}
                    />
                  )}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      <p className="soft small">{say`A day off: choose it, and what it had moves on.`}</p>
      {weeks.length > WEEKS && (
        <Button onClick={() => setAll(!all)} sx={{ alignSelf: "start" }}>
          {all ? say`Only four weeks` : say`All ${weeks.length} weeks`}
        </Button>
      )}
    </section>
  );
}

function Cell({
  day: { date, minutes, cards },
  portfolio: { plans, today },
  student,
  tabIndex,
  onFocus,
}: {
  day: Day;
  portfolio: PortfolioAnswer;
  student: StudentAnswer;
  tabIndex: number;
  onFocus: () => void;
}) {
  const spoken = useSpoken();
  const isOff = student.daysOff.includes(date);
  const pieces = minutesByPiece(cards);
  const used = minutesOf(cards);
  const ready = plans.flatMap((plan) => [
    ...(plan.readyBy === date ? [say`ready: ${plan.pieceTitle}`] : []),
    ...plan.dates
      .filter((one) => one.date === date && date !== plan.readyBy)
      .map((one) => `${one.kind}: ${plan.pieceTitle}`),
  ]);
  const toggle = () =>
    void editPractising(student, {
      daysOff: isOff
        ? student.daysOff.filter((one) => one !== date)
        : [...student.daysOff, date].sort(),
    });
  const number = dayjs(date).date();
  return (
    <button
      type="button"
      className={`calendar-day${date === today ? " today" : ""}${isOff ? " off" : ""}`}
      aria-pressed={isOff}
      tabIndex={tabIndex}
      onFocus={onFocus}
      onClick={toggle}
    >
      <span className="sr-only">
        {withWeekday(date, spoken)}, {isOff ? say`a day off` : say`${used} of ${minutes} min`}.
      </span>
      <span className="calendar-head" aria-hidden>
        <b>{number === 1 || date === today ? dayAndMonth(date, spoken, true) : number}</b>
        <span className="soft">{isOff ? say`off` : minutes > 0 ? say`${used} min` : ""}</span>
      </span>
      {ready.map((one) => (
        <span key={one} className="calendar-line goal-text">
          {one}
        </span>
      ))}
      {!isOff &&
        pieces.map(([title, one]) => (
          <span key={title} className="calendar-line soft">
            {one} {title}
          </span>
        ))}
      <span className="sr-only">{isOff ? say`Practise on it again` : say`Make it a day off`}</span>
    </button>
  );
}
