import { say } from "../../words/say.ts";
import type { HandModel } from "../../fingering/index.ts";
import { onsets, spokenName, type Note, type Score } from "../../score/index.ts";
import { firstFinger } from "../../score/marks/written.ts";
import { check as checkKeys } from "../keyboard/check.ts";
import type { KeyboardHand } from "../keyboard/grip.ts";
import { atPlace, returnsOtherwise } from "../looking.ts";
import type { CheckOptions, Doubt } from "../review.ts";
import { BOARDS } from "./bass/board.ts";
import { USUAL_BUTTONS, type BassSetup } from "./bass/bassHand.ts";
import { buttonsOf } from "./bass/where.ts";
import type { Layout } from "./buttons/layout.ts";
import { BUTTON_PRICES } from "./buttons/prices.ts";
import { layoutFor, type ButtonSetup } from "./buttons/setup.ts";
import { gripsOf } from "./buttons/ways.ts";

type Written = ReadonlyMap<string, string>;

/** The hand on keys, where there are any; and how each hand goes over its buttons. */
export interface AccordionHands {
  readonly keys: KeyboardHand;
  readonly model: (hand: "right" | "left") => HandModel;
}

/** Looks through fingers and rows written for an accordion, in the order of the bars. */
export function check(
  score: Score,
  fingers: Written,
  options: CheckOptions,
  { keys, model }: AccordionHands,
): Doubt[] {
  const setup: ButtonSetup & BassSetup = options.setup ?? {};
  const rows = options.beside?.get("buttonRow") ?? new Map<string, string>();
  const [right, left] = [layoutFor("right", setup), layoutFor("left", setup)];
  const again = (hand: "right" | "left") =>
    returnsOtherwise(score, fingers, { hand, model: model(hand), form: options.form });
  return [
    ...(right
      ? [...onButtons(score, fingers, rows, "right", right), ...again("right")]
      : checkKeys(score, fingers, [{ id: "right", model: keys }], options)),
    ...(left
      ? onButtons(score, fingers, rows, "left", left)
      : onBasses(score, fingers, options.beside?.get("row"), setup.buttons)),
    ...again("left"),
  ].sort((a, b) => a.bar - b.bar);
}

const struckIn = (score: Score, hand: string): (readonly Note[])[] =>
  onsets(
    score.notes.filter((note) => !note.grace),
    hand,
  ).map(({ notes }) => notes);

/** Rows that have not the note; one finger twice at once; what no hand takes so. */
function onButtons(
  score: Score,
  fingers: Written,
  rows: Written,
  hand: "right" | "left",
  layout: Layout,
): Doubt[] {
  const all = hand === "right" ? [1, 2, 3, 4, 5] : [2, 3, 4, 5];
  return struckIn(score, hand).flatMap((notes): Doubt[] => {
    const [first] = notes;
    const elsewhere = notes.flatMap((note): Doubt[] => {
      const [told, places] = [rows.get(note.id), layout.placesOf(note.midi)];
      if (!told || places.length === 0 || places.some(({ row }) => String(row) === told)) return [];
      const has = places.map(({ row }) => String(row)).join(say` and `);
      return [
        {
          ...{ kind: "other pitch", bar: note.bar, notes: [note.id] },
          text: say`${atPlace(score, note)}: row ${told} has no ${spokenName(note.pitch)}; row
            ${has} has it.`,
        },
      ];
    });
    const fingered = notes.filter((note) => fingers.has(note.id));
    if (elsewhere.length || fingered.length < 2 || fingered.length < notes.length) return elsewhere;
    const told = notes.map((note) => firstFinger(fingers.get(note.id)!));
    const twice = told.find((finger, i) => told.indexOf(finger) !== i);
    const names = notes.map((note) => spokenName(note.pitch)).join(", ");
    const doubt = (kind: Doubt["kind"], text: string): Doubt[] => [
      {
        ...{ kind, bar: first!.bar, notes: notes.map(({ id }) => id) },
        text: say`${atPlace(score, first!)}: ${text}`,
      },
    ];
    if (twice !== undefined) return doubt("same finger", say`${names} at once, two with ${twice}.`);
    const keys = notes.map(({ midi }) => midi);
    const fits = gripsOf(layout, BUTTON_PRICES, keys, all).some((grip) =>
      grip.notes.every(({ row, finger }, i) => {
        const own = rows.get(notes[i]!.id);
        return String(finger) === told[i] && (own === undefined || own === String(row));
      }),
    );
    return fits
      ? []
      : doubt("unreachable", say`${names} at once cannot be taken with ${told.join(", ")}.`);
  });
}

/** A bass and its chord under one finger; one button under two. */
function onBasses(
  score: Score,
  fingers: Written,
  counter: Written | undefined,
  buttons = USUAL_BUTTONS,
): Doubt[] {
  const board = BOARDS[buttons] ?? BOARDS[USUAL_BUTTONS]!;
  const isCounter = ({ id }: Note) => counter?.get(id) === "cb";
  return struckIn(score, "left").flatMap((notes): Doubt[] => {
    const pressed = buttonsOf(board, notes, isCounter).map((button) => ({
      button,
      fingers: [
        ...new Set(
          button.notes.flatMap(({ id }) => {
            const value = fingers.get(id);
            return value ? [firstFinger(value)] : [];
          }),
        ),
      ],
    }));
    const doubt = (text: string): Doubt[] => [
      {
        ...{ kind: "same finger", bar: notes[0]!.bar, notes: notes.map(({ id }) => id) },
        text: say`${atPlace(score, notes[0]!)}: ${text}`,
      },
    ];
    const split = pressed.find((one) => one.fingers.length > 1);
    if (split)
      return doubt(say`one button, and fingers ${split.fingers.join(say` and `)} on its notes.`);
    const [bass, chord] = pressed;
    // of a chord that letters name one finger is written, also where it takes two buttons
    if (bass?.button.notes[0] === chord?.button.notes[0]) return [];
    return bass && chord && bass.fingers[0] && bass.fingers[0] === chord.fingers[0]
      ? doubt(say`the bass and its chord at once, both with ${bass.fingers[0]}.`)
      : [];
  });
}
