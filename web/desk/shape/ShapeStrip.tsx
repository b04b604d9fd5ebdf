import { say } from "@yarrow-ridge/core/words";
import { TIMING } from "../../score/ShapeMarks.tsx";
import type { Piece } from "@yarrow-ridge/contract";
import {
  barAxis,
  beatName,
  comparePlaces,
  lasts,
  levelName,
  startOf,
  toText,
  type LoudnessPoint,
  type Place,
  type Score,
  type Shape,
} from "@yarrow-ridge/core/score";
import { loudnessOf, withLevel } from "@yarrow-ridge/core/shaping";
import { useRef, useState, type KeyboardEvent, type PointerEvent } from "react";
import { useAnnotationEdits } from "../../edits/annotations.ts";
import { follow } from "../../shell/dragging.ts";
import "./shape.css";

const TALL = 84;
const [LOUDEST, SOFTEST] = [8, 1];
const yOf = (level: number) => 4 + ((LOUDEST - level) / (LOUDEST - SOFTEST)) * (TALL - 8);
const levelOf = (y: number) =>
  Math.max(
    SOFTEST,
    Math.min(LOUDEST, Math.round((LOUDEST - ((y - 4) / (TALL - 8)) * (LOUDEST - SOFTEST)) * 4) / 4),
  );
/** Less than this in pixels is a click, not a drag. */
const STILL = 4;

/**
 * The loudness of the whole piece as a curve on the bar axis: drag it up or down. Below it, where
 * the time gives.
 */
