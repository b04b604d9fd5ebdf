import { say } from "@yarrow-ridge/core/words";
import { lying } from "@yarrow-ridge/core/instruments/keyboard";
import { positionOf } from "@yarrow-ridge/core/instruments";
import { comparePlaces, isBlack, type Note } from "@yarrow-ridge/core/score";
import type { BoardProps } from "../view.ts";
import { outerKeys } from "./Positions.tsx";

const WHITE = 30;
const TALL = 92;

/** The keys under the hand, with the fingers on them and those that are idle. */
export function Keyboard({ now, next, fingers, label, fifths, marks, score }: BoardProps) {
  const held = (marks.get("position") ?? [])
    .map(positionOf)
    .find(
      (one) =>
        now[0] &&
        one.hand === now[0].hand &&
        comparePlaces(one.from, now[0]) <= 0 &&
        comparePlaces(now[0], one.to) < 0,
    );
  const kept = held && outerKeys(held, score);
  const lies = (notes: readonly Note[]) =>
    lying(
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
        <br />
        {say`● now · ∘ idle`}
        <br />
        {say`◌ next · ◎ stays`}
      </div>
      <svg
        viewBox={`-1 -1 ${whites.length * WHITE + 2} ${TALL + 14}`}
        role="img"
        aria-label={say`Keyboard: ${label}`}
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
            <title>{say`the position the hand keeps`}</title>
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
