import { say } from "@yarrow-ridge/core/words";
import {
  BOARDS,
  buttonsOf,
  columnName,
  isJump,
  landmarkFor,
  layoutFor,
  MARKED,
  ROWS,
  USUAL_BUTTONS,
  type ButtonSetup,
} from "@yarrow-ridge/core/instruments/accordion";
import type { Note } from "@yarrow-ridge/core/score";
import { BoardLegend } from "../BoardLegend.tsx";
import { Keyboard } from "../keyboard/Keyboard.tsx";
import { ButtonBoard } from "./ButtonBoard.tsx";
import type { BoardProps } from "../view.ts";
import "./accordion.css";

/** In the drawing's own units: from button to button, row to row, how far a row leans, air. */
const [APART, ROW, LEAN, EDGE] = [46, 21, 12, 14];
/** Columns shown on either side of the middle. */
const SHOWN = 7;

/** Around a button, its point upwards. */
const triangle = (x: number, y: number): string =>
  `M${x} ${y - 17}L${x + 17} ${y + 12}L${x - 17} ${y + 12}Z`;

/** Buttons or keys under the hand. */
export function BassBoard(props: BoardProps) {
  const setup = (props.setup ?? {}) as ButtonSetup & { buttons?: number };
  const hand = props.now[0]?.hand === "left" ? "left" : "right";
  const layout = layoutFor(hand, setup);
  if (layout) return <ButtonBoard {...props} layout={layout} />;
  if (hand === "right") return <Keyboard {...props} />;
  return <Buttons {...props} count={setup.buttons ?? USUAL_BUTTONS} />;
}

function Buttons({ now, next, fingers, label, said, count }: BoardProps & { count: number }) {
  const board = BOARDS[count] ?? BOARDS[USUAL_BUTTONS]!;
  const counter = said.find(({ aspect }) => aspect.id === "row")?.values;
  const isCounter = (note: Note) => counter?.get(note.id)?.finger === "cb";
  const [first, last] = [Math.max(board.lowest, -SHOWN), Math.min(board.highest, SHOWN)];
  const columns = Array.from({ length: last - first + 1 }, (_, i) => first + i);
  const rowAt = (row: string) => ROWS.findIndex((one) => one === row);
  const x = (column: number, row: string) =>
    EDGE + (column - first) * APART + LEAN * (ROWS.length - 1 - rowAt(row));
  const y = (row: string) => EDGE + rowAt(row) * ROW;
  const grip = (notes: readonly Note[]) =>
    buttonsOf(board, notes, isCounter).map((one, i, all) => {
      const written = Number.parseInt(fingers.get(one.notes[0]!.id)?.finger ?? "", 10);
      // a chord that letters name has one finger written, also where it takes two buttons
      const isMore = all.slice(0, i).some((before) => before.notes[0] === one.notes[0]);
      return { ...one, finger: isMore || Number.isNaN(written) ? undefined : written };
    });
  const [from, to] = [grip(now), grip(next)];
  const pressed = [
    ...to.map((one) => ({ ...one, look: "next" })),
    ...from.map((one) => ({ ...one, look: "now" })),
  ];
  const landmark = isJump(from, to) ? landmarkFor([from], to) : undefined;
  const width = 2 * EDGE + (columns.length - 1) * APART + LEAN * (ROWS.length - 1);
  return (
    <div className="neck">
      <BoardLegend label={label}>
        {landmark && (
          <>
            <br />
            {landmark.finger ? say`△ finger ${landmark.finger} feels` : say`△ to be felt`}
          </>
        )}
      </BoardLegend>
      <svg
        viewBox={`0 0 ${width} ${2 * EDGE + (ROWS.length - 1) * ROW}`}
        role="img"
        aria-label={say`Bass buttons: ${label}`}
      >
        {board.rows.flatMap((row) =>
          columns.map((column) => (
            <g key={`${row} ${column}`} className="bass-button">
              <circle cx={x(column, row)} cy={y(row)} r={8.5} />
              {row === "fundamental" && (
                <text
                  x={x(column, row)}
                  y={y(row) + 3.5}
                  className={MARKED.includes(column) ? "marked" : undefined}
                >
                  {columnName(column)}
                </text>
              )}
            </g>
          )),
        )}
        {pressed.map(({ row, column, finger, look }) => (
          <g key={`${look} ${row} ${column}`} className={`neck-finger ${look}`}>
            <circle cx={x(column, row)} cy={y(row)} r={9.5} />
            <text x={x(column, row)} y={y(row) + 4}>
              {finger ?? "·"}
            </text>
          </g>
        ))}
        {landmark && (
          <path
            className="bass-landmark"
            d={triangle(x(landmark.column, "fundamental"), y("fundamental"))}
          />
        )}
      </svg>
    </div>
  );
}