export function ShapeStrip({
  piece,
  score,
  shape,
  climax,
  chosen,
  onChoose,
}: {
  piece: Piece;
  score: Score;
  shape: Shape;
  climax: Place | undefined;
  chosen: { from: number; to: number } | undefined;
  onChoose: (from: number, to: number) => void;
}) {
  const edits = useAnnotationEdits(piece.id);
  const [draft, setDraft] = useState<readonly LoudnessPoint[]>();
  /** The bar that the keys raise and lower. */
  const [bar, setBar] = useState(0);
  const field = useRef<HTMLDivElement>(null);
  const count = score.bars.length;
  const points = draft ?? loudnessOf(score, shape);
  const x = (place: Place) => (barAxis(score.bars, place) / count) * 100;
  const placeText = ({ bar, offset }: Place) =>
    score.bars[bar]
      ? say`bar ${score.bars[bar].number}${
          offset.num
            ? say`, beat
        ${beatName(score.bars[bar], offset)}`
            : ""
        }`
      : say`the end`;
  const write = (next: readonly LoudnessPoint[], label: string) =>
    void edits.shape(score, (before) => ({ ...before, loudness: next }), label);

  /** Drags the level at a place; without moving, a click chooses the bar. */
  const drag = (place: Place) => (event: PointerEvent<HTMLElement>) => {
    if (event.button !== 0) return;
    event.preventDefault();
    event.stopPropagation();
    field.current!.focus();
    setBar(Math.min(place.bar, count - 1));
    const [base, startY, box] = [
      loudnessOf(score, shape),
      event.clientY,
      field.current!.getBoundingClientRect(),
    ];
    let next: LoudnessPoint[] | undefined;
    const move = (now: globalThis.PointerEvent) => {
      if (!next && Math.abs(now.clientY - startY) < STILL) return;
      next = withLevel(base, place, levelOf(((now.clientY - box.top) / box.height) * TALL));
      setDraft(next);
    };
    const end = (commit: boolean) => {
      setDraft(undefined);
      if (commit && next) write(next, say`loudness in ${placeText(place)}`);
      else if (commit) onChoose(Math.min(place.bar, count - 1), Math.min(place.bar, count - 1));
    };
    follow(event, move, end);
  };
  /** The level at the beginning of a bar, on the line between the points around it. */
  const levelAt = (bar: number): number => {
    const after = points.find((one) => barAxis(score.bars, one) >= bar);
    const before = points.findLast((one) => barAxis(score.bars, one) <= bar);
    if (!before || !after) return (before ?? after)!.level;
    const [from, to] = [barAxis(score.bars, before), barAxis(score.bars, after)];
    return to === from
      ? before.level
      : before.level + ((bar - from) / (to - from)) * (after.level - before.level);
  };
  const keyed = startOf(bar);
  const key = (event: KeyboardEvent<HTMLElement>) => {
    const by = { ArrowUp: 0.5, ArrowDown: -0.5 }[event.key];
    const to = { ArrowRight: bar + 1, ArrowLeft: bar - 1, Home: 0, End: count - 1 }[event.key];
    if (by)
      write(withLevel(points, keyed, levelAt(bar) + by), say`loudness in ${placeText(keyed)}`);
    else if (to !== undefined) setBar(Math.max(0, Math.min(count - 1, to)));
    else if (event.key === "Enter") onChoose(bar, bar);
    else if (event.key === "Backspace" || event.key === "Delete") {
      const rest = points.filter((one) => one.bar !== bar);
      if (rest.length === points.length) return;
      write(rest, say`no point in ${placeText(keyed)}`);
    } else return;
    event.preventDefault();
    event.stopPropagation();
  };
  const press = (event: PointerEvent<HTMLDivElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    drag(
      startOf(
        Math.max(
          0,
          Math.min(count - 1, Math.floor(((event.clientX - box.left) / box.width) * count)),
        ),
      ),
    )(event);
  };
  const line = points.map((point) => `${x(point)},${yOf(point.level)}`);
  const path = `M ${[`0,${yOf(points[0]!.level)}`, ...line, `100,${yOf(points.at(-1)!.level)}`].join(" L ")}`;
  const ticks = [3, 5, 7];
  return (
    <div className="shape-strip">
      <div className="shape-scale" aria-hidden>
        {ticks.map((level) => (
          <span key={level} style={{ top: `${(yOf(level) / TALL) * 100}%` }}>
            {levelName(level)}
          </span>
        ))}
      </div>
      <div
        ref={field}
        className="shape-field"
        onPointerDown={press}
        title={say`Drag the curve up or down`}
        role="slider"
        tabIndex={0}
        aria-label={say`Loudness over ${count} bars: left and right choose a bar`}
        aria-orientation="vertical"
        aria-valuemin={SOFTEST}
        aria-valuemax={LOUDEST}
        aria-valuenow={levelAt(bar)}
        aria-valuetext={`${placeText(keyed)}: ${levelName(levelAt(bar))}`}
        onKeyDown={key}
      >
        <svg viewBox={`0 0 100 ${TALL}`} preserveAspectRatio="none" aria-hidden>
          {ticks.map((level) => (
            <line
              key={level}
              x1={0}
              x2={100}
              y1={yOf(level)}
              y2={yOf(level)}
              className="shape-line"
            />
          ))}
          {chosen && (
            <rect
              x={(chosen.from / count) * 100}
              width={((chosen.to - chosen.from + 1) / count) * 100}
              y={0}
              height={TALL}
              className="mark-bars"
            />
          )}
          {climax && (
            <line x1={x(climax)} x2={x(climax)} y1={0} y2={TALL} className="shape-climax" />
          )}
          <line x1={x(keyed)} x2={x(keyed)} y1={0} y2={TALL} className="shape-keyed" />
          <path d={`${path} L 100,${TALL} L 0,${TALL} Z`} className="shape-area" />
          <path d={path} className={`shape-curve${shape.loudness || draft ? "" : " printed"}`} />
        </svg>
        {points.map((point, i) => {
          // of a step both ends stand at one place: the later is the one to be dragged
          const covered = points[i + 1] && comparePlaces(points[i + 1]!, point) === 0;
          return covered ? null : (
            <span
              key={`${point.bar}:${toText(point.offset)}`}
              data-point={i}
              className="shape-point"
              title={`${placeText(point)}: ${levelName(point.level)}`}
              style={{ left: `${x(point)}%`, top: `${(yOf(point.level) / TALL) * 100}%` }}
              onPointerDown={drag(point)}
            />
          );
        })}
      </div>
      <div className="shape-time">
        {shape.timing.map((mark) => {
          const left = x(mark.from);
          return (
            <span
              key={mark.id}
              className={`shape-mark ${mark.kind}`}
              style={{
                left: `${left}%`,
                ...(lasts(mark.kind) ? { width: `${Math.max(1.2, x(mark.to) - left)}%` } : {}),
              }}
              title={`${TIMING[mark.kind]}, ${placeText(mark.from)}`}
              onClick={() => onChoose(mark.from.bar, mark.from.bar)}
            >
              <span>
                {mark.kind === "breathe" ? "’" : mark.kind === "wait" ? "|" : TIMING[mark.kind]}
              </span>
            </span>
          );
        })}
        {shape.timing.length === 0 && (
          <span className="soft small">{say`${shape.loudness ? say`your curve` : say`as printed`};
            drag it at any bar. Time is strict all through.`}</span>
        )}
      </div>
    </div>
  );
}
