import { say } from "@yarrow-ridge/core/words";
import type { PageAnswer } from "@yarrow-ridge/contract";
import type { Score } from "@yarrow-ridge/core/score";
import type { Box } from "@yarrow-ridge/core/pages";
import { useRef, useState, type KeyboardEvent, type PointerEvent } from "react";
import type { Mark } from "./usePages.ts";

interface Point {
  readonly x: number;
  readonly y: number;
}

const percent = (share: number): string => `${share * 100}%`;
/** Smaller than this, in shares of the page, was a click and no box. */
const LEAST = 0.015;

/** A box moves and grows by this share of the page with each press of an arrow. */
const STEP = 0.005;
const ARROWS: Readonly<Record<string, readonly [x: number, y: number]>> = {
  ArrowLeft: [-STEP, 0],
  ArrowRight: [STEP, 0],
  ArrowUp: [0, -STEP],
  ArrowDown: [0, STEP],
};
const inside = ({ x, y, width, height }: Box): boolean =>
  x >= 0 && y >= 0 && x + width <= 1 && y + height <= 1 && width > LEAST && height > LEAST;

/** What a key makes of a box: moved, with Shift of another size, split, one more, none. */
function byKey(
  mark: Box,
  { key, shiftKey }: Pick<KeyboardEvent, "key" | "shiftKey">,
): { boxes: Box[]; label: string } | undefined {
  const [x, y] = ARROWS[key] ?? [];
  if (x !== undefined && y !== undefined) {
    const next = shiftKey
      ? { ...mark, width: mark.width + x, height: mark.height + y }
      : { ...mark, x: mark.x + x, y: mark.y + y };
    return inside(next) ? { boxes: [next], label: say`where a bar is on the page` } : undefined;
  }
  const half = mark.width / 2;
  switch (key) {
    case "Delete":
    case "Backspace":
      return { boxes: [], label: say`a bar rubbed out on the page` };
    case "s":
      return {
        boxes: [
          { ...mark, width: half },
          { ...mark, x: mark.x + half, width: half },
        ],
        label: say`splitting a bar on the page`,
      };
    case "n": {
      const beside = { ...mark, x: Math.min(mark.x + mark.width, 1 - mark.width) };
      return { boxes: [mark, beside], label: say`a bar marked on the page` };
    }
    default:
      return undefined;
  }
}

/**
 * A page with its bars in boxes. With `onBoxes` boxes can be drawn, split by a double click, and
 * removed.
 */
export function PageMarks({
  page,
  src,
  score,
  chosen,
  focus,
  onPick,
  onBoxes,
}: {
  page: PageAnswer;
  src: string;
  score: Score;
  chosen: { from: number; to: number } | undefined;
  focus?: number | undefined;
  onPick: (bar: number, shift: boolean) => void;
  onBoxes?: (boxes: readonly Box[], label: string) => void;
}) {
  const holder = useRef<HTMLDivElement>(null);
  const [drag, setDrag] = useState<{ from: Point; to: Point }>();
  const drawing: Box | undefined = drag && {
    x: Math.min(drag.from.x, drag.to.x),
    y: Math.min(drag.from.y, drag.to.y),
    width: Math.abs(drag.to.x - drag.from.x),
    height: Math.abs(drag.to.y - drag.from.y),
  };
  const at = (event: { clientX: number; clientY: number }) => {
    const box = holder.current!.getBoundingClientRect();
    const within = (share: number) => Math.max(0, Math.min(1, share));
    return {
      x: within((event.clientX - box.left) / box.width),
      y: within((event.clientY - box.top) / box.height),
    };
  };
  const down = (event: PointerEvent) => {
    if (!onBoxes || event.button !== 0 || event.target !== event.currentTarget) return;
    event.preventDefault();
    const start = at(event);
    event.currentTarget.setPointerCapture(event.pointerId);
    setDrag({ from: start, to: start });
  };
  const move = (event: PointerEvent) => {
    if (drag) setDrag({ from: drag.from, to: at(event) });
  };
  const up = () => {
    if (drawing && drawing.width > LEAST && drawing.height > LEAST)
      onBoxes?.([...page.marks, drawing], say`a bar marked on the page`);
    setDrag(undefined);
  };
  const without = (mark: Mark) => page.marks.filter((one) => one !== mark);
  const split = (mark: Mark, event: { clientX: number; clientY: number }) => {
    if (!onBoxes) return;
    const { x } = at(event);
    const width = x - mark.x;
    if (width < LEAST / 2 || mark.width - width < LEAST / 2) return;
    onBoxes(
      [...without(mark), { ...mark, width }, { ...mark, x, width: mark.width - width }],
      say`splitting a bar on the page`,
    );
  };
  const key = (mark: Mark) => (event: KeyboardEvent) => {
    const done = onBoxes && byKey(mark, event);
    if (!done) return;
    event.preventDefault();
    event.stopPropagation();
    onBoxes([...without(mark), ...done.boxes], done.label);
  };
  return (
    <div
      ref={holder}
      className="page-sheet"
      style={{ aspectRatio: `${page.width} / ${page.height}` }}
      data-page={page.id}
    >
      <img src={src} alt={page.name} draggable={false} loading="lazy" />
      <div
        className={`page-marks${onBoxes ? " drawable" : ""}`}
        onPointerDown={down}
        onPointerMove={move}
        onPointerUp={up}
        onPointerCancel={() => setDrag(undefined)}
      >
        {page.marks.map((mark, i) => {
          const on = chosen !== undefined && mark.bar >= chosen.from && mark.bar <= chosen.to;
          const number = score.bars[mark.bar]?.number ?? "?";
          return (
            <button
              key={i}
              type="button"
              className={`page-mark${on ? " chosen" : ""}${mark.bar === focus ? " focus" : ""}`}
              aria-pressed={on}
              aria-label={say`bar ${number}`}
              data-bar={mark.bar}
              style={{
                left: percent(mark.x),
                top: percent(mark.y),
                width: percent(mark.width),
                height: percent(mark.height),
              }}
              onClick={(event) => onPick(mark.bar, event.shiftKey)}
              onDoubleClick={(event) => split(mark, event)}
              onKeyDown={key(mark)}
            >
              <span>{number}</span>
            </button>
          );
        })}
        {drawing && (
          <span
            className="page-mark drawing"
            style={{
              left: percent(drawing.x),
              top: percent(drawing.y),
              width: percent(drawing.width),
              height: percent(drawing.height),
            }}
          />
        )}
      </div>
    </div>
  );
}
