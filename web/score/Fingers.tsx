import { drawnAs } from "@yarrow-ridge/core/score";
import type { PageBoxes } from "./geometry.ts";
import type { Said } from "./placeFingers.ts";
import { place, DIGIT } from "./placeFingers.ts";

/** How far to the right, and how much lower, the finger of the layer below stands. */
const [ASIDE, LOWER] = [210, 60];

/** `both`: the finger of the layer below is shown too, smaller and to the right. */
export function Fingers({
  boxes,
  said,
  below,
  both = false,
  onPick,
}: {
  boxes: PageBoxes;
  said: readonly Said[];
  below: (hand: string) => boolean;
  both?: boolean;
  onPick?: ((noteId: string) => void) | undefined;
}) {
  return (
    <g className="fingers">
      {place(boxes, said, below).map(({ box, aspect, written, text, x, y, ornament }) => {
        const aside = x + ASIDE * Math.max(1, text.length * 0.7);
        return (
          <g key={`${box.note.id} ${aspect.id}`}>
            {aspect.look === "circled" && (
              <circle className="finger-ring" cx={x} cy={y - DIGIT * 0.34} r={DIGIT * 0.5} />
            )}
            <text
              x={x}
              y={y}
              className={`finger ${aspect.look} ${written.look}`}
              data-note={box.note.id}
              data-aspect={aspect.id}
              onClick={
                onPick &&
                ((event) => {
                  event.stopPropagation();
                  onPick(box.note.id);
                })
              }
            >
              {text}
            </text>
            {ornament && (
              <text x={aside} y={y - LOWER - 120} className="finger ornament" aria-hidden>
                {ornament}
              </text>
            )}
            {both && written.beside && (
              <text
                x={aside}
                y={y + LOWER}
                className={`finger beside ${written.beside.look}`}
                aria-hidden
              >
                {drawnAs(aspect, written.beside.finger).text}
              </text>
            )}
          </g>
        );
      })}
    </g>
  );
}
