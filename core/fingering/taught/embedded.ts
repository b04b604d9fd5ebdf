import { matchEmbedded, type Match } from './measure.ts';
import type { Taught } from './keyboard.ts';

/** A turn round the key an octave away from where the taught notes begin, and from where they end: nothing marks them off. */
const TURN = [12, 14, 12, 11, 12];

export function embedded(taught: Taught): Match {
  const [first, last] = [taught.notes[0]!.midi, taught.notes.at(-1)!.midi];
  return matchEmbedded(taught, TURN.map((step) => first + step), TURN.map((step) => last + (last > first ? -step : step)));
}
