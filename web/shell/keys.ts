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
    { id: "undo", keys: ["mod+z"], shown: "Ctrl Z", does: "undo" },
    { id: "redo", keys: ["mod+shift+z", "mod+y"], shown: "Ctrl Shift Z", does: "redo" },
    { id: "help", keys: ["?"], does: "this list" },
  ],
  desk: [
    { id: "open.form", keys: ["f"], does: "open Form", yields: true },
    { id: "open.hands", keys: ["h"], does: "open Hands", yields: true },
    { id: "open.pedal", keys: ["p"], does: "open Pedal", yields: true },
    { id: "open.shape", keys: ["l"], does: "open Shape", yields: true },
    { id: "larger", keys: ["+", "="], shown: "+", does: "larger" },
    { id: "smaller", keys: ["-"], shown: "−", does: "smaller" },
    { id: "widen", keys: ["shift+right", "shift+left"], does: "widen or narrow the chosen bars" },
    { id: "hear", keys: ["space"], does: "hear the chosen bars, or stop" },
    { id: "go.to", keys: ["g"], does: "go to a bar", yields: true },
    { id: "let.go", keys: ["esc"], does: "let go of the selection" },
  ],
  form: [
    {
      id: "boundary",
      keys: arrows.sideways,
      does: "on the boundaries of sections: move one; with Alt it moves alone",
    },
    {
      id: "boundary.next",
      keys: arrows.upright,
      does: "on the boundaries of sections: the next or previous one",
    },
  ],
  hands: [
    { id: "note.along", keys: arrows.sideways, does: "next or previous note" },
    { id: "note.chord", keys: arrows.upright, does: "within a chord" },
    { id: "note.line", keys: ["shift+up", "shift+down"], does: "the other hand" },
    { id: "note.none", keys: ["backspace", "delete"], does: "rub it out" },
    { id: "note.give", keys: ["x"], does: "give the note to the other hand" },
    { id: "note.then", keys: ["w"], does: "the next finger takes over silently (4-5)" },
    { id: "note.optional", keys: ["o"], does: "the finger may be left, or may not" },
    { id: "hands.suggest", keys: ["s"], does: "suggest fingers for the chosen bars" },
    { id: "hands.keep", keys: ["k"], does: "keep the hand in its position in the chosen bars" },
    { id: "hands.ink", keys: ["enter"], does: "ink the pencilled fingers" },
    { id: "hands.ink.chosen", keys: ["b"], does: "ink those in the chosen bars only" },
  ],
  marks: [
    { id: "mark.along", keys: arrows.sideways, does: "next or previous beat" },
    { id: "mark.none", keys: ["backspace", "delete"], does: "rub out what stands there" },
    { id: "mark.ink", keys: ["enter"], does: "ink what stands in pencil" },
  ],
  pedal: [
    { id: "pedal.kind", keys: ["d", "c", "u", "v"], does: "down, change, up, flutter" },
    { id: "pedal.other", keys: ["a", "n"], does: "una corda, sostenuto: down, or up again" },
    { id: "pedal.depth", keys: ["1", "2", "4"], does: "all the way, half, a quarter" },
    { id: "pedal.suggest", keys: ["s"], does: "suggest a pedal for the chosen bars" },
  ],
  shape: [
    { id: "curve.level", keys: arrows.upright, does: "on the curve of loudness: louder, softer" },
    {
      id: "curve.along",
      keys: arrows.sideways,
      does: "on the curve of loudness: the next or previous bar",
    },
    { id: "curve.none", keys: ["backspace"], does: "take the point away" },
    { id: "shape.out", keys: ["o"], does: "bring the chosen note out, or not" },
  ],
  pages: [
    {
      id: "page.move",
      keys: ["right", "left", "up", "down"],
      does: "on a bar of a page: move its box; with Shift its size",
    },
    { id: "page.split", keys: ["s"], does: "on a bar of a page: split it" },
    { id: "page.new", keys: ["n"], does: "on a bar of a page: another box beside it" },
    { id: "page.none", keys: ["backspace", "delete"], does: "on a bar of a page: rub it out" },
  ],
  room: [
    { id: "room.metronome", keys: ["space"], does: "start or stop the metronome" },
    { id: "room.clean", keys: ["right", "pagedown"], shown: "→ or Page Down", does: "clean" },
    { id: "room.slip", keys: ["left", "pageup"], shown: "← or Page Up", does: "slip" },
    { id: "room.hear", keys: ["up"], does: "hear it" },
    { id: "room.mend", keys: ["down"], does: "mend a slip: half tempo, between, back" },
    { id: "room.slower", keys: ["-"], shown: "−", does: "slower by hand" },
    { id: "room.faster", keys: ["+", "="], shown: "+", does: "faster by hand" },
    {
      id: "room.back",
      keys: ["backspace", "mod+z"],
      shown: "Backspace",
      does: "take the last try back",
    },
    { id: "room.next", keys: ["enter"], does: "next card" },
    { id: "room.leave", keys: ["esc"], does: "leave" },
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
  esc: "Esc",
  enter: "Enter",
  space: "Space",
  backspace: "Backspace",
};

const named = (key: string): string =>
  key
    .split(/(?<=.)\+/)
    .map((one) => NAMES[one] ?? (one === "shift" ? "Shift" : one.toUpperCase()))
    .join(" ");

/** The keys of a command as people read them. */
export const shownKeys = ({ keys, shown }: Command): string =>
  shown ??
  keys
    .filter((key) => key !== "delete")
    .map(named)
    .join("  ");
