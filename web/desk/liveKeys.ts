import { aspectsOf, type Instrument } from "@yarrow-ridge/core/instruments";
import { COMMANDS, type Command, type Place } from "../shell/keys.ts";

export interface LiveKey {
  readonly key: string;
  readonly does: string;
}

/** The keys that write a sign on a note of a line. */
export const signKeys = (of: Instrument, line: string): LiveKey[] =>
  aspectsOf(of, line).flatMap((aspect) =>
    aspect.symbols.map(({ key, name }) => ({ key, does: `${aspect.name}: ${name}` })),
  );

/**
 * Every key that is live on the desk in a stratum, with what it does.
 *
 * @param line whose note is chosen; none while no note is
 */
export function liveKeys(of: Instrument, stratum: Place, line?: string): LiveKey[] {
  const signs = line !== undefined && stratum === "hands" ? signKeys(of, line) : [];
  const taken = new Set(signs.map(({ key }) => key));
  const commands: readonly Command[] = [
    ...COMMANDS.everywhere,
    ...COMMANDS.desk,
    ...COMMANDS[stratum],
  ];
  return [
    ...signs,
    ...commands.flatMap(({ keys, does, yields }) =>
      keys.filter((key) => !(yields && taken.has(key))).map((key) => ({ key, does })),
    ),
  ];
}
