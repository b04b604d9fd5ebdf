/**
 * Hatches and tones of section families; a family is all sections of one letter. Nothing is told by
 * tone alone.
 */
export interface Family {
  readonly key: string;
  readonly tone: string;
  readonly hatch: number;
}

const TONES = ["var(--ridge)", "var(--heather)", "var(--moss)", "var(--rust)", "var(--clay)"];

/** `A′` and `A″` belong to `A`; a name such as `Coda` is a family of its own. */
export const familyName = (name: string): string =>
  name.replace(/[′″‴'"0-9\s]+$/u, "").trim() || name;

export function families(names: readonly string[]): Map<string, Family> {
  const found = new Map<string, Family>();
  for (const name of names) {
    const key = familyName(name);
    if (!found.has(key))
      found.set(key, { key, tone: TONES[found.size % TONES.length]!, hatch: found.size % 6 });
  }
  return found;
}
