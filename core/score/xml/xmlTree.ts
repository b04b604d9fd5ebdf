import type { Document, Element, Node } from "@xmldom/xmldom";

// What is done to elements once they are there. Apart from the parser, so that a screen which only
// knows what an instrument writes does not have to load it.
export type { Document, Element, Node };

/** What XML 1.0 has no way to hold, such as control characters that came in with a pasted name. */
export const UNWRITABLE = /[^\t\n\r\u0020-\uD7FF\uE000-\uFFFD\u{10000}-\u{10FFFF}]/gu;

export const isElement = (node: Node | null): node is Element => node?.nodeType === 1;

/** Child elements, of one name or all. */
export function children(parent: Element, name?: string): Element[] {
  const found: Element[] = [];
  for (let node = parent.firstChild; node; node = node.nextSibling) {
    if (isElement(node) && (name === undefined || node.tagName === name)) found.push(node);
  }
  return found;
}

export function child(parent: Element | undefined, name: string): Element | undefined {
  for (let node = parent?.firstChild ?? null; node; node = node.nextSibling) {
    if (isElement(node) && node.tagName === name) return node;
  }
  return undefined;
}

/** The trimmed text of a child, or undefined when there is no such child. */
export const childText = (parent: Element | undefined, name: string): string | undefined =>
  child(parent, name)?.textContent?.trim();

/** `<name>text</name>`, or an empty element. */
export function create(
  document: Document,
  name: string,
  attributes: Record<string, string> = {},
  text?: string,
): Element {
  const element = document.createElement(name);
  for (const [key, value] of Object.entries(attributes)) element.setAttribute(key, value);
  if (text !== undefined)
    element.appendChild(document.createTextNode(text.replace(UNWRITABLE, "")));
  return element;
}

/** A whole number of up to four digits; else what is taken in its place. */
export const whole = (text: string | undefined, fallback: number): number =>
  text !== undefined && /^-?\d{1,4}$/.test(text) ? Number(text) : fallback;
