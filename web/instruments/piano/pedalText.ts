import { say } from "@yarrow-ridge/core/words";
import type { PedalDepth, PedalMark } from "@yarrow-ridge/core/score";

export const depthName = (depth: PedalDepth): string => (depth === 0.5 ? "half" : "quarter");

/** A pedal mark in words. */
export function pedalText({
  kind,
  depth,
  pedal,
}: Pick<PedalMark, "kind" | "depth" | "pedal">): string {
  if (pedal === "soft") return kind === "up" ? say`tre corde` : say`una corda`;
  if (pedal === "sostenuto") return say`sostenuto ${kind}`;
  return depth ? `${depthName(depth)} ${kind}` : kind;
}
