import { say } from "@yarrow-ridge/core/words";
import {
  called,
  harpOf,
  letterOf,
  leversAt,
  placedSigns,
  settingAt,
  stringName,
  tunedAlter,
  writtenString,
} from "@yarrow-ridge/core/instruments/harp";
import { comparePlaces, type Note } from "@yarrow-ridge/core/score";
import type { BoardProps } from "../view.ts";
import "./harp.css";

/** In the drawing's own units: from string to string, their height, air at the sides. */
const [APART, HIGH, EDGE] = [30, 96, 26];
/** So many strings are shown at least. */
const SHOWN = 29;

/** The strings under the hand: what is plucked now, what is placed with it, what comes next. */
export function HarpBoard({ now, next, fingers, label, marks, score, setup }: BoardProps) {
  const harp = harpOf(setup ?? {});
  const here = now[0]!;
  const placed = placedWith(here, score, fingers, setup).filter(
    (note) => comparePlaces(note, here) > 0,
  );
  const coming = next.filter((note) => !placed.includes(note));
  const all = [...now, ...placed, ...coming].map(({ pitch }) => writtenString(pitch));
  const [low, high] = [Math.min(...all), Math.max(...all)];
  const last = harp.lowest + harp.strings - 1;
  const count = Math.max(SHOWN, high - low + 3);
  const first = Math.max(
    harp.lowest,
    Math.min(last - count + 1, Math.round((low + high - count + 1) / 2)),
  );
  const strings = Array.from({ length: Math.min(count, last - first + 1) }, (_, i) => first + i);
  const x = (string: number) => EDGE + (string - first) * APART;
  const pedals = harp.kind === "pedal" ? (marks.get("harp-pedals") ?? []) : [];
  const setting = pedals.length ? settingAt(pedals, here) : undefined;
  const levers = harp.kind === "lever" ? leversAt(marks.get("harp-levers") ?? [], here) : undefined;
  /** How a string stands: by its lever, its pedal, or nobody says. */
  const alterOf = (string: number): number => {
    const own = stringName(string);
    return levers ? (levers[own] ?? tunedAlter(harp, own)) : (setting?.[letterOf(string)] ?? 0);
  };
  const isUp = (string: number) =>
    levers !== undefined && alterOf(string) !== tunedAlter(harp, stringName(string));
  const name = (string: number) =>
    alterOf(string) === 0 ? letterOf(string) : called(letterOf(string), alterOf(string));
  return (
    <div className="neck">
      <div className="soft small">
        {label}
        <br />
        {say`● now · ○ placed`}
        <br />
        {say`◌ next`}
        {levers && (
          <>
            <br />
            {say`▬ lever up`}
          </>
        )}
      </div>
      <svg
        viewBox={`0 0 ${2 * EDGE + (strings.length - 1) * APART} ${HIGH + 30}`}
        role="img"
        aria-label={say`Strings: ${label}`}
      >
        {strings.map((string) => (
          <g key={string} className={`harp-string ${letterOf(string)}`}>
            <title>{stringName(string)}</title>
            <line x1={x(string)} x2={x(string)} y1={4} y2={HIGH} />
            {isUp(string) && <rect x={x(string) - 4} y={0} width={8} height={5} />}
            <text x={x(string)} y={HIGH + 20}>
              {name(string)}
            </text>
          </g>
        ))}
        {(
          [
            ["next", coming],
            ["rings", placed],
            ["now", now],
          ] as const
        ).map(([look, notes]) =>
          notes.map((note) => (
            <g key={note.id} className={`neck-finger ${look}`}>
              <circle cx={x(writtenString(note.pitch))} cy={heightOf(note)} r={11} />
              <text x={x(writtenString(note.pitch))} y={heightOf(note) + 4}>
                {fingers.get(note.id)?.finger ?? ""}
              </text>
            </g>
          )),
        )}
      </svg>
    </div>
  );

  /** The thumb lies highest. */
  function heightOf(note: Note): number {
    const finger = Number(fingers.get(note.id)?.finger[0] ?? 2);
    return -4 + finger * 21;
  }
}

/** Notes that are placed together with one. */
function placedWith(
  here: Note,
  score: BoardProps["score"],
  fingers: BoardProps["fingers"],
  setup: BoardProps["setup"],
): Note[] {
  const values = new Map([...fingers].map(([id, { finger }]) => [id, finger]));
  const line = score.notes.filter((note) => note.hand === here.hand && !note.held && !note.grace);
  const at = (id: string) => line.findIndex((note) => note.id === id);
  const isIn = ({ kind, from, to }: { kind: string; from: string; to: string }) => {
    const [start, end] = [line[at(from)], line[at(to)]];
    return (
      kind === "placed" &&
      start?.hand === here.hand &&
      end !== undefined &&
      comparePlaces(start, here) <= 0 &&
      comparePlaces(here, end) <= 0
    );
  };
  const group = placedSigns(score, new Map([["finger", values]]), setup ?? {}).find(isIn);
  if (!group) return [];
  const end = line[at(group.to)]!;
  return line.filter(
    (note) => comparePlaces(note, line[at(group.from)]!) >= 0 && comparePlaces(note, end) <= 0,
  );
}
