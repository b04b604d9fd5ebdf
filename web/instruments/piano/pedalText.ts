import type { PedalDepth, PedalMark } from "@yarrow-ridge/core/score";

export const depthName = (depth: PedalDepth): string => (depth === 0.5 ? "half" : "quarter");

/** A pedal mark in words. */
export function pedalText({
  kind,
  depth,
  pedal,
}: Pick<PedalMark, "kind" | "depth" | "pedal">): string {
  if (pedal === "soft") return kind === "up" ? "tre corde" : "una corda";
  if (pedal === "sostenuto") return `sostenuto ${kind}`;
  return depth ? `${depthName(depth)} ${kind}` : kind;
}
