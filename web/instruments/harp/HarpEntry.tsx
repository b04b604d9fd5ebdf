import { say } from "@yarrow-ridge/core/words";
import { PEDALS, settingAt, withPedal, type Alter } from "@yarrow-ridge/core/instruments/harp";
import type { EntryProps } from "../view.ts";
import { Glissandi } from "./Glissandi.tsx";
import "./harp.css";

const NOTCHES: readonly (readonly [alter: Alter, sign: string, name: string])[] = [
  [-1, "♭", say`flat`],
  [0, "♮", say`natural`],
  [1, "♯", say`sharp`],
];

/** The seven pedals as they stand at the chosen place, each in one of three notches. */
export function HarpEntry({ marks, here, write }: EntryProps) {
  const now = settingAt(marks, here ?? { bar: 0, offset: { num: 0, den: 1 } });
  return (
    <>
      <div className="harp-entry" role="group" aria-label={say`Pedals`}>
        {PEDALS.map((letter) => (
          <div key={letter} className="harp-pedal">
            {NOTCHES.map(([alter, sign, name]) => (
              <button
                key={alter}
                type="button"
                disabled={!here}
                aria-pressed={now[letter] === alter}
                title={`${letter} ${name}`}
                onClick={() => here && write(withPedal(marks, here, letter, alter))}
              >
                {letter}
                {sign}
              </button>
            ))}
          </div>
        ))}
      </div>
      <p className="small soft">
        {say`Left foot D C B, right foot E F G A. A letter raises its pedal a notch, with Shift it
          lowers it.`}
      </p>
      <Glissandi stands={now} onSet={here && ((setting) => write({ ...setting }))} />
    </>
  );
}
