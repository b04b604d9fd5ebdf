import { say } from "@yarrow-ridge/core/words";
import { stageName } from "@yarrow-ridge/core/practice";
import { Button } from "@mui/material";
import type { Answer, AssignmentAnswer, PlanAnswer } from "@yarrow-ridge/contract";
import { editFields } from "../edits/fields.ts";
import { Likely } from "./Likely.tsx";

type Said = AssignmentAnswer["said"];

const LABELS: Readonly<Record<string, string>> = {
  keeping: say`keeping it from now on`,
  ended: say`leaving it as it is`,
};

/** The stage of a piece, what speaks for each, and the teacher's own word. */
export function StageCard({
  assignment,
  ridge,
  plan,
}: {
  plan: PlanAnswer;
  assignment: AssignmentAnswer;
  ridge: Answer<"ridge">;
}) {
  const { id, said, pieceTitle } = assignment;
  const mark = (now: Said) =>
    void editFields(
      "editAssignment",
      id,
      { said },
      { said: now },
      now === null ? say`working on ${pieceTitle} again` : LABELS[now]!,
    );
  const next = ridge.evidence.findIndex(({ have, of }) => have < of);
  return (
    <div className="card stack">
      <h2>{said === "ended" ? say`Left as it is` : stageName[ridge.stage]}</h2>
      {said === null && <Likely planId={plan.id} readyBy={plan.readyBy} />}
      {said !== "ended" && (
        <ul className="plain-list evidence">
          {ridge.evidence.map(({ stage, have, of, what }, i) => (
            <li key={stage} className={i === next ? "next" : undefined}>
              <span aria-hidden>{have >= of ? "●" : have > 0 ? "◐" : "○"}</span>
              <b>{stageName[stage]}</b>
              <span className="soft">{say`${have} of ${of} ${what}`}</span>
            </li>
          ))}
        </ul>
      )}
      <p className="small soft">
        {said === "ended"
          ? say`Good enough: it takes no minutes any more.`
          : said === "keeping"
            ? say`Kept because you say so: what is learnt is visited before it fades.`
            : say`Left again where something lapses. What counts for a stage is set under
              Settings.`}
      </p>
      <div className="row">
        {said !== null && (
          <Button variant="outlined" onClick={() => mark(null)}>{say`Go on working on it`}</Button>
        )}
        {said !== "keeping" && (
          <Button size="small" onClick={() => mark("keeping")}>{say`Keep it from now on`}</Button>
        )}
        {said !== "ended" && (
          <Button
            size="small"
            onClick={() => mark("ended")}
          >{say`Good enough, leave it here`}</Button>
        )}
      </div>
    </div>
  );
}
