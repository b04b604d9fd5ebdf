import { children, parseXml, serialize } from "../xml/xml.ts";

/**
 * Gives notes of a stored score other ids, so that what is kept by the old ones finds them. Ids
 * that stand in the way are moved aside.
 *
 * @param ids wanted id by present id
 * @param reserved ids that no other note may have
 */
export function renameNotes(
  xml: string,
  ids: ReadonlyMap<string, string>,
  reserved: Iterable<string> = [],
): string {
  const { document, root } = parseXml(xml);
  const wanted = new Set([...ids.values(), ...reserved]);
  const elements = children(root, "part")
    .flatMap((part) => children(part, "measure"))
    .flatMap((measure) => [measure, ...children(measure, "note")]);
  const all = new Set(elements.map((element) => element.getAttribute("id") ?? ""));
  let spare = 0;
  for (const element of elements) {
    const id = element.getAttribute("id") ?? "";
    const own = element.tagName === "note" ? ids.get(id) : undefined;
    if (own !== undefined) element.setAttribute("id", own);
    else if (wanted.has(id)) {
      let free = `new-${spare}`;
      while (all.has(free) || wanted.has(free)) free = `new-${++spare}`;
      spare++;
      element.setAttribute("id", free);
    }
  }
  return serialize(document);
}
