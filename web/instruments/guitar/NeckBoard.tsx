import { say } from "@yarrow-ridge/core/words";
import {
  isNatural,
  placesOf,
  roman,
  toFret,
  USUAL_NECK,
  type Neck,
  type Place,
} from "@yarrow-ridge/core/instruments/guitar";
import { add, compare, type Note } from "@yarrow-ridge/core/score";
import type { BoardProps } from "../view.ts";
import { asPlayed } from "./asPlayed.ts";
import "./neck.css";

/** In the drawing's own units: a string from the next, and how long the part shown is. */
const [STRING, LONG, EDGE] = [17, 900, 34];
/** So many frets are shown at least. */
const FRETS = 9;
/** Frets with a dot between the strings, as necks have them. Common practice, no source. */
const DOTS = [3, 5, 7, 9, 12, 15, 17];

interface Stopped extends Place {
  readonly note: Note;
  readonly finger: string;
}

/** The neck under the hand: what is played now, what still rings, and the next position. */
export function NeckBoard({ now, next, fingers, label, score, said, setup }: BoardProps) {
  const neck: Neck = { ...USUAL_NECK, ...setup };
  const strings = said.find(({ aspect }) => aspect.id === "string")?.values;
  const placeOf = (note: Note): Stopped[] => {
    const told = Number(strings?.get(note.id)?.finger ?? NaN);
    const places = placesOf(neck, note);
    const place = places.find(({ string }) => string === told) ?? places[0];
    return place ? [{ ...place, note, finger: fingers.get(note.id)?.finger ?? "" }] : [];
  };
  const here = now[0];
  const rings = here
    ? score.notes.filter(
        (note) =>
          note.bar === here.bar &&
          compare(note.offset, here.offset) < 0 &&
          compare(add(note.offset, note.length), here.offset) > 0,
      )
    : [];
  const [played, ringing, coming] = [now, rings, next].map((notes) =>
    asPlayed(notes, said).flatMap(placeOf),
  ) as [Stopped[], Stopped[], Stopped[]];
  const highest = Math.max(
    FRETS,
    ...[...played, ...ringing, ...coming].map(({ fret }) => fret + 1),
  );
  const scale = LONG / toFret(neck, highest);
  const x = (fret: number) => EDGE + toFret(neck, fret) * scale;
  /** Where the finger lies: just behind its fret; over it where it only touches. */
  const middle = (fret: number, note?: Note) =>
    fret === 0 ? EDGE - 16 : note && isNatural(note) ? x(fret) : (x(fret - 1) + x(fret)) / 2;
  const y = (string: number) => 16 + (string - 1) * STRING;
  const low = y(neck.tuning.length);
  const [position, then] = [positionOf([...played, ...ringing]), positionOf(coming)];
  const span = (at: number) => ({ x: x(at - 1), width: x(at + 3) - x(at - 1) });
  return (
    <div className="neck">
      <div className="soft small">
        {label}
        <br />
        {say`● now · ○ rings on`}
        <br />
        {say`◌ next`}
      </div>
      <svg
        viewBox={`0 0 ${LONG + EDGE + 4} ${low + 30}`}
        role="img"
        aria-label={say`Neck: ${label}${position ? say`, position ${roman(position)}` : ""}`}
      >
        {DOTS.filter((fret) => fret <= highest).map((fret) => (
          <circle key={fret} cx={middle(fret)} cy={(y(1) + low) / 2} r={4} className="neck-dot" />
        ))}
        {then !== undefined && then !== position && (
          <rect {...span(then)} y={4} height={low + 4} className="neck-next" />
        )}
        {position !== undefined && (
          <>
            <rect {...span(position)} y={4} height={low + 4} className="neck-now" />
            <text x={x(position - 1) + 2} y={low + 26} className="neck-roman">
              {roman(position)}
            </text>
          </>
        )}
        {then !== undefined && then !== position && (
          <text x={x(then - 1) + 2} y={low + 26} className="neck-roman soft">
            {roman(then)}
          </text>
        )}
        {Array.from({ length: highest + 1 }, (_, fret) => (
          <line
            key={fret}
            x1={x(fret)}
            x2={x(fret)}
            y1={y(1)}
            y2={low}
            className={fret === 0 ? "neck-nut" : "neck-fret"}
          />
        ))}
        {neck.tuning.map((_, i) => (
          <line
            key={i}
            x1={EDGE}
            x2={EDGE + LONG}
            y1={y(i + 1)}
            y2={y(i + 1)}
            className="neck-string"
            strokeWidth={0.8 + i * 0.35}
          />
        ))}
        {coming
          .filter((one) => !played.some((other) => isSame(one, other)))
          .map((one) => (
            <Dot
              key={`n${one.note.id}`}
              at={[middle(one.fret, one.note), y(one.string)]}
              look="next"
            >
              {one.finger}
            </Dot>
          ))}
        {ringing.map((one) => (
          <Dot
            key={`r${one.note.id}`}
            at={[middle(one.fret, one.note), y(one.string)]}
            look="rings"
          >
            {one.finger}
          </Dot>
        ))}
        {played.map((one) => (
          <Dot key={one.note.id} at={[middle(one.fret, one.note), y(one.string)]} look="now">
            {one.finger || "·"}
          </Dot>
        ))}
      </svg>
    </div>
  );
}

const isSame = (a: Place, b: Place): boolean => a.string === b.string && a.fret === b.fret;

/** The fret under the first finger, as the fingers say; none where all strings are open. */
function positionOf(notes: readonly Stopped[]): number | undefined {
  const found = notes.flatMap(({ fret, finger }) =>
    fret > 0 && Number(finger) > 0 ? [Math.max(1, fret - Number(finger) + 1)] : [],
  );
  return found.length ? Math.min(...found) : undefined;
}

function Dot({
  at: [cx, cy],
  look,
  children,
}: {
  at: readonly [number, number];
  look: "now" | "rings" | "next";
  children: string;
}) {
  return (
    <g className={`neck-finger ${look}`}>
      <circle cx={cx} cy={cy} r={8.5} />
      <text x={cx} y={cy + 4}>
        {children}
      </text>
    </g>
  );
}
