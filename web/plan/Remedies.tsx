import { Button } from "@mui/material";
import type { PlanAnswer } from "@yarrow-ridge/contract";
import { promotionRules } from "@yarrow-ridge/core/practice";
import { dayAndMonth } from "../settings/spokenDates.ts";
import { useSpoken } from "../settings/useSpoken.ts";
import type { Fields } from "./fields.ts";

/** What is taken over into the form. */
export type Taken = Partial<Pick<Fields, "minutes" | "readyBy" | "rule">>;

/** What would make the plan fit, worked out: each alone is enough. */
export function Remedies({ plan, onTake }: { plan: PlanAnswer; onTake: (change: Taken) => void }) {
  const spoken = useSpoken();
  const { minutes, readyBy, rule } = plan.remedies;
  const more = () =>
    plan.minutesByWeekday.map((one) => String(one && Math.min(600, one + (minutes ?? 0))));
  if (minutes === undefined && readyBy === undefined && rule === undefined) return null;
  return (
    <div className="row" role="group" aria-label="What would make it fit">
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
      {rule !== undefined && (
        <Button variant="outlined" onClick={() => onTake({ rule })}>
          {promotionRules.find((one) => one.id === rule)!.name}
        </Button>
      )}
    </div>
  );
}
