import { say } from "@yarrow-ridge/core/words";
import { Button, Checkbox, FormControlLabel, TextField } from "@mui/material";
import type { Piece } from "@yarrow-ridge/contract";
import { barSpan, type Score } from "@yarrow-ridge/core/score";
import { useState } from "react";
import { useAnswer } from "../answers/queries.ts";
import { editFields } from "../edits/fields.ts";
import { readCut } from "./cut.ts";

type Kept = Piece["road"];
const minutes = (seconds: number): string =>
  say`${Math.floor(seconds / 60)} min ${String(Math.round(seconds % 60)).padStart(2, "0")} s`;

/**
 * The road through the piece, kept with it: which repeats are taken, or a cut for a performance,
 * and how long that lasts.
 */
export function Road({ piece, score }: { piece: Piece; score: Score }) {
  const all = useAnswer("order", { id: piece.id }, {}).data;
  const repeats = all?.repeats ?? [];
  const ends = repeats.map((one) => one.to);
  const road = piece.road ?? { repeats: "all" as const, cuts: [] };
  const cutText = road.cuts.map((cut) => barSpan(score.bars, cut.from, cut.to)).join(", ");
  const [typed, setTyped] = useState<string>();
  const [tempo, setTempo] = useState("");
  const cut = typed ?? cutText;
  const ranges = cut.trim() ? readCut(cut, score) : [];
  const taken = road.repeats === "all" ? ends : road.repeats === "none" ? [] : road.repeats;
  const keep = (next: NonNullable<Kept>) => {
    const after = next.cuts.length === 0 && next.repeats === "all" ? null : next;
    void editFields("editPiece", piece.id, { road: piece.road }, { road: after }, say`the road`);
  };
  const take = (to: readonly number[]) =>
    keep({
      cuts: road.cuts,
      repeats: to.length === ends.length ? "all" : to.length === 0 ? "none" : [...to],
    });
  const keepCut = () => {
    if (typed === undefined || !ranges) return;
    if (typed.trim() !== cutText)
      keep({ ...road, cuts: ranges.map(([from, to]) => ({ from, to })) });
    setTyped(undefined);
  };
  const order = useAnswer(
    "order",
    { id: piece.id },
    {
      repeats: taken.length === ends.length ? "all" : taken.length === 0 ? "none" : taken.join(","),
      ...(ranges?.length ? { cut: ranges.map(([from, to]) => `${from}-${to}`).join(",") } : {}),
      ...(Number(tempo) >= 10 && Number(tempo) <= 400 ? { tempo } : {}),
    },
  );
  return (
    <section className="card stack">
      <h2>{say`The road`}</h2>
      {order.data && (
        <p className="survey-road">
          {order.data.text}{" "}
          <span className="soft">{say`· ${order.data.bars.length} bars ·
            ${minutes(order.data.seconds)}`}</span>
        </p>
      )}
      {repeats.length > 0 && !ranges?.length && (
        <div className="row">
          {repeats.map((one) => (
            <FormControlLabel
              key={one.to}
              label={say`repeat ${barSpan(score.bars, one.from, one.to)}`}
              control={
                <Checkbox
                  size="small"
                  checked={taken.includes(one.to)}
                  onChange={(_, on) =>
                    take(
                      on
                        ? [...taken, one.to].sort((a, b) => a - b)
                        : taken.filter((bar) => bar !== one.to),
                    )
                  }
                />
              }
            />
          ))}
          {repeats.length > 1 && (
            <Button size="small" onClick={() => take(taken.length < ends.length ? ends : [])}>
              {taken.length < ends.length ? say`all repeats` : say`none, as in exams`}
            </Button>
          )}
        </div>
      )}
      <div className="row">
        <TextField
          label={say`Cut for a performance`}
          placeholder={
            `1–${score.bars[Math.floor(score.bars.length / 3)]!.number}, ` +
            `${score.bars[Math.floor((score.bars.length * 2) / 3)]!.number}–${score.bars.at(-1)!.number}`
          }
          value={cut}
          onChange={(event) => setTyped(event.target.value)}
          onBlur={keepCut}
          onKeyDown={(event) => {
            if (event.key === "Enter") keepCut();
            if (event.key === "Escape") setTyped(undefined);
          }}
          className="grow"
          error={!ranges}
          helperText={
            ranges
              ? cut
                ? say`The plan practises only this, and the run-through plays it.`
                : undefined
              : say`Bars as printed, such as 1–24, 61–79`
          }
        />
        <TextField
          label={say`Tempo`}
          type="number"
          value={tempo}
          onChange={(event) => setTempo(event.target.value)}
          sx={{ width: 100 }}
        />
      </div>
    </section>
  );
}
