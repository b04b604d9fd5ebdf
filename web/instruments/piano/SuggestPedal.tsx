import { say } from "@yarrow-ridge/core/words";
import { Button, MenuItem, TextField, ToggleButton, ToggleButtonGroup } from "@mui/material";
import type { Piece } from "@yarrow-ridge/contract";
import {
  barSpan,
  parseFraction,
  TEACHER,
  type PedalMark,
  type Score,
} from "@yarrow-ridge/core/score";
import { pedalData, pedalOf } from "@yarrow-ridge/core/instruments";
import { ROOMS, type Room } from "@yarrow-ridge/core/pedalling";
import { useState } from "react";
import { inquire } from "../../outbox/inquire.ts";
import { PencilledMarks } from "../../piece/PencilledMarks.tsx";
import { useMarkPencil } from "../../piece/useMarkPencil.ts";
import { WorkShare } from "../../piece/WorkShare.tsx";
import { useCommand } from "../../shell/useCommand.ts";
import { pedalText } from "./pedalText.ts";

const STYLES = [
  [
    "printed",
    say`As printed`,
    say`What the edition has, with how clear it would sound: a hint, not a law.`,
  ],
  [
    "harmony",
    say`By harmony`,
    say`The foot joins what belongs to one harmony, and changes late: up with the new note, down
      just after.`,
  ],
  ["dry", say`Dry`, say`Only where the hands cannot join, and never at the price of a blur.`],
] as const;
type Style = (typeof STYLES)[number][0];
/** The answer's depth is 1 all the way down; a mark says only when it is less. */
const depthOf = (depth: number): Pick<PedalMark, "depth"> =>
  depth === 0.5 || depth === 0.25 ? { depth } : {};

const PEDAL = { id: "pedal", name: "pedal" };
const FOOT = ["foot"] as const;

/**
 * Pedal in pencil for the chosen bars, each mark with its reason, until it is inked or rubbed out.
 */
export function SuggestPedal({ piece, score }: { piece: Piece; score: Score }) {
  const [style, setStyle] = useState<Style>("harmony");
  const [room, setRoom] = useState<Room>("normal");
  const { pencil, span, busy, share, cancel, suggest, ink, rubOut } = useMarkPencil(
    piece,
    score,
    PEDAL,
    TEACHER,
    FOOT,
  );
  const ask = (as: Style = style, heardIn: Room = room) =>
    suggest(async (bars, work) => {
      const { marks, clarity, muddiest } = await inquire("proposePedal", {
        params: { id: piece.id },
        body: { style: as, ...bars, room: heardIn, work },
      });
      return {
        marks: marks.map(({ bar, exact, kind, depth, pedal, why }) => ({
          from: { bar, offset: parseFraction(exact)! },
          data: pedalData({ kind, ...depthOf(depth), ...(pedal ? { pedal } : {}) }),
          why,
        })),
        curve: clarity,
        notes: muddiest.length
          ? [say`Muddiest: ${muddiest.map((one) => one.text).join("; ")}.`]
          : [],
        nothing:
          as === "printed"
            ? say`No pedal is printed here.`
            : say`No pedal is wanted here: the hands join what is to be joined.`,
      };
    });
  useCommand("pedal.suggest", () => void ask(), { enabled: !busy });
  useCommand("mark.ink", ink, { enabled: pencil !== undefined && !busy });
  return (
    <div className="card pencil-card stack">
      <h2>
        {pencil
          ? say`Pedal in pencil, ${barSpan(score.bars, pencil.from, pencil.to)}`
          : say`Suggest a pedal`}
      </h2>
      <ToggleButtonGroup
        exclusive
        size="small"
        value={style}
        aria-label={say`Style`}
        onChange={(_, value: Style | null) => {
          if (value) {
            setStyle(value);
            if (pencil) void ask(value);
          }
        }}
      >
        {STYLES.map(([id, name, why]) => (
          <ToggleButton key={id} value={id} title={why}>
            {name}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      <TextField
        select
        label={say`It will sound in`}
        value={room}
        onChange={(event) => {
          const next = event.target.value as Room;
          setRoom(next);
          if (pencil) void ask(style, next);
        }}
      >
        {(Object.keys(ROOMS) as Room[]).map((one) => (
          <MenuItem key={one} value={one}>
            {ROOMS[one].name}
          </MenuItem>
        ))}
      </TextField>
      <p className="small soft">{STYLES.find(([id]) => id === style)![2]}</p>
      <WorkShare share={share} label={say`Listening for a pedal`} onStop={cancel} />
      {pencil ? (
        <PencilledMarks
          score={score}
          pencil={pencil}
          words={(mark) => pedalText(pedalOf(mark))}
          busy={busy}
          onInk={ink}
          onRubOut={rubOut}
        />
      ) : (
        <div className="row">
          <Button variant="outlined" disabled={busy} onClick={() => void ask()}>
            {busy ? say`Listening …` : say`Suggest for ${span}`}&nbsp;<span className="key">S</span>
          </Button>
        </div>
      )}
    </div>
  );
}
