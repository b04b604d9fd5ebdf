import { say } from "@yarrow-ridge/core/words";
import { writtenGoals } from "@yarrow-ridge/core/practice";
import { Checkbox, FormControlLabel, TextField } from "@mui/material";
import {
  barSpan,
  lastBarOf,
  leaves,
  nest,
  type Score,
  type Section,
} from "@yarrow-ridge/core/score";
import type { UseFormReturn } from "react-hook-form";
import type { Fields } from "./fields.ts";

/** Which sections are practised, and how fast where one goes slower than the piece. */
export function SectionChoice({
  form,
  sections,
  score,
}: {
  form: UseFormReturn<Fields>;
  sections: readonly Section[];
  score: Score;
}) {
  const { register, watch, setValue, formState } = form;
  const chosen = watch("sections");
  if (sections.length === 0) return null;
  const goal = Number(watch("goalTempo"));
  const written = writtenGoals(score, sections, goal >= 10 && goal <= 400 ? goal : 80);
  const smallest = new Set(leaves(sections));
  const choose = (id: string, on: boolean) =>
    setValue("sections", on ? [...chosen, id] : chosen.filter((one) => one !== id), {
      shouldDirty: true,
    });
  return (
    <fieldset className="plan-sections">
      <legend className="soft">{say`Sections
        ${chosen.length ? "" : say`(none chosen: the whole piece)`}, and a tempo of their own where
          they have one`}</legend>
      {nest(sections).map(({ section, depth }) => {
        const [from, to] = [section.from.bar, lastBarOf(section.to)];
        const bars = `${from === to ? say`bar` : say`bars`} ${barSpan(score.bars, from, to)}`;
        return (
          <div key={section.id} className="row plan-section">
            <FormControlLabel
              sx={{ ml: depth * 2 }}
              className="grow"
              label={`${section.name}, ${bars}`}
              control={
                <Checkbox
                  size="small"
                  checked={chosen.includes(section.id)}
                  onChange={(_, on) => choose(section.id, on)}
                />
              }
            />
            {smallest.has(section) && (
              <TextField
                type="number"
                size="small"
                placeholder={String(written[section.id] ?? watch("goalTempo"))}
                error={formState.errors.goals?.[section.id] !== undefined}
                slotProps={{
                  htmlInput: {
                    min: 10,
                    max: 400,
                    step: "any",
                    "aria-label": say`Tempo of ${section.name}`,
                  },
                }}
                {...register(`goals.${section.id}`, {
                  validate: (typed: string) =>
                    typed.trim() === "" || (Number(typed) >= 10 && Number(typed) <= 400),
                })}
              />
            )}
          </div>
        );
      })}
    </fieldset>
  );
}
