import { firstFinger } from "../../score/marks/written.ts";

/** Keys of a major scale with so many sharps (below 0: flats), as pitch classes. */
function scaleOf(fifths: number): ReadonlySet<number> {
  const tonic = (((fifths * 7) % 12) + 12) % 12;
  return new Set([0, 2, 4, 5, 7, 9, 11].map((step) => (tonic + step) % 12));
}

/** The key so many steps of the scale away. */
export function along(fifths: number, from: number, steps: number): number {
  const scale = scaleOf(fifths);
  let key = from;
  for (let left = Math.abs(steps); left > 0;) {
    key += Math.sign(steps);
    if (scale.has(((key % 12) + 12) % 12)) left--;
  }
  return key;
}

/**
 * Where the fingers of a hand lie when some of them are on keys: those that are not lie over the
 * neighbouring keys of the scale.
 *
 * @param held keys with what is written over them
 * @param fifths of the key signature
 * @example
 *   lying([{ midi: 60, finger: "1" }], "right", 0).map((one) => one.midi)
 *   // => [60, 62, 64, 65, 67]
 */
export function lying(
  held: readonly { readonly midi: number; readonly finger: string }[],
  hand: string,
  fifths: number,
): { finger: number; midi: number; idle: boolean }[] {
  const known = held
    .map(({ midi, finger }) => ({ midi, finger: Number(firstFinger(finger)) }))
    .filter((one) => one.finger >= 1 && one.finger <= 5);
  if (known.length === 0 || hand === "feet") return [];
  const way = hand === "left" ? -1 : 1;
  const found = [1, 2, 3, 4, 5].map((finger) => {
    const own = known.find((one) => one.finger === finger);
    if (own) return { finger, midi: own.midi, idle: false };
    const near = known.reduce((best, one) =>
      Math.abs(one.finger - finger) < Math.abs(best.finger - finger) ? one : best,
    );
    return { finger, midi: along(fifths, near.midi, (finger - near.finger) * way), idle: true };
  });
  // between keys that are held closer or wider than a hand lies there is no saying
  return found.filter(
    (one) =>
      !one.idle ||
      found.every(
        (other) =>
          other === one ||
          Math.sign(other.midi - one.midi) === Math.sign(other.finger - one.finger) * way,
      ),
  );
}
