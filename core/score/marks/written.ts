/**
 * What stands over a note: a finger, one that takes over silently (`4-5`), or one the player may
 * leave (`(3)`).
 */
export interface Written {
  readonly finger: string;
  readonly then?: string;
  readonly optional?: boolean;
}

/**
 * Reads `3`, `4-5`, `(3)`, `(4-5)`; undefined when it is none of these with fingers of the limb.
 *
 * @example parseWritten("4-5", ["4", "5"]) // => { finger: "4", then: "5" }
 */
export function parseWritten(text: string, fingers: readonly string[]): Written | undefined {
  const match = /^(\()?([^\s()-]+)(?:-([^\s()-]+))?(\))?$/.exec(text.trim());
  if (!match) return undefined;
  const [, open, finger, then, close] = match;
  if ((open === undefined) !== (close === undefined) || !fingers.includes(finger!))
    return undefined;
  if (then !== undefined && (!fingers.includes(then) || then === finger)) return undefined;
  return {
    finger: finger!,
    ...(then === undefined ? {} : { then }),
    ...(open ? { optional: true } : {}),
  };
}

/** The other way round: `4-5`, `(3)`. */
export const writtenText = ({ finger, then, optional }: Written): string => {
  const text = then === undefined ? finger : `${finger}-${then}`;
  return optional ? `(${text})` : text;
};

/** The first finger of what is written, without looking at whose fingers they are. */
export const firstFinger = (text: string): string => text.replace(/^\(/, "").split(/[-)]/)[0]!;
/** The finger that is on the key at its end. */
export const lastFinger = (text: string): string => text.replace(/[()]/g, "").split("-").at(-1)!;
