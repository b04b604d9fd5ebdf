import { say } from "@yarrow-ridge/core/words";
import { compassOf, instrument } from "@yarrow-ridge/core/instruments";
import { drawnAs, type Note } from "@yarrow-ridge/core/score";
import { BoardLegend } from "../BoardLegend.tsx";
import { Keyboard } from "../keyboard/Keyboard.tsx";
import type { BoardProps } from "../view.ts";
import "./organ.css";

/** In the drawing's own units: a natural, how long it is, a sharp, air. */
const [NATURAL, LONG, SHARP, EDGE] = [44, 100, 52, 8];
const PLACES = [0, 0.5, 1, 1.5, 2, 3, 3.5, 4, 4.5, 5, 5.5, 6];
const SHARPS = [1, 3, 6, 8, 10];

/** The pedals where the feet play, else the keys of a manual. */
export function OrganBoard(props: BoardProps) {
  return props.now[0]?.hand === "feet" ? <Pedals {...props} /> : <Keyboard {...props} />;
}

/** The pedalboard: what is down now, and what comes next. */
function Pedals({ now, next, fingers, label, setup, said }: BoardProps) {
  const [low, high] = compassOf(instrument("organ"), "feet", setup ?? {})!;
  const keys = Array.from({ length: high - low + 1 }, (_, i) => low + i);
  const place = (midi: number) => 7 * Math.floor(midi / 12) + PLACES[midi % 12]!;
  const isSharp = (midi: number) => SHARPS.includes(midi % 12);
  const x = (midi: number) => EDGE + (place(midi) - place(low)) * NATURAL;
  const width = x(high) + NATURAL + EDGE;
  const foot = said.find(({ aspect }) => aspect.id === "part")?.aspect;
  const sign = (note: Note) => {
    const value = fingers.get(note.id)?.finger ?? "";
    return foot && value ? `${value.length > 1 ? value[0]! : ""}${drawnAs(foot, value).text}` : "·";
  };
  const marks = [
    ...next
      .filter((one) => !now.some(({ midi }) => midi === one.midi))
      .map((note) => ({ note, look: "next" })),
    ...now.map((note) => ({ note, look: "now" })),
  ];
  return (
    <div className="neck">
      <BoardLegend label={label} />
      <svg
        viewBox={`0 0 ${width} ${LONG + 2 * EDGE}`}
        role="img"
        aria-label={say`Pedals: ${label}`}
      >
        {keys.map((key) => (
          <rect
            key={key}
            className={isSharp(key) ? "pedal-sharp" : "pedal-natural"}
            x={x(key) + NATURAL * 0.18}
            y={EDGE}
            width={NATURAL * 0.64}
            height={isSharp(key) ? SHARP : LONG}
            rx={4}
          />
        ))}
        {marks.map(({ note, look }) => {
          const cy = EDGE + (isSharp(note.midi) ? SHARP * 0.6 : LONG * 0.8);
          return (
            <g key={note.id} className={`neck-finger ${look}`}>
              <circle cx={x(note.midi) + NATURAL / 2} cy={cy} r={13} />
              <text x={x(note.midi) + NATURAL / 2} y={cy + 4}>
                {sign(note)}
              </text>
            </g>
          );
        })}
      </svg>
    </div>
  );
}
