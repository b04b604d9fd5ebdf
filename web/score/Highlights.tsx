import type { PageBoxes } from "./geometry.ts";

/** The chosen bars, washed in gold. */
export function ChosenBars({ boxes, from, to }: { boxes: PageBoxes; from: number; to: number }) {
  return (
    <g>
      {boxes.bars
        .filter(({ bar }) => bar >= from && bar <= to)
        .map(({ bar, left, right, top, bottom }) => (
          <g key={bar}>
            <rect
              className="mark-bars"
              x={left}
              y={top - 320}
              width={right - left}
              height={bottom - top + 640}
            />
            {bar === from && (
              <line
                className="mark-edge"
                x1={left + 18}
                x2={left + 18}
                y1={top - 320}
                y2={bottom + 320}
              />
            )}
            {bar === to && (
              <line
                className="mark-edge"
                x1={right - 18}
                x2={right - 18}
                y1={top - 320}
                y2={bottom + 320}
              />
            )}
          </g>
        ))}
    </g>
  );
}

/** A ring around the note that typing goes to. */
export function ChosenNote({ boxes, id }: { boxes: PageBoxes; id: string }) {
  const box = boxes.notes.find((candidate) => candidate.note.id === id);
  return box ? (
    <rect
      className="mark-note"
      x={box.x - box.width * 0.85}
      y={box.y - 170}
      width={box.width * 1.7}
      height={340}
      rx={110}
    />
  ) : null;
}
