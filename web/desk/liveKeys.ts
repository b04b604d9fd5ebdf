import { offeredOn, stratumOf, type Instrument } from "@yarrow-ridge/core/instruments";
import type { Piece } from "@yarrow-ridge/contract";
import { COMMANDS, type Command, type Place } from "../shell/keys.ts";

export interface LiveKey {
  readonly key: string;
  readonly does: string;
}

/** The keys that write a sign: on a note of a line, or at a place where marks are open. */
export function signKeys(
  of: Instrument,
  stratum: string,
  line?: string,
  setup?: Piece["setup"],
): LiveKey[] {
  if (stratum === "hands" && line !== undefined)
    return offeredOn(of, line, setup).flatMap((aspect) =>
      aspect.symbols.map(({ key, name }) => ({ key, does: `${aspect.name}: ${name}` })),
    );
  return (stratumOf(of, stratum)?.signs ?? []).map(({ key, name }) => ({ key, does: name }));
}

/**
 * Every key that is live on the desk in a stratum, with what it does.
 *
 * @param line whose note is chosen; none while no note is
 */
export function liveKeys(
  of: Instrument,
  stratum: string,
  line?: string,
  setup?: Piece["setup"],
): LiveKey[] {
  const signs = signKeys(of, stratum, line, setup);
  const taken = new Set(signs.map(({ key }) => key));
  const own: readonly Command[] = stratum in COMMANDS ? COMMANDS[stratum as Place] : [];
  const commands: readonly Command[] = [
    ...COMMANDS.everywhere,
    ...COMMANDS.desk,
    ...(stratumOf(of, stratum) ? COMMANDS.marks : []),
    ...own,
  ];
  return [
    ...signs,
    ...commands.flatMap(({ keys, does, yields }) =>
      keys.filter((key) => !(yields && taken.has(key))).map((key) => ({ key, does })),
    ),
  ];
}
