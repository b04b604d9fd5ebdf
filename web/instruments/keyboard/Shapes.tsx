import { say } from "@yarrow-ridge/core/words";
import { blocks, type Move } from "@yarrow-ridge/core/instruments/keyboard";
import { barSpan, isBlack, pitchText, type Score } from "@yarrow-ridge/core/score";
import { useMemo } from "react";
import type { WrittenFinger } from "../../score/placeFingers.ts";
import { useDesk } from "../../piece/useDesk.ts";

const SHOWN = 24;
const KEY = 10;

/**
 * The hand's shapes one after the other, each as if struck at once, with what stays and how far the
 * fingers go between them.
 */
export function Shapes({
  score,
  fingers,
  hand,
  from,
  to,
  label,
}: {
  score: Score;
  fingers: ReadonlyMap<string, WrittenFinger>;
  hand: string;
  from: number;
  to: number;
  label: string;
}) {
  const { set } = useDesk();
  const shapes = useMemo(
    () => blocks(score, new Map([...fingers].map(([id, one]) => [id, one.finger])), hand, from, to),
    [score, fingers, hand, from, to],
  );
  if (shapes.length === 0)
    return (
      <p className="soft">{say`No finger is written in these bars of the ${hand} hand: write or
        suggest some, and their shapes are shown here.`}</p>
    );
  const keys = shapes.flatMap((shape) => shape.keys.map((one) => one.midi));
  const [low, high] = [Math.min(...keys) - 1, Math.max(...keys) + 1];
  const name = (midi: number, bar: number) => pitchText(midi, score.bars[bar]!.key.fifths);
  return (
    <ol className="shapes" aria-label={say`Shapes of the ${label}`}>
      {shapes.slice(0, SHOWN).map((shape, i) => (
        <li key={i}>
          <button
            type="button"
            className="shape"
            onClick={() => set({ note: shape.from.id })}
            title={`${shape.keys.map((one) => `${name(one.midi, shape.from.bar)} ${one.finger}`).join(", ")}`}
          >
            <svg
              viewBox={`0 0 ${(high - low + 1) * KEY} 40`}
              width={(high - low + 1) * KEY}
              height={40}
              aria-hidden
            >
              {Array.from({ length: high - low + 1 }, (_, k) => low + k).map((key) => (
                <rect
                  key={key}
                  x={(key - low) * KEY}
                  y={0}
                  width={KEY}
                  height={isBlack(key) ? 24 : 40}
                  className={isBlack(key) ? "key-black" : "key-white"}
                />
              ))}
              {shape.keys.map((one) => (
                <circle
                  key={one.midi}
                  cx={(one.midi - low + 0.5) * KEY}
                  cy={isBlack(one.midi) ? 16 : 31}
                  r={6.2}
                  className="hand-now"
                />
              ))}
              {shape.keys.map((one) => (
                <text
                  key={one.midi}
                  x={(one.midi - low + 0.5) * KEY}
                  y={(isBlack(one.midi) ? 16 : 31) + 3.4}
                  className="shape-finger"
                >
                  {one.finger}
                </text>
              ))}
            </svg>
            <span className="small">{say`bar
              ${barSpan(score.bars, shape.from.bar, shape.from.bar)}`}</span>
          </button>
          {shape.next && i < SHOWN - 1 && (
            <span className="shape-move small soft">
              {moveText(shape.next, (midi) => name(midi, shape.to.bar))}
            </span>
          )}
        </li>
      ))}
      {shapes.length > SHOWN && (
        <li className="soft small">{say`and ${shapes.length - SHOWN} more: choose fewer bars`}</li>
      )}
    </ol>
  );
}

/** What stays and how far the rest goes: `C stays 1→3; 5 up 2`. */
function moveText({ common, fingers }: Move, name: (midi: number) => string): string {
  const stays = common.map(
    ({ midi, before, after }) =>
      say`${name(midi)} stays${before === after ? "" : ` ${before}→${after}`}`,
  );
  const goes = fingers
    .filter(({ by }) => by !== 0)
    .map(({ finger, by }) => `${finger} ${by > 0 ? say`up` : say`down`} ${Math.abs(by)}`);
  return [...stays.slice(0, 2), ...goes.slice(0, 3)].join("; ") || say`the hand lifts`;
}
