import { say } from "@yarrow-ridge/core/words";
import {
  columnName,
  type ButtonLayout,
  type ButtonPlace,
} from "@yarrow-ridge/core/instruments/accordion";
import type { Note } from "@yarrow-ridge/core/score";
import { BoardLegend } from "../BoardLegend.tsx";
import type { BoardProps } from "../view.ts";
import "./accordion.css";

/** In the drawing's own units: a millimetre of the board, a row, air around, room for numbers. */
const [MM, ROW, EDGE, NUMBER] = [2.6, 25, 13, 20];
const SHARPS = [1, 3, 6, 8, 10];

/** Buttons of one note each: what is pressed now, and what comes next. */
export function ButtonBoard({
  now,
  next,
  fingers,
  label,
  said,
  layout,
}: BoardProps & { layout: ButtonLayout }) {
  const rows = said.find(({ aspect }) => aspect.id === "buttonRow")?.values;
  const [low, high] = layout.compass;
  const all = Array.from({ length: high - low + 1 }, (_, i) => low + i).flatMap((midi) =>
    layout.placesOf(midi).map((place) => ({ ...place, midi })),
  );
  const most = Math.max(...all.map((one) => one.x));
  const x = (place: Pick<ButtonPlace, "x">) => EDGE + NUMBER + place.x * MM;
  // the row at the edge lies nearest to the player
  const y = (place: Pick<ButtonPlace, "row">) => EDGE + (layout.rows - place.row) * ROW;
  const placeOf = (note: Note) => {
    const places = layout.placesOf(note.midi);
    const told = rows?.get(note.id)?.finger;
    return places.find(({ row }) => String(row) === told) ?? places[0];
  };
  const pressed = [
    ...next.map((note) => ({ note, look: "next" })),
    ...now.map((note) => ({ note, look: "now" })),
  ].flatMap(({ note, look }) => {
    const place = placeOf(note);
    return place ? [{ ...place, note, look }] : [];
  });
  return (
    <div className="neck">
      <BoardLegend label={label} />
      <svg
        viewBox={`0 0 ${2 * EDGE + NUMBER + most * MM} ${2 * EDGE + (layout.rows - 1) * ROW}`}
        role="img"
        aria-label={say`Buttons: ${label}`}
      >
        {Array.from({ length: layout.rows }, (_, at) => (
          <text key={at} x={8} y={y({ row: at + 1 }) + 4} className="board-row">
            {at + 1}
          </text>
        ))}
        {all.map((one) => (
          <g
            key={`${one.row} ${one.column}`}
            className={`bass-button ${SHARPS.includes(one.midi % 12) ? "sharp" : ""}`}
          >
            <circle cx={x(one)} cy={y(one)} r={10} />
            {one.midi % 12 === 0 && (
              <text x={x(one)} y={y(one) + 3.5} className="marked">
                {columnName(0)}
              </text>
            )}
          </g>
        ))}
        {pressed.map((one) => (
          <g key={`${one.look} ${one.note.id}`} className={`neck-finger ${one.look}`}>
            <circle cx={x(one)} cy={y(one)} r={11} />
            <text x={x(one)} y={y(one) + 4}>
              {fingers.get(one.note.id)?.finger ?? "·"}
            </text>
          </g>
        ))}
      </svg>
    </div>
  );
}
