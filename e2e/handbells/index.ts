import { Type } from "@sinclair/typebox";
import { comparePlaces } from "@yarrow-ridge/core/score";
import type { Instrument } from "../../core/instruments/instrument.ts";

/** An instrument that is only in tests: one line, one thing said of a note, one kind of marks. */
export const handbells: Instrument = {
  id: "handbells",
  name: "Handbells",
  limbs: [{ id: "ringers", name: "ringers", compass: [55, 96] }],
  aspects: [
    {
      id: "ring",
      name: "way of ringing",
      names: "ways of ringing",
      lines: ["ringers"],
      // values of MusicXML's <handbell>
      symbols: [
        { value: "damp", key: "d", name: "damped" },
        { value: "echo", key: "h", name: "with an echo" },
      ],
      element: "handbell",
      look: "letter",
    },
  ],
  strata: [
    {
      id: "change",
      name: "changes of bells",
      one: "A change of bells",
      tab: "Changes",
      extent: "place",
      layered: true,
      lined: false,
      schema: Type.Object(
        {
          to: Type.Union([Type.Literal("small"), Type.Literal("large")], {
            description: "small or large",
          }),
        },
        { additionalProperties: false },
      ),
      signs: [
        { key: "s", name: "Small bells", data: { to: "small" } },
        { key: "l", name: "Large bells", data: { to: "large" } },
      ],
      words: ({ data }) => `${data.to as string} bells`,
      state: (marks, at, { bars }) => {
        const last = marks.findLast(({ from }) => comparePlaces(from, at) <= 0);
        return last && `${last.data.to as string} bells since bar ${bars[last.from.bar]!.number}`;
      },
      // bank select in the MIDI 1.0 list of controllers
      controllers: (marks) =>
        marks.map(({ at, data }) => ({ at, controller: 0, value: data.to === "small" ? 1 : 2 })),
      work: () => import("./work.ts").then((found) => found.changeWork),
    },
  ],
  notProposed: "Nothing is proposed for handbells.",
  caution: "Bells are heavy: change hands.",
};
