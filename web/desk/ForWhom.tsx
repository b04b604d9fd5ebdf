import { say } from "@yarrow-ridge/core/words";
import { FormControlLabel, MenuItem, Switch, TextField } from "@mui/material";
import { STANDARD_OCTAVE } from "@yarrow-ridge/core/instruments";
import { useAnswer } from "../answers/queries.ts";
import { editFields } from "../edits/fields.ts";
import { SMALL_HAND } from "@yarrow-ridge/core/score";
import { ReachSelect } from "../students/ReachSelect.tsx";
import { lengthText } from "../words/spoken.ts";
import { useSpoken } from "../words/useSpoken.ts";
import { rubOut } from "../piece/rubOut.tsx";
import { useDesk } from "../piece/useDesk.ts";
import { usePlayer } from "./usePlayer.ts";

/** Millimetres of an octave; from memory, Boyle, Boyle & Booker 2015. */
const OCTAVES: [number, string][] = [
  [STANDARD_OCTAVE, say`standard, 165 mm an octave`],
  [152, say`narrow, 152 mm`],
  [141, say`narrower, 141 mm`],
];

/** Whose fingers are written, for what hand on what keyboard, and by which school. */
export function ForWhom({
  assignmentId,
  hasPrinted,
}: {
  assignmentId: string | undefined;
  hasPrinted: boolean;
}) {
  const spoken = useSpoken();
  const { school, both, layer, player: said, set } = useDesk();
  const { student, player } = usePlayer(assignmentId);
  const assignment = useAnswer(
    "assignment",
    { id: assignmentId ?? "" },
    undefined,
    assignmentId !== undefined,
  ).data;
  const read = (to: "teacher" | "small-hand") => {
    const layer = assignment!.layer as typeof to;
    const label = say`which fingers ${student!.name} reads`;
    void editFields("editAssignment", assignmentId!, { layer }, { layer: to }, label);
  };
  return (
    <details className="card for-whom">
      <summary>
        <b>
          {layer === "small-hand"
            ? say`For a small hand`
            : layer === "own" && student
              ? say`${student.name}’s own fingers`
              : say`The teacher’s fingers`}
        </b>{" "}
        <span className="soft small">
          · {lengthText(player.reach, spoken)}
          {player.octave && player.octave !== STANDARD_OCTAVE ? say`, narrow keys` : ""}
          {player.level === "beginner" ? say`, beginner` : ""}
          {school.edition ? say`, the edition’s kept` : ""}
        </span>
      </summary>
      <div className="stack">
        <TextField
          select
          label={say`Whose fingers are written`}
          value={layer === "own" && !student ? "teacher" : layer}
          onChange={(event) =>
            rubOut({ layer: event.target.value as typeof layer, pencil: new Map() })
          }
        >
          <MenuItem value="teacher">{say`the teacher’s`}</MenuItem>
          <MenuItem value="small-hand">{say`for a small hand`}</MenuItem>
          {student && <MenuItem value="own">{say`${student.name}’s own`}</MenuItem>}
        </TextField>
        <FormControlLabel
          control={<Switch checked={both} onChange={(_, on) => set({ both: on })} />}
          label={say`Show what they replace beside them`}
        />
        {assignment && student && (
          <TextField
            select
            label={say`${student.name} practises from`}
            value={assignment.layer}
            onChange={(event) => read(event.target.value as "teacher" | "small-hand")}
          >
            <MenuItem value="teacher">{say`the teacher’s fingers`}</MenuItem>
            <MenuItem value={SMALL_HAND}>{say`those for a small hand`}</MenuItem>
          </TextField>
        )}
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
      </div>
    </details>
  );
}
