import { say } from "../../../words/say.ts";
import type { Played, Problem, Task } from "../../../fingering/index.ts";
import { calledIn } from "../../calledIn.ts";
import { keysOf, notesByBar, pitchText, type Pitch, type Score } from "../../../score/index.ts";
import { columnName, ROWS, toneName, type BassBoard, type Button } from "./board.ts";
import { fullerFor, nearestTo, togetherFor } from "./together.ts";

/** A button as it is called: C, C counterbass, C minor. */
export const nameOf = ({ row, column }: Button): string =>
  row === "fundamental" ? columnName(column) : `${columnName(column)} ${row}`;

/** What no button has: tones by their pitch class, each once. */
interface Wanted {
  readonly pitches: readonly number[];
  readonly name: (pitch: number) => string;
  /** One note that stands for all of it. */
  readonly isNamed: boolean;
}

/** What no button has. */
export function problemsOf(
  board: BassBoard,
  told: Task["moments"],
  score: Score | undefined,
): Problem[] {
  const { list, where } = calledIn(score);
  const lacking = told.filter(({ beyond }) => beyond.length > 0);
  const inBar = score && lacking.length ? notesByBar(score) : [];
  /** What both hands play in a bar: it says whether a third is a major one. */
  const playedIn = (bar: number) =>
    new Set((inBar[bar] ?? []).flatMap(keysOf).map((key) => key % 12));
  return lacking.flatMap(({ bar, beyond, notes }): Problem[] => {
    const all = [...beyond, ...notes].sort((a, b) => a.midi - b.midi);
    const pitches = [...new Set(all.flatMap(keysOf).map((key) => key % 12))];
    const isNamed = all.length === 1 && keysOf(all[0]!).length > 1;
    const root = isNamed ? all[0]!.pitch : undefined;
    const wanted: Wanted = {
      ...{ pitches, isNamed },
      name: root
        ? (pitch) => toneOf(root, (pitch - pitches[0]! + 12) % 12)
        : (pitch) => pitchText(pitch, score?.bars[bar]?.key.fifths ?? 0),
    };
    const tones = wanted.pitches.map(wanted.name).join(", ");
    return [
      {
        ...{ kind: "unreachable", bar, notes: beyond.map(({ id }) => id) },
        text: wanted.isNamed
          ? say`${where(bar)}: no button, and no two of them, sound ${tones}.`
          : say`${where(bar)}: no button, and no bass with a chord, sounds ${list(all)}.`,
        ways: [
          ...together(board, wanted),
          ...(wanted.isNamed ? nearest(board, wanted) : fuller(board, all, playedIn(bar))),
          wanted.isNamed
            ? say`Play ${wanted.name(wanted.pitches[0]!)} alone, as a bass.`
            : say`Leave out ${list(beyond)}.`,
          ...(board.rows.length < ROWS.length ? [say`A board with sevenths may have it.`] : []),
        ],
      },
    ];
  });
}

/** A tone of a chord as it is spelled over its root: E flat over C. */
const toneOf = ({ step, alter }: Pitch, semitones: number): string =>
  toneName("FCGDAEB".indexOf(step) - 1 + 7 * alter, semitones);

/** Buttons that sound it together, and what they lack. */
function together(board: BassBoard, { pitches, name, isNamed }: Wanted): string[] {
  const found = togetherFor(board, pitches, isNamed);
  if (!found) return [];
  const names = found.buttons.map(nameOf).join(say` and `);
  const lacking = found.missing.map(name).join(", ");
  return [
    lacking
      ? say`Press ${names} together: all of it but ${lacking}.`
      : say`Press ${names} together: that is all of it.`,
  ];
}

/** Chord buttons that sound it with one tone more. */
const fuller = (
  board: BassBoard,
  notes: readonly Played[],
  around: ReadonlySet<number>,
): string[] =>
  fullerFor(board, [...new Set(notes.map(({ midi }) => midi % 12))], around).map(
    ({ buttons, more }) =>
      say`Press ${buttons.map(nameOf).join(say` and `)}: it sounds ${more} too.`,
  );

/** The chord buttons that come nearest to a chord that is named. */
const nearest = (board: BassBoard, { pitches, name }: Wanted): string[] =>
  nearestTo(board, pitches).map(({ button, missing, more }) => {
    const [without, too] = [missing, more].map((some) => some.map(name).join(", "));
    return missing.length === 0
      ? say`Press ${nameOf(button)}: it sounds ${too!} too.`
      : more.length === 0
        ? say`Press ${nameOf(button)}: all of it but ${without!}.`
        : say`Press ${nameOf(button)}: it sounds ${too!} and not ${without!}.`;
  });
