import { say } from "@yarrow-ridge/core/words";
import { Alert, Button, TextField } from "@mui/material";
import type { Body, PlanAnswer, StudentAnswer } from "@yarrow-ridge/contract";
import {
  firstReading,
  ladderOf,
  lastStep,
  promotionRules,
  SCHOOLS,
  schools,
  schoolsOf,
  USUAL_SCHOOLS,
  type Schools,
} from "@yarrow-ridge/core/practice";
import { beatSign, type Score, type Section } from "@yarrow-ridge/core/score";
import dayjs from "dayjs";
import { useEffect, useState } from "react";
import { Controller, useForm } from "react-hook-form";
import { v4 as newId } from "uuid";
import { useHistory } from "../edits/history.ts";
import { DateField } from "../settings/DateField.tsx";
import { WEEKDAY_SIGNS, weekFrom } from "../settings/spokenDates.ts";
import { useSpoken } from "../words/useSpoken.ts";
import { request } from "../outbox/request.ts";
import type { Fields } from "./fields.ts";
import { HouseRules } from "./HouseRules.tsx";
import { PlanDates } from "./PlanDates.tsx";
import { Remedies, type Aside, type Bars, type Taken } from "./Remedies.tsx";
import { SectionChoice } from "./SectionChoice.tsx";
import { SchoolSelect } from "./SchoolSelect.tsx";
import { WhatIf } from "./WhatIf.tsx";

const LABELS: Readonly<Record<keyof Schools, string>> = {
  order: say`Order of the sections`,
  raise: say`Before parts are joined`,
  hands: say`Hands`,
  ladder: say`Tempo steps`,
  top: say`The last step`,
};

/** What is laid out from, as it is sent. */
const changeOf = (fields: Fields) => ({
  goalTempo: Number(fields.goalTempo),
  firstTempo: fields.firstTempo ? Number(fields.firstTempo) : null,
  readyBy: fields.readyBy,
  minutesByWeekday: fields.minutes.map(Number),
  rule: fields.rule,
  ...schoolsOf(fields),
  sections: fields.sections.length ? fields.sections : null,
  goals: Object.fromEntries(
    Object.entries(fields.goals)
      .filter(([, typed]) => typed)
      .map(([id, typed]) => [id, Number(typed)]),
  ),
});

/** Goals of sections that are still there, every one of them a field. */
const goalsOf = (plan: PlanAnswer | undefined, sections: readonly Section[]) =>
  Object.fromEntries(sections.map(({ id }) => [id, String(plan?.goals[id] ?? "")]));

