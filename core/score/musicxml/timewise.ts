import { create, children, type Document, type Element } from "../xml/xml.ts";

/**
 * Turns a score that is stored measure by measure into one that is stored part by part, as
 * everything else expects it. Nothing is lost: the same elements stand in another order. Returns
 * the new root, which takes the old one's place.
 */
export function toPartwise(document: Document, timewise: Element): Element {
  const root = create(document, "score-partwise", attributesOf(timewise));
  const parts = new Map<string, Element>();
  for (const element of children(timewise)) {
    if (element.tagName !== "measure") {
      root.appendChild(element);
      continue;
    }
    for (const held of children(element, "part")) {
      const id = held.getAttribute("id") ?? "";
      let part = parts.get(id);
      if (!part) parts.set(id, (part = create(document, "part", attributesOf(held))));
      const measure = create(document, "measure", attributesOf(element));
      while (held.firstChild) measure.appendChild(held.firstChild);
      part.appendChild(measure);
    }
  }
  for (const part of parts.values()) root.appendChild(part);
  timewise.parentNode!.replaceChild(root, timewise);
  // a DOCTYPE that says timewise would no longer be true
  if (document.doctype) document.removeChild(document.doctype);
  return root;
}

const attributesOf = (element: Element): Record<string, string> =>
  Object.fromEntries(
    Array.from({ length: element.attributes.length }, (_, i) => element.attributes.item(i)!).map(
      ({ name, value }) => [name, value],
    ),
  );
