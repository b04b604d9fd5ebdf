import type { Bar } from "../model/model.ts";
import { child, children, type Element } from "../xml/xml.ts";

type Repeats = Pick<Bar, "repeatStart" | "repeatEnd" | "endings">;

/** Repeat signs and ending brackets of each measure, the brackets filled in between their ends. */
export function readRepeats(measures: readonly Element[]): Repeats[] {
  let open: number[] | undefined;
  return measures.map((measure) => {
    let repeatStart = false;
    let repeatEnd: number | undefined;
    let closes = false;
    for (const barline of children(measure, "barline")) {
      const repeat = child(barline, "repeat");
      if (repeat?.getAttribute("direction") === "forward") repeatStart = true;
      if (repeat?.getAttribute("direction") === "backward") {
        const times = Number(repeat.getAttribute("times") ?? 2);
        repeatEnd = Number.isInteger(times) && times >= 2 && times <= 16 ? times : 2;
      }
      const ending = child(barline, "ending");
      if (ending?.getAttribute("type") === "start")
        open = passes(ending.getAttribute("number") ?? "");
      else if (ending) closes = true;
    }
    const endings = open;
    if (closes) open = undefined;
    return {
      repeatStart,
      ...(repeatEnd ? { repeatEnd } : {}),
      ...(endings?.length ? { endings } : {}),
    };
  });
}

const passes = (text: string): number[] =>
  text
    .split(/[ ,]+/)
    .map(Number)
    .filter((n) => Number.isInteger(n) && n > 0 && n <= 16);
