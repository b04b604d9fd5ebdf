import { isNatural, tablatureOf, USUAL_NECK } from "@yarrow-ridge/core/instruments/guitar";
import type { Note } from "@yarrow-ridge/core/score";
import { say } from "@yarrow-ridge/core/words";
import { useMemo } from "react";
import { place, type Said } from "../../score/placeFingers.ts";
import type { BarBox, NoteBox } from "../../score/geometry.ts";
import type { LineProps } from "../view.ts";
import { asPlayed } from "./asPlayed.ts";
import "./neck.css";

/** In engraver units: from string to string, a fret's digits, and air over the line. */
const [STRING, FRET, AIR] = [210, 300, 330];

/** String and fret of each note that has a place. */
export const onTablature = (
  notes: readonly Note[],
  said: readonly Said[],
  setup: LineProps["setup"],
) =>
  tablatureOf(
    { ...USUAL_NECK, ...setup },
    asPlayed(notes, said),
    saidOf(said, "string"),
    saidOf(said, "finger"),
  );

/** Strings as lines under each system, the first on top, with the fret of each note on its own. */
export function TabLine({ boxes, said, setup, below }: LineProps) {
  const neck = useMemo(() => ({ ...USUAL_NECK, ...setup }), [setup]);
  const all = useMemo(() => boxes.notes.map(({ note }) => note), [boxes]);
  const places = useMemo(() => onTablature(all, said, setup), [all, said, setup]);
  const naturals = new Set(
    asPlayed(all, said)
      .filter(isNatural)
      .map(({ id }) => id),
  );
  const under = place(boxes, said, below).filter(({ side }) => side === "below");
  const count = neck.tuning.length;
  return (
    <g className="tablature">
      {systemsOf(boxes.bars).map((bars) => {
        const inSystem = new Set(bars.map(({ bar }) => bar));
        const here = boxes.notes.filter(({ note }) => inSystem.has(note.bar));
        if (!here.some(({ note }) => places.has(note.id))) return null;
        const letters = under.filter(({ box }) => inSystem.has(box.note.bar)).map(({ y }) => y);
        const top =
          Math.max(bars[0]!.bottom, ...here.map(({ bottom }) => bottom), ...letters) + AIR;
        const y = (string: number) => top + (string - 1) * STRING;
        const [left, right] = [bars[0]!.left, bars.at(-1)!.right];
        return (
          <g key={bars[0]!.bar} role="img" aria-label={say`Tablature`}>
            {neck.tuning.map((_, i) => (
              <line key={i} x1={left} x2={right} y1={y(i + 1)} y2={y(i + 1)} />
            ))}
            {[left, ...bars.map((bar) => bar.right)].map((x) => (
              <line key={`b${x}`} x1={x} x2={x} y1={y(1)} y2={y(count)} />
            ))}
            {here.map((box) => (
              <Joined key={box.note.id} to={box} from={fromIn(here, box)} places={places} y={y} />
            ))}
            {here.flatMap(({ note, x }) => {
              const at = places.get(note.id);
              if (!at) return [];
              return [
                <text key={note.id} data-fret={note.id} x={x} y={y(at.string) + FRET * 0.36}>
                  {naturals.has(note.id) ? `‹${at.fret}›` : at.fret}
                </text>,
              ];
            })}
          </g>
        );
      })}
    </g>
  );
}

/** The note a slur or slide begins on, where it is in the same system. */
const fromIn = (here: readonly NoteBox[], { note: { reached } }: NoteBox): NoteBox | undefined =>
  reached && here.find(({ note }) => note.id === reached.from);

/** Between the digits of a slur or slide: air beside them, the rise of a slide, of an arc. */
const [BESIDE, RISE, ARC] = [150, 50, 130];

/** A slur as an arc over its frets, a slide as a line between them; none over two strings. */
function Joined({
  from,
  to,
  places,
  y,
}: {
  from: NoteBox | undefined;
  to: NoteBox;
  places: ReturnType<typeof onTablature>;
  y: (string: number) => number;
}) {
  const [first, last] = [from && places.get(from.note.id), places.get(to.note.id)];
  if (!from || !first || !last || first.string !== last.string) return null;
  const at = y(first.string);
  if (to.note.reached?.how === "slide") {
    const rise = last.fret > first.fret ? RISE : -RISE;
    const ends = { x1: from.x + BESIDE, x2: to.x - BESIDE, y1: at + rise, y2: at - rise };
    return <line className="joined" data-joined="slide" {...ends} />;
  }
  const over = at - ARC;
  const middle = `${(from.x + to.x) / 2} ${over - ARC}`;
  return (
    <path
      className="joined"
      data-joined="slur"
      d={`M ${from.x} ${over} Q ${middle} ${to.x} ${over}`}
    />
  );
}

const saidOf = (said: readonly Said[], what: string): Map<string, string> =>
  new Map(
    [...(said.find(({ aspect }) => aspect.id === what)?.values ?? [])].map(([id, { finger }]) => [
      id,
      finger,
    ]),
  );

/** Bars of one row each. */
function systemsOf(bars: readonly BarBox[]): BarBox[][] {
  const found: BarBox[][] = [];
  for (const bar of bars) {
    const row = found.at(-1);
    if (row && Math.abs(row[0]!.top - bar.top) < STRING) row.push(bar);
    else found.push([bar]);
  }
  return found;
}
