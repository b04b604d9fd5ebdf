import { Button } from "@mui/material";
import type { PlanAnswer } from "@yarrow-ridge/contract";
import type { Section } from "@yarrow-ridge/core/score";
import { promotionRules } from "@yarrow-ridge/core/practice";
import { dayAndMonth } from "../settings/spokenDates.ts";
import { useSpoken } from "../settings/useSpoken.ts";
import type { Fields } from "./fields.ts";

/** What is taken over into the form. */
export type Taken = Partial<Pick<Fields, "minutes" | "readyBy" | "rule" | "goals">>;

/** What would make the plan fit, worked out: each alone is enough. */
export function Remedies({
  plan,
  sections,
  onTake,
}: {
  plan: PlanAnswer;
  sections: readonly Section[];
  onTake: (change: Taken) => void;
}) {
  const spoken = useSpoken();
  const { minutes, readyBy, rule, goals } = plan.remedies;
  const left = sections.filter(({ id }) => goals && goals[id] !== plan.goals[id]);
  const more = () =>
    plan.minutesByWeekday.map((one) => String(one && Math.min(600, one + (minutes ?? 0))));
  if (![minutes, readyBy, rule, goals].some((one) => one !== undefined)) return null;
  return (
    <div className="row plan-remedies" role="group" aria-label="What would make it fit">
      {minutes !== undefined && (
        <Button variant="outlined" onClick={() => onTake({ minutes: more() })}>
          {minutes} min more a day
        </Button>
      )}
      {readyBy !== undefined && (
        <Button variant="outlined" onClick={() => onTake({ readyBy })}>
          Ready by {dayAndMonth(readyBy, spoken)}
        </Button>
      )}
      {goals && left.length > 0 && (
        <Button
          variant="outlined"
          onClick={() =>
            onTake({ goals: Object.fromEntries(left.map(({ id }) => [id, String(goals[id])])) })
          }
        >
          Leave {left.map(({ name }) => name).join(", ")} at {goals[left[0]!.id]}
        </Button>
      )}
      {rule !== undefined && (
        <Button variant="outlined" onClick={() => onTake({ rule })}>
          {promotionRules.find((one) => one.id === rule)!.name}
        </Button>
      )}
    </div>
  );
}
