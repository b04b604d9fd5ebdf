import { child, children, create, type Document, type Element } from "./xmlTree.ts";

/**
 * Fields of ours in an exported score: `<miscellaneous-field>` whose names begin with a prefix,
 * which holds what no mark can say.
 */
export function fieldsIn(root: Element, prefix: string): string[] {
  const miscellaneous = child(child(root, "identification"), "miscellaneous");
  return (miscellaneous ? children(miscellaneous, "miscellaneous-field") : [])
    .filter((field) => field.getAttribute("name")?.startsWith(prefix))
    .map((field) => field.textContent ?? "");
}

/** Writes the values as JSON in place of the fields of that prefix. */
export function writeFields(
  document: Document,
  root: Element,
  prefix: string,
  values: readonly unknown[],
): void {
  let identification = child(root, "identification");
  let miscellaneous = child(identification, "miscellaneous");
  for (const field of miscellaneous ? children(miscellaneous, "miscellaneous-field") : []) {
    if (field.getAttribute("name")?.startsWith(prefix)) miscellaneous!.removeChild(field);
  }
  if (values.length === 0) {
    if (miscellaneous && children(miscellaneous).length === 0)
      identification!.removeChild(miscellaneous);
    return;
  }
  if (!identification) {
    identification = create(document, "identification");
    const after = ["defaults", "credit", "part-list"]
      .map((name) => child(root, name))
      .find(Boolean);
    root.insertBefore(identification, after ?? null);
  }
  if (!miscellaneous) {
    miscellaneous = create(document, "miscellaneous");
    identification.appendChild(miscellaneous);
  }
  values.forEach((value, index) => {
    // ASCII only: a reader may turn rarer line breaks into plain ones
    const text = JSON.stringify(value).replace(
      /[\u007f-\uffff]/g,
      (char) => `\\u${char.charCodeAt(0).toString(16).padStart(4, "0")}`,
    );
    miscellaneous.appendChild(
      create(document, "miscellaneous-field", { name: `${prefix}${index + 1}` }, text),
    );
  });
}

/** A value of such a field; undefined when it is not the JSON of an object. */
export function fieldRecord(text: string): Record<string, unknown> | undefined {
  try {
    const value: unknown = JSON.parse(text);
    return typeof value === "object" && value !== null && !Array.isArray(value)
      ? (value as Record<string, unknown>)
      : undefined;
  } catch {
    return undefined;
  }
}
