import { say } from "../../words/say.ts";
import { isSung, isTablature } from "./layouts.ts";
import type { Warning } from "../model/model.ts";
import { child, childText, children, type Element } from "../xml/xml.ts";

/** The parts of a score that have measures in them. */
export const partsOf = (root: Element): Element[] =>
  children(root, "part").filter((part) => child(part, "measure"));

/** How many staves a part has, as its first measure says. */
export const stavesOf = (part: Element): number =>
  Math.max(
    1,
    ...children(part, "measure")
      .slice(0, 1)
      .flatMap((measure) => children(measure, "attributes"))
      .map((attributes) => Number(childText(attributes, "staves") ?? 1) || 1),
  );

/**
 * The parts to practise: those that were chosen, else the first with two staves or more (with
 * one-staff parts right after it while the instrument has a limb for them), else as many one-staff
 * parts as the instrument reads together, else the first. Tablature of a part that is there in
 * notes too, and what is sung where enough is left to play, are not parts to choose from. The
 * voices of a choir are taken together by an instrument that reads so many.
 *
 * @param sizes how many staves the instrument reads together
 */
export function choosePart(
  parts: readonly Element[],
  chosen: readonly number[] | undefined,
  sizes: readonly number[],
  warnings: Warning[],
): Element[] {
  const wanted = [...new Set(chosen)].sort((a, b) => a - b).flatMap((index) => parts[index] ?? []);
  if (wanted.length) return wanted;
  const written = parts.filter((part, i) => !(i > 0 && repeatsInTablature(parts[i - 1]!, part)));
  const played = written.filter((part) => stavesOf(part) > 1 || !isSung(part));
  const staves = (of: readonly Element[]) => of.reduce((sum, part) => sum + stavesOf(part), 0);
  const open =
    played.length && (sizes.includes(staves(played)) || !sizes.includes(staves(written)))
      ? played
      : written;
  if (open.length === 1 && parts.length === 1) return [...open];
  const warn = (message: string) =>
    warnings.push({
      kind: "parts",
      message: say`The file holds ${parts.length} parts; ${message} Another can be chosen in the
        piece's menu.`,
    });
  const keyboard = open.findIndex((part) => stavesOf(part) >= 2);
  if (keyboard >= 0) {
    const found = [open[keyboard]!];
    const next = open[keyboard + 1];
    // in an ensemble the part below is somebody else's
    const below = next && (keyboard + 2 === open.length || isPedal(next));
    if (below && stavesOf(next) === 1 && sizes.includes(staves(found) + 1)) found.push(next);
    const index = parts.indexOf(found[0]!);
    warn(
      found.length > 1
        ? say`the one with two staves and the one below it are to be practised.`
        : say`part ${index + 1}, with ${stavesOf(found[0]!)} staves, is the one to practise.`,
    );
    return found;
  }
  // a chorale may have its words under one voice, and instruments above it
  const voices = written.filter(isVoice);
  if (voices.length >= CHOIR && sizes.includes(voices.length)) {
    warn(say`the voices of the choir are practised together: ${voices.length} staves.`);
    return voices;
  }
  if (open.length > 1 && sizes.includes(open.length)) {
    if (open.length < parts.length || open.length > 2)
      warn(say`those with notes for the hands are practised together: ${open.length} staves.`);
    return [...open];
  }
  warn(
    open.length === parts.length
      ? say`they have one staff each, and the first is the one to practise.`
      : say`part ${parts.indexOf(open[0]!) + 1} is the one to practise.`,
  );
  return [open[0]!];
}

/** The tablature right after a part that says the same, in a part of its own. */
export function tablatureAfter(parts: readonly Element[], part: Element): Element | undefined {
  const next = parts[parts.indexOf(part) + 1];
  return next && repeatsInTablature(part, next) ? next : undefined;
}

/** So many bars are looked at, and so many of their notes must be the same. Own figures. */
const LOOKED_AT = 8;
const SAME = 0.8;

const repeatsInTablature = (part: Element, next: Element): boolean => {
  if (!isTablature(next) || isTablature(part)) return false;
  const [above, below] = [stepsIn(part), stepsIn(next)];
  const same = [...below].filter((step) => above.has(step)).length;
  return same >= SAME * Math.max(above.size, below.size);
};

/** Which steps stand in which of the first bars. */
const stepsIn = (part: Element): Set<string> =>
  new Set(
    children(part, "measure")
      .slice(0, LOOKED_AT)
      .flatMap((measure, bar) =>
        children(measure, "note").flatMap((note) => {
          const step = childText(child(note, "pitch"), "step");
          return step ? [`${bar} ${step}`] : [];
        }),
      ),
  );

function nameOf(part: Element): string {
  const list = child(part.parentNode as Element, "part-list");
  const entry =
    list &&
    children(list, "score-part").find((one) => one.getAttribute("id") === part.getAttribute("id"));
  return childText(entry, "part-name")?.trim() ?? "";
}

/** A part that calls itself one for the feet. */
const isPedal = (part: Element): boolean => /\bped/i.test(nameOf(part));

/** Voices of a choir as they are called in several languages, in full or by their letter. */
const VOICE =
  /^(s(opran[oe]?)?|cantus|d[ei]scant|(contr)?alt(o|us)?|a|t(enore?)?|b(a(ss?(o|us)?|ß))?)\.?( ?[12I]+)?$/i;

/** So many voices are a choir. */
const CHOIR = 4;

/** A part that is called a voice of a choir. */
export const isVoice = (part: Element): boolean => VOICE.test(nameOf(part));
