import type { Stratum } from "@yarrow-ridge/core/score";
import { useHandAsked } from "../students/usePlayer.ts";

/** Of the player's record what the work of a kind of marks is asked with. */
export function useMarkOptions(
  stratum: Pick<Stratum, "asks"> | undefined,
  instrument: string,
  assignmentId: string | undefined,
): Record<string, unknown> {
  const player: Readonly<Record<string, unknown>> = { ...useHandAsked(instrument, assignmentId) };
  return Object.fromEntries(
    (stratum?.asks ?? []).flatMap((key) => (player[key] === undefined ? [] : [[key, player[key]]])),
  );
}
