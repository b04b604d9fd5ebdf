import type { Piece } from "@yarrow-ridge/contract";
import { position } from "@yarrow-ridge/core/fingering";
import { handName, instrument } from "@yarrow-ridge/core/instruments";
import {
  comparePlaces,
  isBlack,
  onsets,
  type HandPosition,
  type Note,
  type Score,
} from "@yarrow-ridge/core/score";
import { ToggleButton, ToggleButtonGroup } from "@mui/material";
import { useMemo } from "react";
import type { WrittenFinger } from "../score/Fingers.tsx";
import { outerKeys } from "../score/Positions.tsx";
import { Shapes } from "./Shapes.tsx";
import { useDesk, type HandsView } from "./useDesk.ts";
import { Verticals } from "./Verticals.tsx";

const VIEWS: [HandsView, string][] = [
  ["keys", "Keys"],
  ["blocks", "Shapes"],
  ["verticals", "Together"],
];

/**
 * The hands under the score: on their keys, as shapes one after the other, or where both strike
 * together.
 */
export function HandsStrip({
  piece,
  score,
  fingers,
  positions,
}: {
  piece: Piece;
  score: Score;
  fingers: ReadonlyMap<string, WrittenFinger>;
  positions: readonly HandPosition[];
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
  const kept =
    now[0] &&
    positions.find(
      (one) =>
        one.hand === hand &&
        comparePlaces(one.from, now[0]!) <= 0 &&
        comparePlaces(now[0]!, one.to) < 0,
    );
  const label = `${handName(instrument(piece.instrument), hand)}${now[0] ? `, bar ${score.bars[now[0].bar]!.number}` : ""}`;
  const [from, to] = chosen ? [chosen.from, chosen.to] : [now[0]?.bar ?? 0, (now[0]?.bar ?? 0) + 1];
  return (
    <div className="hands-strip">
      <ToggleButtonGroup
        exclusive
        orientation="vertical"
        size="small"
        value={handsView}
        aria-label="View of the hands"
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
        <p className="soft">
          Nothing to play here in the {handName(instrument(piece.instrument), hand)}.
        </p>
      ) : (
        <Keyboard
          now={now}
          next={next}
          fingers={fingers}
          label={label}
          fifths={score.bars[now[0]!.bar]!.key.fifths}
          kept={kept && outerKeys(kept, score)}
        />
      )}
    </div>
  );
}

const WHITE = 30;
const TALL = 92;

function Keyboard({
  now,
  next,
  fingers,
  label,
  fifths,
  kept,
}: {
  now: readonly Note[];
  next: readonly Note[];
  fingers: ReadonlyMap<string, WrittenFinger>;
  label: string;
  fifths: number;
  kept: [number, number] | undefined;
}) {
  const lies = (notes: readonly Note[]) =>
    position(
      notes.map((note) => ({ midi: note.midi, finger: fingers.get(note.id)?.finger ?? "" })),
      notes[0]?.hand ?? "",
      fifths,
    ).filter((one) => one.idle);
  const [idle, idleNext] = [lies(now), lies(next)];
  const keys = [
    ...[...now, ...next].map((note) => note.midi),
    ...idle.map((one) => one.midi),
    ...(kept ?? []),
  ];
  const middle = (Math.min(...keys) + Math.max(...keys)) / 2;
  const reach = Math.max(13, (Math.max(...keys) - Math.min(...keys)) / 2 + 4);
  const first = whiteAtOrBelow(Math.max(21, Math.round(middle - reach)));
  const last = Math.min(108, Math.round(middle + reach));
  const all = Array.from({ length: last - first + 1 }, (_, i) => first + i);
  const whites = all.filter((key) => !isBlack(key));
  const x = (key: number) =>
    isBlack(key)
      ? whites.filter((white) => white < key).length * WHITE
      : whites.indexOf(key) * WHITE + WHITE / 2;
  const dot = (note: Note, ghost: boolean) => (
    <g key={`${note.id}${ghost}`}>
      <circle
        cx={x(note.midi)}
        cy={isBlack(note.midi) ? 40 : TALL - 18}
        r={11.5}
        className={ghost ? "hand-next" : "hand-now"}
      />
      {!ghost && next.some((one) => one.midi === note.midi) && (
        <circle
          cx={x(note.midi)}
          cy={isBlack(note.midi) ? 40 : TALL - 18}
          r={15}
          className="hand-pivot"
        />
      )}
      <text
        x={x(note.midi)}
        y={(isBlack(note.midi) ? 40 : TALL - 18) + 5}
        className={ghost ? "hand-next-text" : "hand-now-text"}
      >
        {fingers.get(note.id)?.finger ?? "·"}
      </text>
    </g>
  );
  return (
    <div className="keyboard">
      <div className="soft small">
        {label}
        <br />● now · ∘ idle
        <br />◌ next · ◎ stays
      </div>
      <svg
        viewBox={`-1 -1 ${whites.length * WHITE + 2} ${TALL + 14}`}
        role="img"
        aria-label={`Keyboard: ${label}`}
      >
        {whites.map((key) => (
          <rect
            key={key}
            x={whites.indexOf(key) * WHITE}
            y={0}
            width={WHITE}
            height={TALL}
            rx={3}
            className="key-white"
          />
        ))}
        {all.filter(isBlack).map((key) => (
          <rect
            key={key}
            x={x(key) - 9}
            y={0}
            width={18}
            height={56}
            rx={2}
            className="key-black"
          />
        ))}
        {whites
          .filter((key) => key % 12 === 0)
          .map((key) => (
            <text key={key} x={x(key)} y={TALL + 11} className="key-name">
              C{key / 12 - 1}
            </text>
          ))}
        {kept && (
          <rect
            className="key-kept"
            x={x(kept[0]) - WHITE / 2}
            y={TALL - 4}
            width={x(kept[1]) - x(kept[0]) + WHITE}
            height={4}
          >
            <title>the position the hand keeps</title>
          </rect>
        )}
        {idleNext
          .filter((one) => ![...now, ...next].some((note) => note.midi === one.midi))
          .map((one) => (
            <circle
              key={`n${one.finger}`}
              className="hand-idle next"
              cx={x(one.midi)}
              cy={isBlack(one.midi) ? 16 : TALL - 44}
              r={6.5}
            />
          ))}
        {idle
          .filter((one) => !now.some((note) => note.midi === one.midi))
          .map((one) => (
            <g key={`i${one.finger}`}>
              <circle
                className="hand-idle"
                cx={x(one.midi)}
                cy={isBlack(one.midi) ? 16 : TALL - 44}
                r={6.5}
              />
              <text
                className="hand-idle-text"
                x={x(one.midi)}
                y={(isBlack(one.midi) ? 16 : TALL - 44) + 3.5}
              >
                {one.finger}
              </text>
            </g>
          ))}
        {next
          .filter((one) => !now.some((other) => other.midi === one.midi))
          .map((one) => dot(one, true))}
        {now.map((one) => dot(one, false))}
      </svg>
    </div>
  );
}

const whiteAtOrBelow = (key: number): number => (isBlack(key) ? key - 1 : key);
