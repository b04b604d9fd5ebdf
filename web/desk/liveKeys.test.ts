import { plain } from "@yarrow-ridge/core/words";
import { instruments } from "@yarrow-ridge/core/instruments";
import { COMMANDS } from "../shell/keys.ts";
import { liveKeys } from "./liveKeys.ts";

/** Set up so that an instrument has all it can have. */
const MOST = { treble: "buttons", rows: 5, bass: "free", freeBass: "fifths" };

describe("a key means one thing", () => {
  const cases = instruments.flatMap((of) =>
    ["form", "hands", "shape", "room", ...of.strata.map(({ id }) => id)].flatMap((stratum) =>
      [undefined, ...of.limbs.map((limb) => limb.id)].map(
        (line) => [of.id, stratum, line ?? "no note", of, line] as const,
      ),
    ),
  );
  it.each(cases)("%s, %s, %s", (_, stratum, __, of, line) => {
    // the practice room is a screen of its own
    const keys =
      stratum === "room"
        ? COMMANDS.room.flatMap((one) => [...one.keys] as string[])
        : liveKeys(of, stratum, line, MOST).map(({ key }) => key);
    expect(keys.filter((key, i) => keys.indexOf(key) !== i)).toEqual([]);
  });
  it("and a sign of the instrument wins while a note is chosen", () => {
    const guitar = instruments.find((one) => one.id === "guitar")!;
    const means = (line?: string) =>
      plain(liveKeys(guitar, "hands", line).find(({ key }) => key === "p")!.does);
    expect(means()).toBe("open Pedal, or Pedals");
    expect(means("hands")).toBe("plucking finger: thumb");
  });
  it("and rows are typed where there are buttons, as many as there are", () => {
    const accordion = instruments.find((one) => one.id === "accordion")!;
    const rows = (setup?: object) =>
      liveKeys(accordion, "hands", "right", setup as typeof MOST | undefined)
        .filter(({ does }) => plain(does).startsWith("row"))
        .map(({ key }) => key);
    expect(rows()).toEqual([]);
    expect(rows({ treble: "buttons", rows: 3 })).toEqual(["shift+1", "shift+2", "shift+3"]);
    expect(rows(MOST)).toHaveLength(5);
  });
});
