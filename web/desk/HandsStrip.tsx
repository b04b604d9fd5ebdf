import { say } from "@yarrow-ridge/core/words";
import type { Piece } from "@yarrow-ridge/contract";
import { handName, instrument } from "@yarrow-ridge/core/instruments";
import { onsets, type Mark, type Score } from "@yarrow-ridge/core/score";
import { ToggleButton, ToggleButtonGroup } from "@mui/material";
import { useMemo } from "react";
import { viewOf } from "../instruments/index.ts";
import type { Said, WrittenFinger } from "../score/placeFingers.ts";
import { NotesHere } from "./NotesHere.tsx";
import { Shapes } from "../instruments/keyboard/Shapes.tsx";
import { useDesk, type HandsView } from "../piece/useDesk.ts";
import { Verticals } from "../instruments/keyboard/Verticals.tsx";

const VIEWS: [HandsView, string][] = [
  ["keys", say`Keys`],
  ["blocks", say`Shapes`],
  ["verticals", say`Together`],
];

/**
 * The hands under the score: on their keys, as shapes one after the other, or where both strike
 * together.
 */
export function HandsStrip({
  piece,
  score,
  fingers,
  said,
  marks,
}: {
  piece: Piece;
  score: Score;
  fingers: ReadonlyMap<string, WrittenFinger>;
  said: readonly Said[];
  marks: ReadonlyMap<string, readonly Mark[]>;
}) {
  const { note, chosen, handsView, set } = useDesk();
  const lines = useMemo(
    () => new Map(piece.hands.map((hand) => [hand, onsets(score.notes, hand)])),
    [piece.hands, score],
  );
  const current = score.notes.find((one) => one.id === note);
  const hand = current?.hand ?? piece.hands[0]!;
  const line = lines.get(hand) ?? [];
  const at = current
    ? line.findIndex((onset) => onset.notes.some((one) => one.id === note))
    : line.findIndex((onset) => onset.bar >= (chosen?.from ?? 0));
  const [now, next] = [line[at]?.notes ?? [], line[at + 1]?.notes ?? []];
  const { Board } = viewOf(piece.instrument);
  const label =
    handName(instrument(piece.instrument), hand) +
    (now[0] ? say`, bar ${score.bars[now[0].bar]!.number}` : "");
  const [from, to] = chosen ? [chosen.from, chosen.to] : [now[0]?.bar ?? 0, (now[0]?.bar ?? 0) + 1];
  if (!Board) return <NotesHere notes={now} said={said} label={label} />;
  const board = now.length > 0 && (
    <Board
      now={now}
      next={next}
      fingers={fingers}
      label={label}
      fifths={score.bars[now[0]!.bar]!.key.fifths}
      marks={marks}
      score={score}
      said={said}
      setup={piece.setup}
    />
  );
  // shapes and what is struck together are of hands on keys
  if (!instrument(piece.instrument).octave) return board || <p className="soft">{label}</p>;
  return (
    <div className="hands-strip">
      <ToggleButtonGroup
        exclusive
        orientation="vertical"
        size="small"
        value={handsView}
        aria-label={say`View of the hands`}
        onChange={(_, view: HandsView | null) => view && set({ handsView: view })}
      >
        {VIEWS.map(([view, name]) => (
          <ToggleButton key={view} value={view}>
            {name}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      {handsView === "blocks" ? (
        <Shapes
          score={score}
          fingers={fingers}
          hand={hand}
          from={from}
          to={Math.min(to, score.bars.length - 1)}
          label={label}
        />
      ) : handsView === "verticals" ? (
        <Verticals
          piece={piece}
          score={score}
          fingers={fingers}
          from={from}
          to={Math.min(to, score.bars.length - 1)}
        />
      ) : now.length === 0 ? (
        <p className="soft">{say`Nothing to play here in the
          ${handName(instrument(piece.instrument), hand)}.`}</p>
      ) : (
        board
      )}
    </div>
  );
}
