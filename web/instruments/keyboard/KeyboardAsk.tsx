import { say } from "@yarrow-ridge/core/words";
import { FormControlLabel, MenuItem, Switch, TextField } from "@mui/material";
import { STANDARD_OCTAVE } from "@yarrow-ridge/core/instruments";
import { usePlayer } from "../../students/usePlayer.ts";
import { useDesk } from "../../piece/useDesk.ts";
import { ReachSelect } from "../../students/ReachSelect.tsx";
import { lengthText } from "../../words/spoken.ts";
import { useSpoken } from "../../words/useSpoken.ts";
import type { AskProps } from "../view.ts";

/** Millimetres of an octave; from memory, Boyle, Boyle & Booker 2015. */
const OCTAVES: [number, string][] = [
  [STANDARD_OCTAVE, say`standard, 165 mm an octave`],
  [152, say`narrow, 152 mm`],
  [141, say`narrower, 141 mm`],
];

/** The hand and the keys that are asked for, in a few words. */
export function KeyboardAsked({ assignmentId }: Pick<AskProps, "assignmentId">) {
  const spoken = useSpoken();
  const { school } = useDesk();
  const { player } = usePlayer(assignmentId);
  return (
    <>
      · {lengthText(player.reach, spoken)}
      {player.octave && player.octave !== STANDARD_OCTAVE ? say`, narrow keys` : ""}
      {player.level === "beginner" ? say`, beginner` : ""}
      {school.edition ? say`, the edition’s kept` : ""}
    </>
  );
}

/** For what hand on what keys, and by which school. */
export function KeyboardAsk({ assignmentId, hasPrinted }: AskProps) {
  const spoken = useSpoken();
  const { school, player: said, set } = useDesk();
  const { student, player } = usePlayer(assignmentId);
  return (
    <>
      <div className="for-whom-pair">
        <ReachSelect
          reach={player.reach}
          student={student}
          onChange={(mm) => set({ player: { ...said, reach: mm } })}
        />
        <TextField
          select
          label={say`keys`}
          value={player.octave ?? STANDARD_OCTAVE}
          onChange={(event) => set({ player: { ...said, octave: Number(event.target.value) } })}
        >
          {OCTAVES.map(([mm, name]) => (
            <MenuItem key={mm} value={mm}>
              {name}
            </MenuItem>
          ))}
          {player.octave !== undefined && !OCTAVES.some(([mm]) => mm === player.octave) && (
            <MenuItem
              value={player.octave}
            >{say`${lengthText(player.octave, spoken)} an octave`}</MenuItem>
          )}
        </TextField>
      </div>
      <TextField
        select
        label={say`How far along`}
        value={player.level ?? "usual"}
        onChange={(event) => set({ player: { ...said, level: event.target.value as "usual" } })}
      >
        <MenuItem value="usual">{say`passes the thumb freely`}</MenuItem>
        <MenuItem value="beginner">{say`beginner: as few crossings as can be`}</MenuItem>
      </TextField>
      <TextField
        select
        label={say`Chromatic scales`}
        helperText={
          school.chromatic === "all fingers"
            ? say`Fewer moves, for speed.`
            : say`Safe at any speed, the same in both hands.`
        }
        value={school.chromatic ?? "thumb and third"}
        onChange={(event) => set({ school: { ...school, chromatic: event.target.value } })}
      >
        <MenuItem value="thumb and third">{say`thumb and third in turn`}</MenuItem>
        <MenuItem value="all fingers">{say`all fingers in groups`}</MenuItem>
      </TextField>
      <FormControlLabel
        control={
          <Switch
            checked={school.groups ?? true}
            onChange={(_, on) => set({ school: { ...school, groups: on } })}
          />
        }
        label={say`Same fingers on each group of a sequence`}
      />
      {hasPrinted && (
        <FormControlLabel
          control={
            <Switch
              checked={school.edition ?? false}
              onChange={(_, on) => set({ school: { ...school, edition: on } })}
            />
          }
          label={say`Keep the edition’s fingers to the letter`}
        />
      )}
    </>
  );
}
