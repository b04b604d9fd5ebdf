import type { Signs } from "../model/model.ts";
import { child, children, type Element } from "../xml/xml.ts";

/** What the words say when no `<sound>` does; as engravers write them. */
const WORDS: readonly [RegExp, Signs][] = [
  [/^\s*(d\.?\s*c\.?|da\s*capo)(\W|$)/i, { jump: "capo" }],
  [/^\s*(d\.?\s*s\.?|dal\s*segno)(\W|$)/i, { jump: "segno" }],
  [/^\s*fine\s*$/i, { fine: true }],
  [/^\s*(to\s*coda|al\s*coda)\b/i, { toCoda: true }],
];

/**
 * Segno, coda, Fine, To Coda, D.C. and D.S. of a measure: from its `<sound>`s, else from its signs
 * and words.
 */
export function readSigns(measure: Element): Signs {
  const found: { -readonly [K in keyof Signs]: Signs[K] } = {};
  const directions = children(measure, "direction");
  for (const sound of [
    ...children(measure, "sound"),
    ...directions.flatMap((one) => children(one, "sound")),
  ]) {
    if (sound.hasAttribute("segno")) found.segno = true;
    if (sound.hasAttribute("coda")) found.coda = true;
    if (sound.hasAttribute("tocoda")) found.toCoda = true;
    if (sound.hasAttribute("fine")) found.fine = true;
    if (sound.getAttribute("dacapo") === "yes") found.jump = "capo";
    if (sound.hasAttribute("dalsegno")) found.jump = "segno";
  }
  for (const direction of directions) {
    const sounded = child(direction, "sound") !== undefined;
    for (const item of children(direction, "direction-type").flatMap((type) => children(type))) {
      if (item.tagName === "segno") found.segno = true;
      // a coda sign stands both where one leaves and where one arrives: the words or the sound say
      // which
      if (item.tagName === "coda" && !found.toCoda) found.coda = true;
      if (item.tagName !== "words" || sounded) continue;
      for (const [pattern, signs] of WORDS)
        if (pattern.test(item.textContent ?? "")) Object.assign(found, signs);
    }
  }
  if (
    found.toCoda &&
    found.coda &&
    !directions.some((one) => child(one, "sound")?.hasAttribute("coda"))
  )
    delete found.coda;
  return found;
}
