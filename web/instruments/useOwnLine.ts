import { useDesk } from "../piece/useDesk.ts";
import type { Said } from "../score/placeFingers.ts";
import { viewOf } from "./index.ts";
import type { OwnLine } from "./view.ts";

/** The line of an instrument under each system, where it is wanted and has something on it. */
export function useOwnLine(kind: string | undefined, said: readonly Said[]): OwnLine | undefined {
  const isWanted = useDesk(({ ownLine }) => ownLine);
  const line = kind === undefined ? undefined : viewOf(kind).line;
  const hasSome = said.some(({ aspect, values }) => aspect.id === line?.of && values.size > 0);
  return isWanted && hasSome ? line : undefined;
}
