import { say } from "@yarrow-ridge/core/words";
import { Button } from "@mui/material";
import dayjs from "dayjs";
import { Link, useParams, useSearchParams } from "react-router";
import { useAnswer } from "../answers/queries.ts";
import { DateField } from "../settings/DateField.tsx";
import { withWeekday } from "../settings/spokenDates.ts";
import { useSpoken } from "../words/useSpoken.ts";
import { Title } from "../shell/Title.tsx";
import { Trouble } from "../shell/Trouble.tsx";
import { Waiting } from "../shell/Waiting.tsx";
import { LessonNotes } from "./LessonNotes.tsx";
import { SincePiece } from "./SincePiece.tsx";
import "./lesson.css";

/** From the last lesson to this one, and the next assignment to be written down. */
export function LessonScreen() {
  const { id = "" } = useParams();
  const [query, setQuery] = useSearchParams();
  const spoken = useSpoken();
  const since = query.get("since") ?? undefined;
  const isDate = since !== undefined && dayjs(since, "YYYY-MM-DD").isValid();
  const lesson = useAnswer("lesson", { id }, isDate ? { since } : {});
  if (lesson.error) return <Trouble error={lesson.error} again={() => void lesson.refetch()} />;
  if (!lesson.data) return <Waiting what={say`the lesson`} />;
  const { studentName, pieces, daysPlanned, daysPractised, minutesPlanned, before } = lesson.data;
  return (
    <div className="lesson">
      <Title name={say`Lesson`}>
        <span className="soft">
          <Link to={`/students/${id}`}>{studentName}</Link>
        </span>
      </Title>
      <div className="lesson-columns">
        <section className="stack" aria-labelledby="since-last">
          <div className="row spread">
            <h2 id="since-last">{say`Since ${withWeekday(lesson.data.since, spoken)}`}</h2>
            <DateField
              label={say`Last lesson`}
              width={190}
              value={lesson.data.since}
              onChange={(date) => date && setQuery({ since: date }, { replace: true })}
            />
          </div>
          <p className="lesson-days">
            {say`Practised on `}
            <b>{daysPractised}</b>
            {say` of ${daysPlanned} ${daysPlanned === 1 ? say`day` : say`days`}`}
            <span className="soft">{say`, ${minutesPlanned} min were planned.`}</span>
          </p>
          {pieces.map((piece) => (
            <SincePiece key={piece.assignmentId} piece={piece} />
          ))}
          {pieces.length === 0 && (
            <p className="card soft">
              {say`No piece with a plan yet: `}
              <Link to={`/students/${id}`}>{say`give one and plan it`}</Link>
              {say`, and the next lesson begins here.`}
            </p>
          )}
        </section>
        <section className="stack" aria-labelledby="next-time">
          <LessonNotes key={lesson.data.notes?.id ?? "new"} lesson={lesson.data} />
          <div className="row">
            <Button
              variant="outlined"
              component={Link}
              to={`/print/students/${id}`}
            >{say`Print the week`}</Button>
          </div>
          {before.length > 0 && <h2>{say`Earlier lessons`}</h2>}
          {before.map((one) => (
            <details key={one.id} className="card">
              <summary>{withWeekday(one.date, spoken)}</summary>
              <p className="lesson-text">{one.notes}</p>
            </details>
          ))}
        </section>
      </div>
    </div>
  );
}
