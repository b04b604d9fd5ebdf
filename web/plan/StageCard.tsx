import { Button } from "@mui/material";
import type { Answer, AssignmentAnswer, PlanAnswer } from "@yarrow-ridge/contract";
import { editFields } from "../edits/fields.ts";
import { Likely } from "./Likely.tsx";

type Said = AssignmentAnswer["said"];

const LABELS: Readonly<Record<string, string>> = {
  keeping: "keeping it from now on",
  ended: "leaving it as it is",
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
  const say = (now: Said) =>
    void editFields(
      "editAssignment",
      id,
      { said },
      { said: now },
      now === null ? `working on ${pieceTitle} again` : LABELS[now]!,
    );
  const next = ridge.evidence.findIndex(({ have, of }) => have < of);
  return (
    <div className="card stack">
      <h2>{said === "ended" ? "Left as it is" : ridge.stage}</h2>
      {said === null && <Likely planId={plan.id} readyBy={plan.readyBy} />}
      {said !== "ended" && (
        <ul className="plain-list evidence">
          {ridge.evidence.map(({ stage, have, of, what }, i) => (
            <li key={stage} className={i === next ? "next" : undefined}>
              <span aria-hidden>{have >= of ? "●" : have > 0 ? "◐" : "○"}</span>
              <b>{stage}</b>
              <span className="soft">
                {have} of {of} {what}
              </span>
            </li>
          ))}
        </ul>
      )}
      <p className="small soft">
        {said === "ended"
          ? "Good enough: it takes no minutes any more."
          : said === "keeping"
            ? "Kept because you say so: what is learnt is visited before it fades."
            : "Left again where something lapses. What counts for a stage is set under Settings."}
      </p>
      <div className="row">
        {said !== null && (
          <Button variant="outlined" onClick={() => say(null)}>
            Go on working on it
          </Button>
        )}
        {said !== "keeping" && (
          <Button size="small" onClick={() => say("keeping")}>
            Keep it from now on
          </Button>
        )}
        {said !== "ended" && (
          <Button size="small" onClick={() => say("ended")}>
            Good enough, leave it here
          </Button>
        )}
      </div>
    </div>
  );
}
