import { toNumber, type Score, type Section } from "@yarrow-ridge/core/score";
import { xAt, type PageBoxes } from "./geometry.ts";

/** Section names over the bar where each begins. */
export function SectionNames({
  boxes,
  score,
  sections,
}: {
  boxes: PageBoxes;
  score: Score;
  sections: readonly Section[];
}) {
  const count = new Map<number, number>();
  return (
    <g>
      {sections.map(({ id, name, from }) => {
        const box = boxes.bars.find(({ bar }) => bar === from.bar);
        if (!box) return null;
        const level = count.get(from.bar) ?? 0;
        count.set(from.bar, level + 1);
        const x =
          from.offset.num === 0
            ? box.left + 60
            : (xAt(boxes, score, from.bar, toNumber(from.offset)) ?? box.left);
        return (
          <text key={id} className="section-name" x={x + level * 900} y={box.top - 860}>
            {name}
          </text>
        );
      })}
    </g>
  );
}
