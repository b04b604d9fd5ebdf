import type { Warning } from "./model.ts";
import { child, childText, children, type Element } from "./xml.ts";

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
 * The parts to practise: those that were chosen, else the first with two staves or more (with a
 * one-staff part right after it as its pedal when there are no others), else two one-staff parts as
 * the two hands, else the first.
 */
export function choosePart(
  parts: readonly Element[],
  chosen: readonly number[] | undefined,
  warnings: Warning[],
): Element[] {
  const wanted = [...new Set(chosen)].sort((a, b) => a - b).flatMap((index) => parts[index] ?? []);
  if (wanted.length) return wanted;
  if (parts.length === 1) return [...parts];
  const say = (message: string) =>
    warnings.push({
      kind: "parts",
      message: `The file holds ${parts.length} parts; ${message} Another can be chosen in the piece's menu.`,
    });
  const keyboard = parts.findIndex((part) => stavesOf(part) >= 2);
  if (keyboard >= 0) {
    const both = parts.length === 2 && keyboard === 0 && stavesOf(parts[1]!) === 1;
    say(
      both
        ? "the one with two staves and the one below it are to be practised."
        : `part ${keyboard + 1}, with ${stavesOf(parts[keyboard]!)} staves, is the one to practise.`,
    );
    return both ? [...parts] : [parts[keyboard]!];
  }
  if (parts.length === 2) return [...parts];
  say("they have one staff each, and the first is the one to practise.");
  return [parts[0]!];
}
