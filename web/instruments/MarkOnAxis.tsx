import { say } from "@yarrow-ridge/core/words";
import { barAxis, beatName, comparePlaces } from "@yarrow-ridge/core/score";
import type { Mark, Place, Score } from "@yarrow-ridge/core/score";
import { useRef, useState, type KeyboardEvent, type PointerEvent, type ReactNode } from "react";
import { follow } from "../shell/dragging.ts";
import type { Moving } from "./view.ts";

/** A press that goes so far is a drag, in pixels. */
const DRAGGED = 5;

/**
 * A mark on the bar axis of a strip. A click chooses its bar; dragged, or with Shift and an arrow,
 * it goes to the places where it may stand, which are shown while it moves.
 */
export function MarkOnAxis({
  score,
  mark,
  title,
  isPencil,
  moving,
  onChoose,
  children,
}: {
  score: Score;
  mark: Mark;
  title: string;
  isPencil: boolean;
  moving: Moving | undefined;
  onChoose: (from: number, to: number) => void;
  children: ReactNode;
}) {
  const [places, setPlaces] = useState<readonly Place[]>();
  const [to, setTo] = useState<Place>();
  const [isAway, setAway] = useState(false);
  const movable = moving && !isPencil;
  const isMoved = useRef(false);
  const here = to ?? mark.from;
  const x = (place: Place) => barAxis(score.bars, place);
  const at = (bars: number) => `${(100 * bars) / score.bars.length}%`;
  const done = () => {
    setPlaces(undefined);
    setTo(undefined);
    setAway(false);
  };
  /** Where it may stand; undefined, and said, where that cannot be asked now. */
  const ask = () =>
    moving!.places(mark).catch(() => {
      setAway(true);
      return undefined;
    });
  const drag = (event: PointerEvent<HTMLButtonElement>) => {
    if (!movable) return;
    const { left, width } = event.currentTarget.parentElement!.getBoundingClientRect();
    const begun = event.clientX;
    let [known, last]: [readonly Place[] | undefined, Place | undefined] = [undefined, undefined];
    isMoved.current = false;
    let isOver = false;
    const move = (now: globalThis.PointerEvent) => {
      if (!isMoved.current && Math.abs(now.clientX - begun) < DRAGGED) return;
      if (!isMoved.current) {
        isMoved.current = true;
        void ask().then((found) => {
          // it may have been let go meanwhile
          if (!isOver) setPlaces((known = found));
        });
      }
      if (!known) return;
      const wanted = ((now.clientX - left) / width) * score.bars.length;
      last = nearest(known, (place) => Math.abs(x(place) - wanted));
      setTo(last);
    };
    const end = (commit: boolean) => {
      isOver = true;
      done();
      if (commit && last && comparePlaces(last, mark.from) !== 0) moving.put(mark, last);
    };
    follow(event, move, end);
  };
  const key = async (event: KeyboardEvent) => {
    const by = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
    if (!by || !event.shiftKey || !movable) return;
    event.preventDefault();
    event.stopPropagation();
    const found = await ask();
    if (!found) return;
    const next = found[found.findIndex((one) => comparePlaces(one, mark.from) === 0) + by];
    setPlaces(found);
    if (next) moving.put(mark, next);
  };
  const [first, last] = [places?.[0], places?.at(-1)];
  return (
    <>
      {first && last && (
        <span
          className="marks-window"
          style={{ left: at(x(first)), width: at(Math.max(0.15, x(last) - x(first))) }}
        />
      )}
      <button
        type="button"
        className={
          [isPencil ? "pencil" : "", movable ? "movable" : ""].join(" ").trim() || undefined
        }
        style={{ left: at(x(here)) }}
        title={movable ? say`${title}; drag it, or Shift and an arrow` : title}
        onClick={() => {
          if (!isMoved.current) onChoose(mark.from.bar, mark.from.bar);
          isMoved.current = false;
        }}
        onPointerDown={drag}
        onKeyDown={(event) => void key(event)}
        onBlur={done}
      >
        {children}
      </button>
      {isAway && (
        <span className="marks-told" role="status" style={{ left: at(x(here)) }}>
          {say`where it may stand cannot be asked now; try again once all is stored`}
        </span>
      )}
      {places && (
        <span className="marks-told" role="status" style={{ left: at(x(here)) }}>
          {places.length < 2
            ? say`it can stand nowhere else near here`
            : say`bar ${score.bars[here.bar]!.number}, beat ${beatName(score.bars[here.bar]!, here.offset)}`}
        </span>
      )}
    </>
  );
}

const nearest = (places: readonly Place[], away: (place: Place) => number): Place | undefined =>
  [...places].sort((a, b) => away(a) - away(b))[0];
