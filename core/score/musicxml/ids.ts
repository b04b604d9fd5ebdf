import { children, type Element } from "../xml/xml.ts";
import type { Warning } from "../model/model.ts";

/** What may be an XML id and, unchanged, an id in the drawing. */
const NAME = /^[A-Za-z_][\w.-]{0,80}$/;

/**
 * Gives every `<note>` and `<measure>` an id where it has none, and a new one where two share it or
 * it is no valid name. Ids that are there stay: annotations are keyed by them, also through export
 * and re-import.
 */
export function giveIds(parts: readonly Element[]): Warning[] {
  const wanting: [Element, string][] = [];
  const taken = new Set<string>();
  let replaced = 0;
  parts.forEach((part, p) => {
    children(part, "measure").forEach((measure, m) => {
      claim(measure, `b${p ? `${p}.` : ""}${m}`);
      children(measure, "note").forEach((note, n) => claim(note, `n${p ? `${p}.` : ""}${m}.${n}`));
    });
  });
  function claim(element: Element, proposal: string) {
    const id = element.getAttribute("id");
    if (id !== null && NAME.test(id) && !taken.has(id)) taken.add(id);
    else {
      if (id !== null) replaced++;
      wanting.push([element, proposal]);
    }
  }
  for (const [element, proposal] of wanting) {
    let id = proposal;
    for (let copy = 2; taken.has(id); copy++) id = `${proposal}-${copy}`;
    taken.add(id);
    element.setAttribute("id", id);
  }
  return replaced
    ? [
        {
          kind: "ids",
          message: `${replaced} ids in the file were doubled or unusable and were replaced.`,
        },
      ]
    : [];
}
