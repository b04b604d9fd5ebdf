import { say } from "@yarrow-ridge/core/words";
import {
  called,
  harpOf,
  isFixed,
  leversAt,
  stringsOf,
  tunedAlter,
  withLever,
  type Alter,
} from "@yarrow-ridge/core/instruments/harp";
import type { EntryProps } from "../view.ts";
import { LeverTunings } from "./LeverTunings.tsx";
import "./harp.css";

/** Every string, an octave to a row, the highest on top: pressed where its lever is up. */
export function LeverEntry({ marks, here, write, piece, tempo }: EntryProps) {
  const harp = harpOf({ ...piece.setup, kind: "lever" });
  const now = leversAt(marks, here ?? { bar: 0, offset: { num: 0, den: 1 } });
  const octaves = new Map<string, string[]>();
  for (const name of stringsOf(harp))
    octaves.set(name.slice(1), [...(octaves.get(name.slice(1)) ?? []), name]);
  return (
    <>
      <div className="lever-entry" role="group" aria-label={say`Levers`}>
        {[...octaves].reverse().flatMap(([, names]) =>
          names.map((name) => {
            const tuned = tunedAlter(harp, name);
            const alter = now[name] ?? tuned;
            const isUp = alter !== tuned;
            const text = `${called(name[0]!, alter)}${name.slice(1)}`;
            const hasLever = !isFixed(harp, name);
            return (
              <button
                key={name}
                type="button"
                style={{ gridColumn: "CDEFGAB".indexOf(name[0]!) + 1 }}
                disabled={!here || !hasLever}
                aria-pressed={isUp}
                title={
                  !hasLever
                    ? say`${text}, no lever`
                    : isUp
                      ? say`${text}, lever up`
                      : say`${text}, lever down`
                }
                onClick={() =>
                  here &&
                  write(withLever(marks, here, harp, name, (isUp ? tuned : tuned + 1) as Alter))
                }
              >
                {text}
              </button>
            );
          }),
        )}
      </div>
      <p className="small soft">
        {say`A lever that is up raises its string by half a step. The left hand flips it, where it is
          free.`}
      </p>
      <LeverTunings key={tempo} {...{ piece, harp, tempo }} />
    </>
  );
}
