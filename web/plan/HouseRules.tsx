import { say } from "@yarrow-ridge/core/words";
import { Button, MenuItem, TextField } from "@mui/material";
import type { Answer } from "@yarrow-ridge/contract";
import { SCHOOLS, schoolsOf } from "@yarrow-ridge/core/practice";
import { useState } from "react";
import type { UseFormReturn } from "react-hook-form";
import { useAnswer } from "../answers/queries.ts";
import { useHistory } from "../edits/history.ts";
import { request } from "../outbox/request.ts";
import type { Fields } from "./fields.ts";

type Rules = Answer<"studio">["houseRules"];
type Rule = Rules[number];

/** Ways to plan that were kept under a name: one is taken over whole, or what is set is kept. */
export function HouseRules({ form: { watch, setValue } }: { form: UseFormReturn<Fields> }) {
  const all = useAnswer("studio").data?.houseRules ?? [];
  const [name, setName] = useState<string>();
  const now = { rule: watch("rule"), ...schoolsOf(watch()) };
  // rules that were kept before there was one of the schools have its usual
  const isOn = (one: Rule) =>
    one.rule === now.rule && SCHOOLS.every((way) => schoolsOf(one)[way] === now[way]);
  const on = all.find(isOn);
  const put = (rules: Rules, label: string) => {
    const step = (to: Rules, was: Rules) =>
      request("editStudio", {}, { houseRules: to, was: { houseRules: was } });
    return useHistory
      .getState()
      .perform({ label, redo: [step(rules, all)], undo: [step(all, rules)] });
  };
  const take = (chosen: string) => {
    const found = all.find((one) => one.name === chosen);
    if (!found) return;
    const how = { shouldDirty: true };
    setValue("rule", found.rule, how);
    for (const way of SCHOOLS) setValue(way, schoolsOf(found)[way], how);
  };
  const keep = async () => {
    const typed = name?.trim();
    if (!typed) return;
    const others = all.filter((one) => one.name.toLowerCase() !== typed.toLowerCase());
    if (await put([...others, { name: typed, ...now }], say`house rules “${typed}”`))
      setName(undefined);
  };
  return (
    <div className="row">
      {all.length > 0 && (
        <TextField
          select
          label={say`House rules`}
          sx={{ minWidth: 200, flexGrow: 1 }}
          value={on?.name ?? ""}
          onChange={(event) => take(event.target.value)}
        >
          {all.map((one) => (
            <MenuItem key={one.name} value={one.name}>
              {one.name}
            </MenuItem>
          ))}
        </TextField>
      )}
      {name === undefined ? (
        on ? (
          <Button
            size="small"
            onClick={() =>
              void put(
                all.filter((one) => one !== on),
                say`house rules “${on.name}”`,
              )
            }
          >{say`Forget these rules`}</Button>
        ) : (
          <Button size="small" onClick={() => setName("")}>{say`Keep as house rules`}</Button>
        )
      ) : (
        <>
          <TextField
            label={say`Name of these rules`}
            size="small"
            autoFocus
            value={name}
            onChange={(event) => setName(event.target.value)}
            onKeyDown={(event) => {
              if (event.key !== "Enter") return;
              event.preventDefault();
              void keep();
            }}
            slotProps={{ htmlInput: { maxLength: 60 } }}
          />
          <Button
            size="small"
            disabled={!name.trim()}
            onClick={() => void keep()}
          >{say`Keep`}</Button>
          <Button size="small" onClick={() => setName(undefined)}>{say`Not now`}</Button>
        </>
      )}
    </div>
  );
}
