import { say } from "@yarrow-ridge/core/words";
import { stageName } from "@yarrow-ridge/core/practice";
import { Button } from "@mui/material";
import type {
  Answer,
  AssignmentAnswer,
  DueCardAnswer,
  PortfolioAnswer,
} from "@yarrow-ridge/contract";
import { useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { useAnswer } from "../answers/queries.ts";
import { editFields } from "../edits/fields.ts";
import { givePiece } from "../edits/give.ts";
import { PieceRidge } from "../ridge/PieceRidge.tsx";
import { FindOne, type Choice } from "../shell/FindOne.tsx";
import { Title } from "../shell/Title.tsx";
import { Trouble } from "../shell/Trouble.tsx";
import { dayAndMonth, timeText, WEEKDAYS } from "../settings/spokenDates.ts";
import { useSpoken } from "../words/useSpoken.ts";
import { Waiting } from "../shell/Waiting.tsx";
import { likelyText } from "../plan/Likely.tsx";
import { minutesByPiece, minutesOf } from "./minutes.ts";
import { Calendar } from "./Calendar.tsx";
import { PracticeTime } from "./PracticeTime.tsx";
import { StudentForm } from "./StudentForm.tsx";

/** One student: the pieces in work, each with its ridge, and what is due today. */
export function StudentScreen() {
  const { id = "" } = useParams();
  const navigate = useNavigate();
  const spoken = useSpoken();
  const student = useAnswer("student", { id });
  const working = useAnswer("listAssignments", {}, { studentId: id }).data?.items ?? [];
  const due = useAnswer("dueCards", {}, { studentId: id }).data?.items ?? [];
  const portfolio = useAnswer("portfolio", { id }).data;
  const [editing, setEditing] = useState(false);
  if (student.isError)
    return <Trouble error={student.error} again={() => void student.refetch()} />;
  if (!student.data) return <Waiting what={say`the student`} />;
  const { name, notes, lessonWeekday, lessonTime, archived } = student.data;
  const archive = async () => {
    const label = `${archived ? say`bringing back` : say`archiving`} ${name}`;
    const ok = await editFields("editStudent", id, { archived }, { archived: !archived }, label);
    if (ok && !archived) void navigate("/");
  };
  const give = ({ id: pieceId, name: title }: Choice) =>
    void givePiece(id, pieceId, say`giving ${title}`);
  const open = due.filter((card) => card.status !== "done");
  return (
    <div className="student">
      <Title name={name}>
        <span className="soft">
          {lessonWeekday === null
            ? say`no lesson time set`
            : `${WEEKDAYS[lessonWeekday]}s${
                lessonTime
                  ? say` at
              ${timeText(lessonTime, spoken)}`
                  : ""
              }`}
        </span>
      </Title>
      <div className="row spread">
        <p className="grow">{notes || <span className="soft">{say`No notes yet.`}</span>}</p>
        <div className="row">
          <Button
            variant="outlined"
            component={Link}
            to={`/students/${id}/lesson`}
          >{say`Lesson`}</Button>
          <Button variant="outlined" onClick={() => setEditing(true)}>{say`Edit`}</Button>
          <Button onClick={() => void archive()}>
            {archived ? say`Bring back` : say`Archive`}
          </Button>
        </div>
      </div>
      {open.length > 0 && (
        <div className="card row spread">
          <span>
            <b className="serif">{say`Today`}</b>{" "}
            <span className="soft">
              {say`${open.length} ${open.length === 1 ? say`card` : say`cards`}, ${minutesOf(open)}
                min`}
              {student.data.warmUp > 0 && say` after ${student.data.warmUp} of warming up`}
              {working.length > 1 && `: ${byPiece(open)}`}
            </span>
          </span>
          <Button
            variant="contained"
            size="large"
            component={Link}
            to={`/practice/${open[0]!.id}`}
          >{say`Practise ${open[0]!.pieceTitle}, ${open[0]!.bars}`}</Button>
        </div>
      )}
      <section className="stack" aria-label={say`Pieces`}>
        <div className="student-pieces">
          {working.map((one) => (
            <InWork
              key={one.id}
              assignment={one}
              minutes={minutesAhead(portfolio, one.id)}
              missing={
                portfolio?.plans.find((plan) => plan.assignmentId === one.id)?.missingMinutes
              }
            />
          ))}
        </div>
        {working.length === 0 && <p className="soft">{say`No piece in work. Give one below.`}</p>}
        <div className="row">
          <FindOne
            label={say`Give a piece`}
            from="listPieces"
            without={working.map((one) => one.pieceId)}
            onChoose={give}
          />
        </div>
      </section>
      <div className="student-columns">
        {portfolio && <Calendar portfolio={portfolio} student={student.data} />}
        <PracticeTime student={student.data} />
      </div>
      {editing && <StudentForm student={student.data} onClose={() => setEditing(false)} />}
    </div>
  );
}

/** Such as “Lullaby of the Reeds 6, Rain on the Weir 16”. */
const byPiece = (cards: readonly DueCardAnswer[]): string =>
  minutesByPiece(cards)
    .map(([title, minutes]) => `${title} ${minutes}`)
    .join(", ");

/** Minutes that lie ahead for a piece within a week. */
const minutesAhead = (portfolio: PortfolioAnswer | undefined, assignmentId: string): number =>
  minutesOf(
    (portfolio?.days ?? [])
      .slice(0, 7)
      .flatMap((day) => day.cards)
      .filter((card) => card.assignmentId === assignmentId),
  );

/** What is missing for the next stage: `4 of 8 sections at 60 % of the goal`. */
function nextEvidence(ridge: Answer<"ridge"> | undefined): string | undefined {
  const next =
    ridge?.stage === "Keeping" ? undefined : ridge?.evidence.find(({ have, of }) => have < of);
  return next && say`${next.have} of ${next.of} ${next.what}`;
}

function InWork({
  assignment,
  minutes,
  missing,
}: {
  assignment: AssignmentAnswer;
  minutes: number;
  missing: number | undefined;
}) {
  const ridge = useAnswer("ridge", { id: assignment.id }).data;
  const { plan } = assignment;
  const spoken = useSpoken();
  const likely = useAnswer("forecast", { id: plan?.id ?? "" }, undefined, plan !== null).data;
  return (
    <section className="card stack in-work">
      <div className="row spread">
        <Link to={`/assignments/${assignment.id}`} className="roster-name">
          {assignment.pieceTitle}
        </Link>
        <div className="row">
          <Button variant="outlined" component={Link} to={`/assignments/${assignment.id}`}>
            {plan ? say`Plan and practice` : say`Make a plan`}
          </Button>
          <Button
            component={Link}
            to={`/pieces/${assignment.pieceId}?for=${assignment.id}`}
          >{say`Score`}</Button>
          <Button
            onClick={() =>
              void editFields(
                "editAssignment",
                assignment.id,
                { archived: false },
                { archived: true },
                say`putting away ${assignment.pieceTitle}`,
              )
            }
          >{say`Put away`}</Button>
        </div>
      </div>
      <span className="soft">
        {[
          assignment.said === "ended" ? say`Left as it is` : ridge && stageName[ridge.stage],
          assignment.said === "ended" ? undefined : nextEvidence(ridge),
          plan && say`ready by ${dayAndMonth(plan.readyBy, spoken)}`,
          plan && minutes > 0 && say`${minutes} min this week`,
        ]
          .filter(Boolean)
          .join(" · ")}
        {likely && plan && likely.chance !== null && (
          <span className={likely.chance < 0.5 ? "goal-text" : undefined}>
            {" · "}
            {likelyText(likely, spoken)}
          </span>
        )}
        {missing ? <b className="goal-text">{say` · ${missing} min too few`}</b> : null}
      </span>
      <PieceRidge assignmentId={assignment.id} pieceId={assignment.pieceId} height={48} />
    </section>
  );
}
