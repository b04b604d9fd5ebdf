import { say } from "@yarrow-ridge/core/words";
import { stageName } from "@yarrow-ridge/core/practice";
import { Button } from "@mui/material";
import { lazy, Suspense } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { useAnswer } from "../answers/queries.ts";
import { barSpan } from "@yarrow-ridge/core/score";
import { useAnnotationEdits } from "../edits/annotations.ts";
import { editFields } from "../edits/fields.ts";
import { useDeskPiece, type DeskPiece } from "../piece/useDeskPiece.ts";
import { Ridge } from "../ridge/Ridge.tsx";
import { Title } from "../shell/Title.tsx";
import { Trouble } from "../shell/Trouble.tsx";
import { Waiting } from "../shell/Waiting.tsx";
import { BarsAlone } from "./BarsAlone.tsx";
import { Days } from "./Days.tsx";
import { PlanForm } from "./PlanForm.tsx";
import type { Bars } from "./Remedies.tsx";
import { StageCard } from "./StageCard.tsx";
import { TryLog } from "./TryLog.tsx";
import "./plan.css";

const Rise = lazy(() => import("./Rise.tsx").then((module) => ({ default: module.Rise })));

/** A student's work on a piece: the ridge, the plan, the cards ahead and the log behind. */
export function PlanScreen() {
  const { id = "" } = useParams();
  const navigate = useNavigate();
  const assignment = useAnswer("assignment", { id });
  const { ready, sections, error, again } = useDeskPiece(assignment.data?.pieceId);
  const ridge = useAnswer("ridge", { id });
  const studentId = assignment.data?.studentId ?? "";
  const student = useAnswer("student", { id: studentId }, undefined, studentId !== "");
  const given = useAnswer("listAssignments", {}, { studentId }, studentId !== "");
  const none = assignment.data?.plan === null;
  const plan = useAnswer("currentPlan", { id }, undefined, assignment.data !== undefined && !none);
  const edits = useAnnotationEdits(assignment.data?.pieceId ?? "");
  const problem = assignment.error ?? error ?? ridge.error ?? student.error ?? given.error;
  if (problem) return <Trouble error={problem} again={again} />;
  if (plan.error) return <Trouble error={plan.error} again={() => void plan.refetch()} />;
  const isHere = assignment.data && student.data && given.data;
  if (!isHere || !ready || !ridge.data || (!plan.data && !none))
    return <Waiting what={say`the plan`} />;
  const made = none ? undefined : plan.data;
  const { pieceTitle, studentName, pieceId, instrument } = assignment.data;
  const others = given.data.items.filter((one) => one.id !== id && one.plan);
  const printed = ready.piece.tempo;
  return (
    <div className="plan">
      <Title name={pieceTitle}>
        <span className="soft">
          <Link to={`/students/${studentId}`}>{studentName}</Link> · {stageName[ridge.data.stage]}
        </span>
      </Title>
      <Ridge
        bars={ready.score.bars}
        ground={ridge.data.bars}
        goal={ridge.data.goalTempo ?? undefined}
        sections={sections}
        chosen={undefined}
        onChoose={() => void navigate(`/pieces/${pieceId}?for=${id}`)}
        height={84}
      />
      <div className="plan-columns">
        <section className="stack">
          {made ? (
            <Days plan={made} instrument={instrument} assignmentId={id} />
          ) : (
            <div className="card">
              <h2>{say`No plan yet`}</h2>
              <p className="soft">{say`Say how fast, by when and how many minutes a day; the cards
                follow.`}</p>
            </div>
          )}
          <TryLog assignmentId={id} instrument={instrument} />
        </section>
        <section className="stack">
          {made && <StageCard assignment={assignment.data} ridge={ridge.data} plan={made} />}
          <PlanForm
            key={`${made?.id ?? "new"} ${student.data.minutesByWeekday.join(" ")}`}
            assignmentId={id}
            plan={made}
            student={student.data}
            others={others.map((one) => one.pieceTitle)}
            sections={sections}
            score={ready.score}
            printedTempo={printed}
            onCut={(cut) => void cutOut(ready, cut)}
            onPlay={({ id: reading, from, to, source }) =>
              void edits.useReading(
                reading,
                true,
                say`“${source}” in ${barSpan(ready.score.bars, from, to)}`,
              )
            }
          />
          {made && (
            <div className="card">
              <BarsAlone plan={made} score={ready.score} instrument={instrument} />
            </div>
          )}
          {ridge.data.history.length > 0 && (
            <div className="card stack">
              <h2>{say`How it rose`}</h2>
              <Suspense fallback={<Waiting what={say`the chart`} />}>
                <Rise history={ridge.data.history} goal={ridge.data.goalTempo} />
              </Suspense>
            </div>
          )}
          <Button
            component={Link}
            to={`/pieces/${pieceId}?for=${id}`}
            variant="outlined"
          >{say`Open the score`}</Button>
        </section>
      </div>
    </div>
  );
}

/** The road without some bars. */
function cutOut({ piece: { id, road }, score }: DeskPiece, { from, to }: Bars): Promise<boolean> {
  const cuts = [
    { from: 0, to: from - 1 },
    { from: to + 1, to: score.bars.length - 1 },
  ];
  const after = { repeats: road?.repeats ?? ("all" as const), cuts };
  return editFields("editPiece", id, { road }, { road: after }, say`the road`);
}
