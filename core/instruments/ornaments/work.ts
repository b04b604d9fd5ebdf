import { say } from "../../words/say.ts";
import { Type } from "@sinclair/typebox";
import { toText } from "../../score/model/fractionText.ts";
import { comparePlaces } from "../../score/model/places.ts";
import type { MarkDoubt, MarkTask, ProposedMark, StratumWork } from "../../score/marks/work.ts";
import { ornamentsOn } from "./adorned.ts";
import { graceKey, HOWS, tonesOf, type Ornament } from "./kinds.ts";
import { adornments, LAYER_NAMES, type Adornment, type OrnamentOptions } from "./layers.ts";
import type { Slides } from "./slides.ts";
import { tuneOf } from "./tune.ts";

/** A note keeps at least this share of its length under an ornament. */
const KEPT = 1 / 5;

/** The ornaments of a task's layer, or of the next one. */
export function layerOf(
  task: MarkTask,
  limb: string,
  slides: Slides,
): { layer: number; found: Adornment[] } {
  const { layer = nextLayer(task), ...rest } = task.options as Partial<OrnamentOptions>;
  const bars = [task.from, task.to] as const;
  const taken = new Set(ornamentsOn(task.score, limb, task.written).keys());
  return { layer, found: adornments(task.score, limb, bars, { ...rest, layer }, taken, slides) };
}

/** The layer that comes next: after the highest one that is written in these bars. */
const nextLayer = ({ written, from, to }: MarkTask): number => {
  const layers = written
    .filter((mark) => mark.from.bar >= from && mark.from.bar <= to)
    .map(({ data }) => Number(data.layer ?? 0));
  return Math.min(LAYER_NAMES.length, 1 + Math.max(0, ...layers));
};

const propose =
  (limb: string, slides: Slides) =>
  (task: MarkTask): ProposedMark[] => {
    const { from, to, written } = task;
    const { found } = layerOf(task, limb, slides);
    const kept = written.filter((mark) => mark.from.bar >= from && mark.from.bar <= to);
    // a layer comes over those that are there
    return [
      ...kept.map(({ from: place, data }) => ({
        ...{ from: place, data },
        why: say`It stands already.`,
      })),
      ...found.map(({ note, data, why }) => ({
        from: { bar: note.bar, offset: note.offset },
        data,
        why,
      })),
    ].sort((a, b) => comparePlaces(a.from, b.from));
  };

/** Ornaments where no note of the tune begins, and those that leave their note no time. */
const check =
  (limb: string, slides: Slides) =>
  ({ score, written, from, to }: MarkTask): MarkDoubt[] => {
    const tune = tuneOf(score, limb);
    const at = new Map(tune.map(({ note }, i) => [`${note.bar} ${toText(note.offset)}`, i]));
    return written.flatMap(({ from: place, data }): MarkDoubt[] => {
      if (place.bar < from || place.bar > to) return [];
      const bar = score.bars[place.bar]!.number;
      const i = at.get(`${place.bar} ${toText(place.offset)}`) ?? -1;
      const one = tune[i];
      if (!one)
        return [
          {
            ...{ ...place, kind: "nothing" },
            text: say`Bar ${bar}: no note of the tune begins where this ornament stands.`,
          },
        ];
      const ornament = data as unknown as Ornament;
      if (ornament.how === "slid" && !slides(graceKey(one.note.midi, ornament), one.note.midi))
        return [
          {
            ...{ ...place, kind: "slid" },
            text: say`Bar ${bar}: no finger slides from this grace to its note. Take it with two
              fingers, or from the key or string beside it.`,
          },
        ];
      const tones = tonesOf(ornament, one.note.midi, one.length);
      const main = tones.filter(({ midi }) => midi === one.note.midi);
      const own = main.reduce((sum, { length }) => sum + length, 0);
      const early = Math.max(0, -tones[0]!.at);
      const before = tune[i - 1];
      const isTight = early > 0 && one.rest < early && (!before || before.length < 2 * early);
      if (own >= KEPT * one.length && !isTight) return [];
      return [
        {
          ...{ ...place, kind: "tight" },
          text: isTight
            ? say`Bar ${bar}: there is no time for this grace; the note before is too short, or
                nothing comes before.`
            : say`Bar ${bar}: the ornament is longer than its note.`,
        },
      ];
    });
  };

const one = (...values: readonly string[]) =>
  Type.Union(values.map((value) => Type.Literal(value)));

/** Ornaments of the next layer for a tune, and those that are written looked through. */
export const ornamentWork = (limb: string, slides: Slides): StratumWork => ({
  options: Type.Object(
    {
      style: Type.Optional(one("mixed", "above", "below")),
      interval: Type.Optional(one("half", "step", "third")),
      how: Type.Optional(one(...HOWS)),
      layer: Type.Optional(
        Type.Integer({
          minimum: 1,
          maximum: LAYER_NAMES.length,
          description: "which layer, 1 to 4; the next one when not given",
        }),
      ),
      reach: Type.Optional(
        Type.Number({ minimum: 60, maximum: 320, description: "of the hand, in millimetres" }),
      ),
    },
    { additionalProperties: false },
  ),
  propose: propose(limb, slides),
  check: check(limb, slides),
});
