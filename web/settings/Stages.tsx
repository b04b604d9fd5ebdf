import { say } from "@yarrow-ridge/core/words";
import { MenuItem, TextField } from "@mui/material";
import type { Answer } from "@yarrow-ridge/contract";
import { useAnswer } from "../answers/queries.ts";
import { useHistory } from "../edits/history.ts";
import { request } from "../outbox/request.ts";

type Asked = Answer<"studio">["stages"];

const SHARES = [0.5, 0.55, 0.6, 0.65, 0.7, 0.75, 0.8, 0.85, 0.9, 0.95, 1];
const percent = (share: number) => say`${Math.round(share * 100)} % of the goal`;

/** What the stages of a piece ask for, over the whole studio. */
export function Stages() {
  const stages = useAnswer("studio").data?.stages;
  if (!stages) return null;
  const put = (change: Partial<Asked>) => {
    const after = { ...stages, ...change };
    const step = (to: Asked, was: Asked) =>
      request("editStudio", {}, { stages: to, was: { stages: was } });
    void useHistory.getState().perform({
      label: say`what a stage asks for`,
      redo: [step(after, stages)],
      undo: [step(stages, after)],
    });
  };
  const field = (
    key: keyof Asked,
    label: string,
    options: readonly (readonly [value: number, name: string])[],
  ) => (
    <TextField
      select
      label={label}
      value={String(stages[key])}
      onChange={(event) => put({ [key]: Number(event.target.value) })}
    >
      {options.map(([value, name]) => (
        <MenuItem key={value} value={String(value)}>
          {name}
        </MenuItem>
      ))}
    </TextField>
  );
  const known = [...new Set([...SHARES, stages.joining, stages.settling])].sort((a, b) => a - b);
  const shares = known.map((share) => [share, percent(share)] as const);
  return (
    <>
      {field(
        "joining",
        say`Joining up: sections at`,
        shares.filter(([share]) => share <= stages.settling),
      )}
      {field(
        "settling",
        say`Settling: joins at`,
        shares.filter(([share]) => share >= stages.joining),
      )}
      {field("days", say`Performance: good run-throughs on`, [
        [1, say`one day`],
        [2, say`two days`],
        [3, say`three days`],
      ])}
      <p className="small soft">{say`For the whole studio.`}</p>
    </>
  );
}