/** What a plan is made from. Saving lays it out at once and says whether it fits. */
export function PlanForm({
  assignmentId,
  plan,
  student,
  others,
  sections,
  score,
  printedTempo,
  onCut,
  onPlay,
}: {
  assignmentId: string;
  student: StudentAnswer;
  /** Titles of the other pieces that share the student's minutes. */
  others: readonly string[];
  plan: PlanAnswer | undefined;
  sections: readonly Section[];
  score: Score;
  printedTempo: number | null;
  /** The piece is cut: for everybody who plays it. */
  onCut: (cut: Bars) => void;
  /** Bars are played as another edition has them, by everybody. */
  onPlay: (reading: Aside) => void;
}) {
  const perform = useHistory((state) => state.perform);
  const spoken = useSpoken();
  const [busy, setBusy] = useState(false);
  const form = useForm<Fields>({
    defaultValues: {
      goalTempo: String(plan?.goalTempo ?? printedTempo ?? 80),
      firstTempo: String(plan?.firstTempo ?? ""),
      readyBy: plan?.readyBy ?? dayjs().add(42, "day").format("YYYY-MM-DD"),
      dates: plan?.dates ?? [],
      minutes: student.minutesByWeekday.map(String),
      rule: plan?.rule ?? promotionRules[0]!.id,
      ...schoolsOf(plan ?? USUAL_SCHOOLS),
      sections: plan?.sections ?? [],
      goals: goalsOf(plan, sections),
    },
  });
  const { register, control, handleSubmit, watch, setValue, getValues, reset, subscribe } = form;
  const { errors, isDirty, isValid } = form.formState;
  // what was changed and not laid out waits here while one looks at something else
  const draft = `yarrow-ridge-plan ${assignmentId}`;
  useEffect(() => {
    const kept = sessionStorage.getItem(draft);
    if (kept)
      reset({ ...getValues(), ...(JSON.parse(kept) as Fields) }, { keepDefaultValues: true });
    return subscribe({
      formState: { values: true, isDirty: true },
      callback: ({ values, isDirty: changed }) =>
        changed
          ? sessionStorage.setItem(draft, JSON.stringify(values))
          : sessionStorage.removeItem(draft),
    });
  }, [draft, getValues, reset, subscribe]);
  const goal = Number(watch("goalTempo"));
  const first = Number(watch("firstTempo"));
  const ladder =
    goal >= 10 && goal <= 400
      ? ladderOf(watch("ladder")).steps(first || firstReading(goal), lastStep(goal, watch("top")))
      : [];
  /** What was taken is seen as changed, and waits to be laid out. */
  const take = (change: Taken) => {
    const how = { shouldDirty: true, shouldValidate: true };
    if (change.minutes) setValue("minutes", change.minutes, how);
    if (change.readyBy) setValue("readyBy", change.readyBy, how);
    if (change.rule) setValue("rule", change.rule, how);
    for (const [id, tempo] of Object.entries(change.goals ?? {}))
      setValue(`goals.${id}`, tempo, how);
  };
  const body = (fields: Fields) => ({ assignmentId, dates: fields.dates, ...changeOf(fields) });
  // each is a plan of its own: what was laid out before rests beneath it
  const plain = (id: string, wanted: Body<"addPlan">) =>
    request("addPlan", {}, { ...wanted, id, forecast: false });
  const save = async (fields: Fields) => {
    setBusy(true);
    const before = plan && {
      assignmentId,
      goalTempo: plan.goalTempo,
      firstTempo: plan.firstTempo,
      readyBy: plan.readyBy,
      dates: plan.dates,
      minutesByWeekday: student.minutesByWeekday,
      rule: plan.rule,
      ...schoolsOf(plan),
      sections: plan.sections,
      goals: Object.fromEntries(
        Object.entries(plan.goals).filter(([id]) => sections.some((one) => one.id === id)),
      ),
    };
    const id = newId();
    sessionStorage.removeItem(draft);
    await perform({
      label: say`the plan`,
      redo: [plain(id, body(fields))],
      undo: [before ? plain(newId(), before) : request("removePlan", { id })],
    });
    setBusy(false);
  };
  return (
    <form className="card stack" onSubmit={(event) => void handleSubmit(save)(event)}>
      <h2>{plan ? say`The plan` : say`Make a plan`}</h2>
      {plan && (
        <Alert severity={plan.feasible ? "success" : "warning"} icon={false}>
          {plan.message}
        </Alert>
      )}
      {plan && !plan.feasible && (
        <Remedies {...{ plan, sections, score, onCut, onPlay }} onTake={take} />
      )}
      <div className="row">
        <TextField
          label={say`Performance tempo, ${beatSign(score.bars[0]!)} =`}
          type="number"
          sx={{ width: 190 }}
          slotProps={{ htmlInput: { min: 10, max: 400, step: "any" } }}
          error={!!errors.goalTempo}
          helperText={errors.goalTempo && say`10 to 400`}
          {...register("goalTempo", {
            validate: (value) => Number(value) >= 10 && Number(value) <= 400,
          })}
        />
        <Controller
          name="readyBy"
          control={control}
          rules={{ validate: (value) => value >= dayjs().format("YYYY-MM-DD") }}
          render={({ field }) => (
            <DateField
              label={say`Ready by`}
              value={field.value}
              onChange={field.onChange}
              error={errors.readyBy && say`today or later`}
              width={200}
            />
          )}
        />
      </div>
      <fieldset className="plan-minutes">
        <legend className="soft">
          {student.name.split(" ")[0]}
          {say`’s minutes on each weekday`}
          {others.length > 0 && say`, shared with ${others.join(", ")}`}
        </legend>
        {weekFrom(spoken).map((i) => (
          <TextField
            key={i}
            label={WEEKDAY_SIGNS[i]}
            type="number"
            error={!!errors.minutes?.[i]}
            slotProps={{
              htmlInput: { min: 0, max: 600, "aria-label": say`Minutes on ${WEEKDAY_SIGNS[i]!}` },
            }}
            {...register(`minutes.${i}`, {
              validate: (value) => /^\d{1,3}$/.test(value) && Number(value) <= 600,
            })}
          />
        ))}
      </fieldset>
      <HouseRules form={form} />
      <SchoolSelect
        form={form}
        name="rule"
        label={say`Raise the tempo after`}
        all={promotionRules}
      />
      <details>
        <summary>{say`How it is learned, other days`}</summary>
        <div className="stack" style={{ paddingTop: 12 }}>
          <TextField
            label={say`A first reading came clean at ${beatSign(score.bars[0]!)} =`}
            type="number"
            sx={{ maxWidth: 320 }}
            slotProps={{ htmlInput: { min: 10, max: 400, step: "any" } }}
            error={!!errors.firstTempo}
            helperText={
              errors.firstTempo
                ? say`10 to performance tempo`
                : say`Steps begin there; at half of performance tempo where nothing stands here.`
            }
            {...register("firstTempo", {
              deps: "goalTempo",
              validate: (value, { goalTempo }) =>
                !value || (Number(value) >= 10 && Number(value) <= Number(goalTempo)),
            })}
          />
          <PlanDates
            dates={watch("dates")}
            onChange={(dates) => setValue("dates", dates, { shouldDirty: true })}
          />
          {SCHOOLS.map((name) => (
            <SchoolSelect
              key={name}
              form={form}
              {...{ name }}
              label={LABELS[name]}
              all={schools[name]}
            />
          ))}
        </div>
      </details>
      <SectionChoice form={form} sections={sections} score={score} />
      {ladder.length > 0 && (
        <p className="small soft">
          {say`Steps: ${ladder.slice(0, -1).join(" · ")} · `}
          <b className="goal-text">{ladder.at(-1)}</b>
        </p>
      )}
      {plan && isDirty && isValid && !busy && (
        <WhatIf planId={plan.id} change={changeOf(watch())} />
      )}
      <div className="row">
        <Button
          type="submit"
          variant="contained"
          disabled={busy || (plan !== undefined && !isDirty)}
        >
          {busy ? say`Laying it out …` : plan ? say`Lay it out again` : say`Lay out the cards`}
        </Button>
      </div>
    </form>
  );
}
