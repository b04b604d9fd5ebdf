/** A stop as it is written: its pitch in feet and its family, where they can be understood. */
export interface Stop {
  readonly text: string;
  readonly feet?: string;
  readonly family?: "principal" | "flute" | "string" | "reed" | "mixture";
}

/** Names by family. Common practice, no source. */
const FAMILIES: readonly (readonly [Stop["family"], RegExp])[] = [
  ["mixture", /mixtur|cornet|sesquialter|cymbal|zimbel|scharf|fourniture/i],
  ["reed", /trump|trompet|oboe|hautb|clarin|krummhorn|cromorne|vox humana|posaune|bombard|reed/i],
  ["string", /gamb|salicional|viol|celest|dulcian(?!a\b)|string|aeoline/i],
  ["flute", /flut|fl[öo]te|flauto|gedackt|gedeckt|bourdon|rohr|stopped|nazard|tierce|subbas/i],
  ["principal", /princip|prinzipal|diapason|montre|prestant|octav|fifteenth|superoctav|choral/i],
];

const PITCH = /(\d{1,2})\s*(⅔|⅗|⅓|2\/3|3\/5|1\/3)?\s*[′'’]?/;
const FRACTIONS: Readonly<Record<string, string>> = { "2/3": "⅔", "3/5": "⅗", "1/3": "⅓" };

/**
 * Stops as a teacher writes them, parted by commas, plus signs or lines.
 *
 * @example understood("Flute 2 2/3") // => [{ text: "Flute 2 2/3", feet: "2⅔", family: "flute" }]
 */
export const understood = (text: string): Stop[] =>
  oneByOne(text).map((one): Stop => {
    const [, whole, part] = PITCH.exec(one) ?? [];
    const family = FAMILIES.find(([, names]) => names.test(one))?.[0];
    const feet = whole && `${whole}${part ? (FRACTIONS[part] ?? part) : ""}`;
    return { text: one, ...(feet ? { feet } : {}), ...(family ? { family } : {}) };
  });

/** The words between commas, plus signs or lines. */
export const oneByOne = (text: string): string[] =>
  text
    .split(/[,;+\n]/)
    .map((one) => one.trim())
    .filter((one) => one !== "");
