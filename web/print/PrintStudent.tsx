import { say, small } from "@yarrow-ridge/core/words";
import { handName, instrument } from "@yarrow-ridge/core/instruments";
import { doingOf } from "@yarrow-ridge/core/practice";
import dayjs from "dayjs";
import { useParams } from "react-router";
import { useAnswer } from "../answers/queries.ts";
import { Tempo } from "../piece/Tempo.tsx";
import { dayAndMonth, withWeekday } from "../settings/spokenDates.ts";
import { useSpoken } from "../words/useSpoken.ts";
import { Trouble } from "../shell/Trouble.tsx";
import { Waiting } from "../shell/Waiting.tsx";
import { minutesOf } from "../students/minutes.ts";
import { PrintFrame } from "./PrintFrame.tsx";

/** So small that a week of so many cards goes on one sheet, as far as it can be read. */
const sizeFor = (cards: number): string =>
  cards <= 40 ? "0.84rem" : cards <= 52 ? "0.74rem" : cards <= 62 ? "0.66rem" : "0.57rem";

/** A student's next seven days over all pieces on one sheet, with places to tick tries. */
export function PrintStudent() {
  const { id = "" } = useParams();
  const spoken = useSpoken();
  const student = useAnswer("student", { id });
  const portfolio = useAnswer("portfolio", { id });
  const error = student.error ?? portfolio.error;
  if (error) return <Trouble error={error} again={() => void portfolio.refetch()} />;
  if (!student.data || !portfolio.data) return <Waiting what={say`the week`} />;
  const until = dayjs(portfolio.data.today).add(6, "day").format("YYYY-MM-DD");
  const week = portfolio.data.days.filter((day) => day.date <= until && day.cards.length > 0);
  return (
    <PrintFrame title={say`The week, ${student.data.name}`} ready>
      <header className="sheet-head">
        <h1>{student.data.name}</h1>
        <span>{say`${minutesOf(week.flatMap((day) => day.cards))} min on ${week.length}
          ${week.length === 1 ? say`day` : say`days`}`}</span>
      </header>
      <p className="small">
        {portfolio.data.plans
          .map((plan) => say`${plan.pieceTitle} ready by ${dayAndMonth(plan.readyBy, spoken)}`)
          .join(" · ")}
      </p>
      {portfolio.data.warmUp > 0 && (
        <p className="small">{say`Each day begins with ${portfolio.data.warmUp} min of warming up.`}</p>
      )}
      {week.length === 0 && <p>{say`No cards in the next seven days.`}</p>}
      <div
        className="sheet-week"
        style={{ fontSize: sizeFor(week.flatMap((day) => day.cards).length) }}
      >
        {week.map((day) => (
          <section key={day.date} className="sheet-day">
            <h2>
              {withWeekday(day.date, spoken)} <small>{say`${minutesOf(day.cards)} min`}</small>
            </h2>
            <table>
              <thead className="sr-only">
                <tr>
                  <th>{say`Piece and bars`}</th>
                  <th>{say`Tempo`}</th>
                  <th>{say`Minutes`}</th>
                  <th>{say`Tries`}</th>
                </tr>
              </thead>
              <tbody>
                {day.cards.map((card, i) => (
                  <tr key={card.id}>
                    <td>
                      {card.pieceTitle !== day.cards[i - 1]?.pieceTitle && (
                        <b className="sheet-piece">{card.pieceTitle}</b>
                      )}
                      {card.bars}
                      {`, ${doingOf(card.kind, small(handName(instrument(card.instrument), card.hands)))}`}
                    </td>
                    <td>
                      <Tempo beat={card.beat} tempo={card.tempo} />
                    </td>
                    <td>{card.minutes}′</td>
                    <td className="sheet-boxes">{"○".repeat(6)}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </section>
        ))}
      </div>
      <p className="sheet-foot">{say`A few minutes’ break in every half hour. Pain, numbness or
        tingling: stop, and see a doctor or hand therapist.`}</p>
    </PrintFrame>
  );
}
