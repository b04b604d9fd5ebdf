import { say, small } from "@yarrow-ridge/core/words";
import { handName, instrument as instrumentOf, lineOf } from "@yarrow-ridge/core/instruments";
import { promotionRule } from "@yarrow-ridge/core/practice";
import { startOf } from "@yarrow-ridge/core/score";
import { shapeWords } from "@yarrow-ridge/core/shaping";
import dayjs from "dayjs";
import { useParams } from "react-router";
import { useAnswer } from "../answers/queries.ts";
import { useDeskPiece } from "../piece/useDeskPiece.ts";
import { Tempo } from "../piece/Tempo.tsx";
import { dayAndMonth, withWeekday } from "../settings/spokenDates.ts";
import { useSpoken } from "../words/useSpoken.ts";
import { Trouble } from "../shell/Trouble.tsx";
import { Waiting } from "../shell/Waiting.tsx";
import { PrintFrame } from "./PrintFrame.tsx";

/**
 * The next seven days of cards on one sheet, with places to tick tries and how each is to be
 * shaped.
 */
export function PrintWeek() {
  const { id = "" } = useParams();
  const spoken = useSpoken();
  const assignment = useAnswer("assignment", { id });
  const none = assignment.data?.plan === null;
  const plan = useAnswer("currentPlan", { id }, undefined, assignment.data !== undefined && !none);
  const { ready, error: unread, shape } = useDeskPiece(assignment.data?.pieceId);
  const error = assignment.error ?? plan.error;
  if (error) return <Trouble error={error} again={() => void plan.refetch()} />;
  if (none) return <Trouble error={new Error(say`There is no plan yet, so there are no cards.`)} />;
  if (!assignment.data || !plan.data) return <Waiting what={say`the week`} />;
  const { pieceTitle, studentName, instrument } = assignment.data;
  const until = dayjs().add(6, "day").format("YYYY-MM-DD");
  const week = plan.data.days.filter((day) => day.date <= until);
  const rule = promotionRule(plan.data.rule);
  const kind = instrumentOf(instrument);
  const how = ({ from, to, hands }: { from: number; to: number; hands: string }) =>
    (!ready || ready.piece.onPaper
      ? []
      : shapeWords(
          ready.score,
          shape,
          startOf(from),
          startOf(to + 1),
          (hand) => small(handName(kind, hand)),
          lineOf(kind, hands).limbs,
        )
    ).join(" · ");
  return (
    <PrintFrame
      title={`${pieceTitle}, ${studentName}`}
      ready={ready !== undefined || unread !== undefined}
    >
      <header className="sheet-head">
        <h1>{pieceTitle}</h1>
        <span>{say`${studentName} · ready by ${dayAndMonth(plan.data.readyBy, spoken)} at
          ${plan.data.goalTempo}`}</span>
      </header>
      <p>{say`One step up after: ${small(rule.name)}. ${rule.why}`}</p>
      {week.length === 0 && <p>{say`No cards in the next seven days.`}</p>}
      {week.map((day) => (
        <section key={day.date} className="sheet-day">
          <h2>
            {withWeekday(day.date, spoken)}{" "}
            <small>{say`${day.cards.reduce((sum, card) => sum + card.minutes, 0)} min`}</small>
          </h2>
          <table>
            <thead className="sr-only">
              <tr>
                <th>{say`Section`}</th>
                <th>{say`Bars`}</th>
                <th>{say`What`}</th>
                <th>{say`Tempo`}</th>
                <th>{say`Minutes`}</th>
                <th>{say`Tries`}</th>
              </tr>
            </thead>
            <tbody>
              {day.cards.map((card) => (
                <tr key={card.id}>
                  <td>
                    <b>{card.section}</b>
                  </td>
                  <td>
                    {card.bars} <small className="sheet-how">{how(card)}</small>
                  </td>
                  <td>{handName(kind, card.hands)}</td>
                  <td>
                    <b>
                      <Tempo beat={card.beat} tempo={card.tempo} />
                    </b>
                  </td>
                  <td>{say`${card.minutes} min`}</td>
                  <td className="sheet-boxes">{"○".repeat(10)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </section>
      ))}
      <p className="sheet-foot">{say`A few minutes’ break in every half hour. Pain, numbness or
        tingling: stop, and see a doctor or hand therapist.`}</p>
    </PrintFrame>
  );
}
