import type { Reached } from "../model/model.ts";
import { children, type Element } from "../xml/xml.ts";

/** An end of what joins two notes. */
export interface Join {
  readonly how: Reached["how"];
  /** Slurs of one voice are told apart by it. */
  readonly number: string;
  readonly ends: boolean;
}

const JOINS: Readonly<Record<string, Reached["how"]>> = {
  ...{ slur: "slur", slide: "slide", glissando: "slide" },
  ...{ "hammer-on": "hammer", "pull-off": "pull" },
};

/** What says most comes first: a plain slur last. */
export function readJoins(notations: readonly Element[]): Join[] {
  return notations
    .flatMap((one) => [
      ...children(one),
      ...children(one, "technical").flatMap((technical) => children(technical)),
    ])
    .flatMap((sign): Join[] => {
      const how = JOINS[sign.tagName];
      const type = sign.getAttribute("type");
      return how && (type === "start" || type === "stop")
        ? [{ how, number: sign.getAttribute("number") ?? "1", ends: type === "stop" }]
        : [];
    })
    .sort((a, b) => Number(a.how === "slur") - Number(b.how === "slur"));
}
