import { say } from "@yarrow-ridge/core/words";
import type { StudioAnswer } from "@yarrow-ridge/contract";
import { timeText, withWeekday } from "../settings/spokenDates.ts";
import { useSpoken } from "../words/useSpoken.ts";
import { Link } from "react-router";

const first = (name: string): string => name.split(" ")[0]!;

/** A day's practice, a student at a time. */
function byStudent(practice: StudioAnswer["week"][number]["practice"]) {
  const names = [...new Set(practice.map((one) => one.studentName))];
  return names.map((studentName) => {
    const theirs = practice.filter((one) => one.studentName === studentName);
    return {
      studentName,
      minutes: theirs.reduce((sum, one) => sum + one.minutes, 0),
      what: theirs.map(
        (one) => `${one.pieceTitle}, ${one.cards} ${one.cards === 1 ? say`card` : say`cards`}`,
      ),
    };
  });
}

/** The next seven days: who comes, who practises what for how long, and what is to be ready. */
export function Week({ studio: { week, lessons, today } }: { studio: StudioAnswer }) {
  const spoken = useSpoken();
  return (
    <section className="stack" aria-label={say`The week`}>
      <h2>{say`The week`}</h2>
      <ol className="plain-list week">
        {week.map(({ date, practice, ready }) => {
          const coming = lessons.filter((lesson) => lesson.at.startsWith(date));
          return (
            <li key={date} className={date === today ? "week-day today" : "week-day"}>
              <b>{date === today ? say`Today` : withWeekday(date, spoken, true)}</b>
              <div>
                {coming.map((lesson) => (
                  <div key={lesson.studentId}>
                    <span className="week-time">{timeText(lesson.at.slice(11), spoken)}</span>{" "}
                    <Link to={`/students/${lesson.studentId}`}>{lesson.studentName}</Link>
                  </div>
                ))}
                {ready.map((one) => (
                  <div key={one.assignmentId} className="goal-text">
                    <Link to={`/assignments/${one.assignmentId}`}>{one.pieceTitle}</Link>
                    {say` ready, ${first(one.studentName)}`}
                  </div>
                ))}
                {practice.length > 0 && (
                  <div className="soft small">
                    {say`practise: `}
                    {byStudent(practice).map((one, i) => (
                      <span key={one.studentName} title={one.what.join(", ")}>
                        {i > 0 && " · "}
                        {say`${first(one.studentName)} ${one.minutes} min`}
                      </span>
                    ))}
                  </div>
                )}
                {coming.length + ready.length + practice.length === 0 && (
                  <span className="soft small">{say`free`}</span>
                )}
              </div>
            </li>
          );
        })}
      </ol>
    </section>
  );
}
