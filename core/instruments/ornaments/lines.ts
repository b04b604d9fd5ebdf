import { say } from "../../words/say.ts";
import type { Line } from "../../score/model/lines.ts";
import type { Score } from "../../score/model/model.ts";
import { LAYER_NAMES } from "./layers.ts";

const some = (score: Score, limb: string, isOne: (layer: number | undefined) => boolean) =>
  score.notes.some(
    (note) => note.hand === limb && (note.grace || note.ornaments?.length) && isOne(note.layer),
  );

/**
 * A tune as it is learned: bare, then with one layer of ornaments after the other. With the last
 * of them it is all that its limb plays.
 *
 * @param limb whose highest notes are the tune
 * @param isPrinted whether what the file prints is left out at first too
 */
export const tuneLines = (limb: string, isPrinted: boolean): Line[] => [
  {
    id: "tune",
    name: say`bare tune`,
    limbs: [limb],
    layers: 0,
    within: (score) => {
      const has = some(score, limb, (layer) => isPrinted || layer !== undefined);
      return has ? () => true : undefined;
    },
  },
  ...LAYER_NAMES.slice(1).map((_, i): Line => {
    const layers = i + 1;
    return {
      id: `tune-${layers}`,
      name: layers === 1 ? say`tune with layer 1` : say`tune with layers 1–${layers}`,
      limbs: [limb],
      layers,
      within: (score) => {
        const has = some(score, limb, (layer) => layer === layers);
        return has && some(score, limb, (layer = 1) => layer > layers) ? () => true : undefined;
      },
    };
  }),
];
