import {
  comparePlaces,
  toNumber,
  type Mark,
  type Score,
  type Section,
  type Stratum,
} from "@yarrow-ridge/core/score";
import { overWords, xAt, type PageBoxes } from "./geometry.ts";

/** Away from the staff, in engraver units: beyond fingers, as high as names of sections. */
const [AWAY, OVER] = [700, 1050];
/** Room beside the name of a section, and for the words, by their letters; how high they are. */
const [LETTER, WORD, TALL] = [270, 150, 300];

/** Marks that no instrument draws in its own way: their words over or under their place. */
export function MarkWords({
  boxes,
  score,
  stratum,
  marks,
  below,
  pencil,
  sections,
}: {
  boxes: PageBoxes;
  score: Score;
  stratum: Stratum;
  marks: readonly Mark[];
  below: (line: string) => boolean;
  pencil: readonly Mark[];
  sections: readonly Section[];
}) {
  return (
    <g className="mark-words">
      {[...marks, ...pencil].map((mark) => {
        const bar = boxes.bars.find((one) => one.bar === mark.from.bar);
        if (!bar) return null;
        const low = mark.line !== undefined && below(mark.line);
        const offset = toNumber(mark.from.offset);
        const named = sections.find(({ from }) => comparePlaces(from, mark.from) === 0);
        const beside = named && !low ? (named.name.length + 1) * LETTER : 0;
        const words = stratum.words(mark);
        const x =
          offset > 0 ? (xAt(boxes, score, mark.from.bar, offset) ?? bar.left) : bar.left + beside;
        const right = x + words.length * WORD;
        const y = low
          ? bar.bottom + AWAY
          : overWords(boxes, { left: x, right }, bar.top - OVER, TALL);
        return (
          <text
            key={mark.id}
            x={x}
            y={y}
            data-mark={mark.id}
            className={`${stratum.id}${pencil.includes(mark) ? " pencil" : ""}`}
          >
            {words}
          </text>
        );
      })}
    </g>
  );
}
