import { say } from "@yarrow-ridge/core/words";
import { Button } from "@mui/material";
import type { PlanAnswer } from "@yarrow-ridge/contract";
import { barSpan, lastBarOf, type Score, type Section } from "@yarrow-ridge/core/score";
import { promotionRules } from "@yarrow-ridge/core/practice";
import { dayAndMonth } from "../settings/spokenDates.ts";
import { useSpoken } from "../words/useSpoken.ts";
import type { Fields } from "./fields.ts";

/** What is taken over into the form. */
export type Taken = Partial<Pick<Fields, "minutes" | "readyBy" | "rule" | "goals">>;

/** Bar indexes, the last inclusive. */
export type Bars = NonNullable<PlanAnswer["remedies"]["cut"]>;

/** A reading that has been put aside. */
export type Aside = NonNullable<PlanAnswer["remedies"]["reading"]>;

/** What would make the plan fit, worked out: each alone is enough. */
export function Remedies({
  plan,
  sections,
  score,
  onTake,
  onCut,
  onPlay,
}: {
  plan: PlanAnswer;
  sections: readonly Section[];
  score: Score;
  onCut: (cut: Bars) => void;
  /** Bars are played as another edition has them. */
  onPlay: (reading: Aside) => void;
  onTake: (change: Taken) => void;
}) {
  const spoken = useSpoken();
  const { minutes, readyBy, rule, goals, cut, reading } = plan.remedies;
  const left = sections.filter(({ id }) => goals && goals[id] !== plan.goals[id]);
  const more = () =>
    plan.minutesByWeekday.map((one) => String(one && Math.min(600, one + (minutes ?? 0))));
  if (![minutes, readyBy, rule, goals, cut, reading].some((one) => one !== undefined)) return null;
  return (
    <div className="row plan-remedies" role="group" aria-label={say`What would make it fit`}>
      {minutes !== undefined && (
        <Button
          variant="outlined"
          onClick={() => onTake({ minutes: more() })}
        >{say`${minutes} min more a day`}</Button>
      )}
      {readyBy !== undefined && (
        <Button
          variant="outlined"
          onClick={() => onTake({ readyBy })}
        >{say`Ready by ${dayAndMonth(readyBy, spoken)}`}</Button>
      )}
      {goals && left.length > 0 && (
        <Button
          variant="outlined"
          onClick={() =>
            onTake({ goals: Object.fromEntries(left.map(({ id }) => [id, String(goals[id])])) })
          }
        >
          {say`Leave ${left.map(({ name }) => name).join(", ")} at `}
          {goals[left[0]!.id]}
        </Button>
      )}
      {cut && (
        <Button variant="outlined" onClick={() => onCut(cut)}>
          {say`Cut bars ${barSpan(score.bars, cut.from, cut.to)}`}
          {sections
            .filter(({ from, to }) => from.bar === cut.from && lastBarOf(to) === cut.to)
            .map(({ name }) => `, ${name}`)}
        </Button>
      )}
      {reading && (
        <Button variant="outlined" onClick={() => onPlay(reading)}>
          {say`Bars ${barSpan(score.bars, reading.from, reading.to)} as in “${reading.source}”`}
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
