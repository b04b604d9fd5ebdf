import { say } from "@yarrow-ridge/core/words";
/** What a key does, somewhere in the program. */
export interface Command {
  readonly id: string;
  /** As they are listened for. */
  readonly keys: readonly string[];
  /** As they are written for people, where that is otherwise. */
  readonly shown?: string;
  readonly does: string;
  /** Gives way to a sign of the instrument while a note is chosen. */
  readonly yields?: true;
}

const arrows = { sideways: ["right", "left"], upright: ["up", "down"] };

/** Every key the program listens to, by where it does. The list that `?` shows is drawn from it. */
export const COMMANDS = {
  everywhere: [
    { id: "undo", keys: ["mod+z"], shown: say`Ctrl Z`, does: say`undo` },
    { id: "redo", keys: ["mod+shift+z", "mod+y"], shown: say`Ctrl Shift Z`, does: say`redo` },
    { id: "help", keys: ["?"], does: say`this list` },
  ],
  desk: [
    { id: "open.form", keys: ["f"], does: say`open Form`, yields: true },
    { id: "open.hands", keys: ["h"], does: say`open Hands`, yields: true },
    { id: "open.pedal", keys: ["p"], does: say`open Pedal, or Pedals`, yields: true },
    { id: "open.shape", keys: ["l"], does: say`open Shape`, yields: true },
    { id: "larger", keys: ["+", "="], shown: "+", does: say`larger` },
    { id: "smaller", keys: ["-"], shown: "−", does: say`smaller` },
    {
      id: "widen",
      keys: ["shift+right", "shift+left"],
      does: say`widen or narrow the chosen bars`,
    },
    { id: "hear", keys: ["space"], does: say`hear the chosen bars, or stop` },
    { id: "go.to", keys: ["g"], does: say`go to a bar`, yields: true },
    { id: "let.go", keys: ["esc"], does: say`let go of the selection` },
  ],
  form: [
    {
      id: "boundary",
      keys: arrows.sideways,
      does: say`on the boundaries of sections: move one; with Alt it moves alone`,
    },
    {
      id: "boundary.next",
      keys: arrows.upright,
      does: say`on the boundaries of sections: the next or previous one`,
    },
  ],
  hands: [
    { id: "note.along", keys: arrows.sideways, does: say`next or previous note` },
    { id: "note.chord", keys: arrows.upright, does: say`within a chord` },
    { id: "note.line", keys: ["shift+up", "shift+down"], does: say`the other hand` },
    { id: "note.none", keys: ["backspace", "delete"], does: say`rub it out` },
    { id: "note.give", keys: ["x"], does: say`give the note to the other hand` },
    { id: "note.then", keys: ["w"], does: say`the next finger takes over silently (4-5)` },
    { id: "note.optional", keys: ["o"], does: say`the finger may be left, or may not` },
    { id: "hands.suggest", keys: ["s"], does: say`suggest fingers for the chosen bars` },
    { id: "hands.keep", keys: ["k"], does: say`keep the hand in its position in the chosen bars` },
    { id: "hands.ink", keys: ["enter"], does: say`ink the pencilled fingers` },
    { id: "hands.ink.chosen", keys: ["b"], does: say`ink those in the chosen bars only` },
  ],
  marks: [
    { id: "mark.along", keys: arrows.sideways, does: say`next or previous beat` },
    { id: "mark.none", keys: ["backspace", "delete"], does: say`rub out what stands there` },
    { id: "mark.ink", keys: ["enter"], does: say`ink what stands in pencil` },
  ],
  pedal: [
    { id: "pedal.kind", keys: ["d", "c", "u", "v"], does: say`down, change, up, flutter` },
    { id: "pedal.other", keys: ["a", "n"], does: say`una corda, sostenuto: down, or up again` },
    { id: "pedal.depth", keys: ["1", "2", "4"], does: say`all the way, half, a quarter` },
    { id: "pedal.suggest", keys: ["s"], does: say`suggest a pedal for the chosen bars` },
  ],
  shape: [
    {
      id: "curve.level",
      keys: arrows.upright,
      does: say`on the curve of loudness: louder, softer`,
    },
    {
      id: "curve.along",
      keys: arrows.sideways,
      does: say`on the curve of loudness: the next or previous bar`,
    },
    { id: "curve.none", keys: ["backspace"], does: say`take the point away` },
    { id: "shape.out", keys: ["o"], does: say`bring the chosen note out, or not` },
  ],
  pages: [
    {
      id: "page.move",
      keys: ["right", "left", "up", "down"],
      does: say`on a bar of a page: move its box; with Shift its size`,
    },
    { id: "page.split", keys: ["s"], does: say`on a bar of a page: split it` },
    { id: "page.new", keys: ["n"], does: say`on a bar of a page: another box beside it` },
    { id: "page.none", keys: ["backspace", "delete"], does: say`on a bar of a page: rub it out` },
  ],
  room: [
    { id: "room.metronome", keys: ["space"], does: say`start or stop the metronome` },
    { id: "room.clean", keys: ["right", "pagedown"], shown: say`→ or Page Down`, does: say`clean` },
    { id: "room.slip", keys: ["left", "pageup"], shown: say`← or Page Up`, does: say`slip` },
    { id: "room.hear", keys: ["up"], does: say`hear it` },
    { id: "room.mend", keys: ["down"], does: say`mend a slip: half tempo, between, back` },
    { id: "room.slower", keys: ["-"], shown: "−", does: say`slower by hand` },
    { id: "room.faster", keys: ["+", "="], shown: "+", does: say`faster by hand` },
    {
      id: "room.back",
      keys: ["backspace", "mod+z"],
      shown: say`Backspace`,
      does: say`take the last try back`,
    },
    { id: "room.next", keys: ["enter"], does: say`next card` },
    { id: "room.leave", keys: ["esc"], does: say`leave` },
  ],
} as const satisfies Record<string, readonly Command[]>;

export type Place = keyof typeof COMMANDS;
export type CommandId = (typeof COMMANDS)[Place][number]["id"];

const all: readonly Command[] = Object.values(COMMANDS).flat();

/** @throws TypeError for a command nobody listed; the types do not let that be */
export const commandOf = (id: CommandId): Command => all.find((one) => one.id === id)!;

const NAMES: Readonly<Record<string, string>> = {
  right: "→",
  left: "←",
  up: "↑",
  down: "↓",
  esc: say`Esc`,
  enter: say`Enter`,
  space: say`Space`,
  backspace: say`Backspace`,
};

const named = (key: string): string =>
  key
    .split(/(?<=.)\+/)
    .map((one) => NAMES[one] ?? (one === "shift" ? say`Shift` : one.toUpperCase()))
    .join(" ");

/** The keys of a command as people read them. */
export const shownKeys = ({ keys, shown }: Command): string =>
  shown ??
  keys
    .filter((key) => key !== "delete")
    .map(named)
    .join("  ");
