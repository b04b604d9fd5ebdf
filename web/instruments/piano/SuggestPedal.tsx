import {
  Button,
  LinearProgress,
  MenuItem,
  TextField,
  ToggleButton,
  ToggleButtonGroup,
} from "@mui/material";
import type { Piece } from "@yarrow-ridge/contract";
import {
  barSpan,
  beatName,
  parseFraction,
  type PedalMark,
  type Score,
} from "@yarrow-ridge/core/score";
import { pedalMark } from "@yarrow-ridge/core/instruments";
import { ROOMS, type Room } from "@yarrow-ridge/core/pedalling";
import { enqueueSnackbar } from "notistack";
import { useRef, useState } from "react";
import { useCommand } from "../../shell/useCommand.ts";
import { call } from "../../api/client.ts";
import { useAnnotationEdits } from "../../edits/annotations.ts";
import { pedalText } from "./pedalText.ts";
import { useDesk } from "../../piece/useDesk.ts";
import { stopped, useWork } from "../../piece/useWork.ts";

const STYLES = [
  [
    "printed",
    "As printed",
    "What the edition has, with how clear it would sound: a hint, not a law.",
  ],
  [
    "harmony",
    "By harmony",
    "The foot joins what belongs to one harmony, and changes late: up with the new note, down just after.",
  ],
  ["dry", "Dry", "Only where the hands cannot join, and never at the price of a blur."],
] as const;
type Style = (typeof STYLES)[number][0];
/** More reasons than these are read by nobody. */
const SHOWN = 14;

/** The answer's depth is 1 all the way down; a mark says only when it is less. */
const depthOf = (kind: string, depth: number): Pick<PedalMark, "depth"> =>
  (kind === "down" || kind === "change") && (depth === 0.5 || depth === 0.25) ? { depth } : {};

const FOOT = ["foot"] as const;

/**
 * Pedal in pencil for the chosen bars, each mark with its reason, until it is inked or rubbed out.
 */
export function SuggestPedal({ piece, score }: { piece: Piece; score: Score }) {
  const { chosen, footPencil: pencil, set } = useDesk();
  const edits = useAnnotationEdits(piece.id);
  const [style, setStyle] = useState<Style>("harmony");
  const [room, setRoom] = useState<Room>("normal");
  const { busy, share, begin, end, cancel } = useWork(FOOT);
  const range = chosen ?? { from: 0, to: score.bars.length - 1 };
  const span = barSpan(score.bars, range.from, range.to);
  /** Only the answer to the last question counts. */
  const round = useRef(0);
  const suggest = async (as: Style = style, heardIn: Room = room) => {
    const mine = ++round.current;
    cancel();
    const name = begin();
    try {
      const { marks, clarity, muddiest } = await call("proposePedal", {
        params: { id: piece.id },
        body: { style: as, ...range, room: heardIn, work: `${name}-${FOOT[0]}` },
      });
      if (mine !== round.current) return;
      const least = new Map<number, number>();
      for (const { bar, value } of clarity) least.set(bar, Math.min(value, least.get(bar) ?? 1));
      set({
        footPencil: {
          ...range,
          marks: marks.map(({ bar, exact, kind, depth, pedal, why }) => ({
            bar,
            offset: parseFraction(exact)!,
            kind,
            ...depthOf(kind, depth),
            ...(pedal ? { pedal } : {}),
            why,
          })),
          clarity: least,
          muddiest,
        },
      });
      if (marks.length === 0)
        enqueueSnackbar(
          as === "printed"
            ? "No pedal is printed here."
            : "No pedal is wanted here: the hands join what is to be joined.",
        );
    } catch (error) {
      if (mine === round.current && !stopped(error))
        enqueueSnackbar(error instanceof Error ? error.message : "No pedal could be suggested.", {
          variant: "error",
        });
    } finally {
      if (mine === round.current) end();
    }
  };
  const ink = () => {
    if (!pencil) return;
    const inked = pencil.marks.map((mark) => pedalMark(mark, crypto.randomUUID()));
    void edits
      .marks(
        "pedal",
        (before) => [
          ...before.filter((mark) => mark.from.bar < pencil.from || mark.from.bar > pencil.to),
          ...inked,
        ],
        `the suggested pedal of ${barSpan(score.bars, pencil.from, pencil.to)}`,
      )
      .then((ok) => ok && set({ footPencil: undefined }));
  };
  useCommand("pedal.suggest", () => void suggest(), { enabled: !busy });
  useCommand("pedal.ink", ink, { enabled: pencil !== undefined && !busy });
  return (
    <div className="card pencil-card stack">
      <h2>
        {pencil
          ? `Pedal in pencil, ${barSpan(score.bars, pencil.from, pencil.to)}`
          : "Suggest a pedal"}
      </h2>
      <ToggleButtonGroup
        exclusive
        size="small"
        value={style}
        aria-label="Style"
        onChange={(_, value: Style | null) => {
          if (value) {
            setStyle(value);
            if (pencil) void suggest(value);
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
        label="It will sound in"
        value={room}
        onChange={(event) => {
          const next = event.target.value as Room;
          setRoom(next);
          if (pencil) void suggest(style, next);
        }}
      >
        {(Object.keys(ROOMS) as Room[]).map((one) => (
          <MenuItem key={one} value={one}>
            {ROOMS[one].name}
          </MenuItem>
        ))}
      </TextField>
      <p className="small soft">{STYLES.find(([id]) => id === style)![2]}</p>
      {share !== undefined && (
        <div className="row" role="status">
          <LinearProgress
            variant="determinate"
            value={share * 100}
            className="grow"
            aria-label="Listening for a pedal"
          />
          <Button size="small" onClick={cancel}>
            Stop
          </Button>
        </div>
      )}
      {pencil ? (
        <>
          <div className="row">
            <Button variant="contained" disabled={busy} onClick={ink}>
              Ink it
            </Button>
            <Button onClick={() => set({ footPencil: undefined })}>Rub out</Button>
          </div>
          <ul className="reasons small">
            {pencil.marks.slice(0, SHOWN).map((mark, i) => (
              <li key={i}>
                {score.bars[mark.bar]!.number}, beat {beatName(score.bars[mark.bar]!, mark.offset)}:{" "}
                {pedalText(mark)}, {mark.why}
              </li>
            ))}
            {pencil.marks.length > SHOWN && <li>and {pencil.marks.length - SHOWN} more</li>}
          </ul>
          {pencil.muddiest.length > 0 && (
            <p className="small">Muddiest: {pencil.muddiest.map((one) => one.text).join("; ")}.</p>
          )}
        </>
      ) : (
        <div className="row">
          <Button variant="outlined" disabled={busy} onClick={() => void suggest()}>
            {busy ? "Listening …" : `Suggest for ${span}`}&nbsp;<span className="key">S</span>
          </Button>
        </div>
      )}
    </div>
  );
}
