import type { FileStrings, Score } from "../../score/index.ts";
import { keyNamed } from "../../score/model/pitch.ts";
import { say } from "../../words/say.ts";
import type { InstrumentRecord, SetupAsked } from "../record.ts";
import { USUAL_NECK } from "./neck.ts";

const OCTAVE = 12;
const STANDARD = USUAL_NECK.tuning;
/** Fewer strings are no instrument. */
const FEWEST = 3;

/** What of a setup is the strings. */
type Strings = { readonly tuning?: readonly number[]; readonly capo?: number };

/**
 * The tuning and capo a file asks for, where they are not the usual ones. Some files write the
 * strings an octave above their sound, like the notes.
 */
export function setupIn({ strings, notes }: Score): SetupAsked | undefined {
  if (!strings) return undefined;
  const tuning = tuningOf(strings);
  const isHigh =
    tuning.length === STANDARD.length && tuning.at(-1)! > STANDARD.at(-1)! + OCTAVE / 2;
  const open = isHigh ? tuning.map((one) => one - OCTAVE) : [...tuning];
  // where frets are printed the notes say whether a capo is part of what is written
  const fretted = notes.flatMap(({ midi, printed }) => {
    const [string, fret] = [Number(printed?.["string"]), Number(printed?.["fret"])];
    return open[string - 1] === undefined || Number.isNaN(fret) || printed?.["harmonic"]
      ? []
      : [midi - open[string - 1]! - fret];
  });
  // in whichever octave it is read
  const under = fretted.filter((one) => (one - strings.capo) % OCTAVE === 0).length;
  const capo = fretted.length === 0 || under * 2 > fretted.length ? strings.capo : 0;
  const isUsual = open.length === STANDARD.length && open.every((one, i) => one === STANDARD[i]);
  if (isUsual && capo === 0) return undefined;
  return {
    setup: { ...(isUsual ? {} : { tuning: open }), ...(capo ? { capo } : {}) },
    text: [
      ...(isUsual ? [] : [say`the strings are ${open.map(keyNamed).join(" ")}`]),
      ...(capo ? [say`the capo is at fret ${capo}`] : []),
    ].join(say`, and `),
  };
}

/** Strings tuned one by one are all there are, or change those of the file or the usual ones. */
function tuningOf({ tuning, accords = [] }: FileStrings): readonly number[] {
  const told = new Map(accords.map(({ string, key }) => [string, key]));
  const count = Math.max(...told.keys());
  if (!tuning && count >= FEWEST && told.size === count)
    return Array.from({ length: count }, (_, i) => told.get(i + 1)!);
  return (tuning ?? STANDARD).map((key, i) => told.get(i + 1) ?? key);
}

/** The strings as they are set up, where the file does not ask for just that. */
export function stringsFor(setup: InstrumentRecord, score: Score): FileStrings | undefined {
  const of = ({ tuning = STANDARD, capo = 0 }: Strings): string => [...tuning, capo].join();
  if (of(setup) === of(setupIn(score)?.setup ?? {})) return undefined;
  const { tuning = STANDARD, capo = 0 }: Strings = setup;
  return { tuning, capo };
}
