import { say } from "@yarrow-ridge/core/words";
import {
  barAxis,
  barSpan,
  lastBarOf,
  nest,
  type Bar,
  type Place,
  type Section,
} from "@yarrow-ridge/core/score";
import {
  useId,
  useLayoutEffect,
  useRef,
  useState,
  type KeyboardEvent,
  type PointerEvent,
} from "react";
import { families, familyName } from "./families.ts";
import { hatchId, Hatches } from "./Hatches.tsx";
import "./ridge.css";

export interface RidgeGround {
  readonly secure: number;
  readonly together: number;
  readonly isNew: boolean;
  readonly silent: boolean;
}

export interface RidgeProps {
  readonly bars: readonly (Pick<Bar, "number"> & Partial<Pick<Bar, "length">>)[];
  readonly ground: readonly RidgeGround[];
  /** Performance tempo; without a plan there is none. */
  readonly goal: number | undefined;
  readonly sections: readonly Section[];
  /** Where the piece is to be at its highest. */
  readonly climax?: Place | undefined;
  readonly chosen: { from: number; to: number } | undefined;
  readonly onChoose?: (from: number, to: number) => void;
  /** A bar that the eye is on. */
  readonly height?: number;
}

/** The top of the land: what nothing has been earned on still shows as a low bank. */
const BANK = 0.05;
/** Without a goal there is nothing to rise to: a level bank tells what is new and what returns. */
const LEVEL = 0.7;

/**
 * The piece as a landscape on the bar axis: how high each bar is secure, against performance tempo;
 * its sections below.
 */
export function Ridge({
  bars,
  ground,
  goal,
  sections,
  climax,
  chosen,
  onChoose,
  height = 104,
}: RidgeProps) {
  const id = useId().replace(/[^a-z0-9]/gi, "");
  const holder = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(1000);
  const [anchor, setAnchor] = useState<number>();
  useLayoutEffect(() => {
    const box = holder.current!;
    const watcher = new ResizeObserver(() => setWidth(box.clientWidth || 1000));
    watcher.observe(box);
    return () => watcher.disconnect();
  }, []);
  const nested = nest(sections);
  const depth = Math.max(0, ...nested.map((one) => one.depth)) + 1;
  // above the land is room for the name of its top, if it has one
  const top = goal ? 22 : climax ? 14 : 6;
  const floor = top + height;
  const total = sections.length ? floor + 6 + Math.min(3, depth) * 18 + 18 : floor + 2;
  const unit = width / bars.length;
  const known = families(nested.map(({ section }) => section.name));
  const rise = (tempo: number) =>
    floor - (goal ? Math.max(BANK, Math.min(1.04, tempo / goal)) : LEVEL) * (height - 4);

  const secure = ground.map((bar) => rise(bar.secure));
  const together = ground.map((bar) => rise(Math.min(bar.secure, bar.together)));
  /**
   * A bar's piece of the land: level in the middle, sloping half-way to its neighbours at the
   * edges.
   */
  const land = (tops: readonly number[], i: number): string => {
    const [x, y] = [i * unit, tops[i]!];
    const [left, right] = [(y + (tops[i - 1] ?? y)) / 2, (y + (tops[i + 1] ?? y)) / 2];
    return (
      `${x},${floor} ${x},${left} ${x + unit * 0.2},${y} ${x + unit * 0.8},${y} ` +
      `${x + unit + 0.6},${right} ${x + unit + 0.6},${floor}`
    );
  };

  const barAt = (event: PointerEvent) => {
    const { left } = holder.current!.getBoundingClientRect();
    return Math.max(0, Math.min(bars.length - 1, Math.floor((event.clientX - left) / unit)));
  };
  const down = (event: PointerEvent) => {
    if (!onChoose || event.button !== 0) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    const at = barAt(event);
    setAnchor(event.shiftKey && chosen ? chosen.from : at);
    if (event.shiftKey && chosen) onChoose(Math.min(chosen.from, at), Math.max(chosen.from, at));
    else onChoose(at, at);
  };
  const move = (event: PointerEvent) => {
    if (anchor === undefined || !onChoose) return;
    const at = barAt(event);
    onChoose(Math.min(anchor, at), Math.max(anchor, at));
  };
  const key = (event: KeyboardEvent) => {
    const step = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
    if (!step || !onChoose) return;
    event.preventDefault();
    event.stopPropagation();
    const last = bars.length - 1;
    const now = chosen ?? { from: 0, to: 0 };
    if (event.shiftKey) onChoose(now.from, Math.max(now.from, Math.min(last, now.to + step)));
    else
      onChoose(
        Math.max(0, Math.min(last, now.from + step)),
        Math.max(0, Math.min(last, now.from + step)),
      );
  };

  const newBars = ground.filter((bar) => bar.isNew).length;
  const label = say`The ridge: ${bars.length} bars, ${newBars} of them
    new${goal ? say`, performance tempo ${goal}` : ""}. Arrow keys choose a bar, with Shift more.`;
  return (
    <div ref={holder} className="ridge">
      <svg
        width={width}
        height={total}
        role={onChoose ? "group" : "img"}
        tabIndex={onChoose ? 0 : undefined}
        aria-label={label}
        onMouseDown={(event) => event.preventDefault()}
        onPointerDown={down}
        onPointerMove={move}
        onPointerUp={() => setAnchor(undefined)}
        onKeyDown={key}
      >
        <Hatches families={known.values()} id={id} />
        {ground.map((bar, i) => {
          const name = sectionAt(nested, i);
          const family = name === undefined ? undefined : known.get(familyName(name));
          const tone = family?.tone ?? "var(--ridge)";
          const hatch = family ? `url(#${hatchId(id, family.key)})` : "var(--ridge-light)";
          return (
            <g key={i}>
              {bar.together < bar.secure && (
                <polygon points={land(secure, i)} fill={tone} fillOpacity={0.3} />
              )}
              <polygon points={land(together, i)} fill={bar.isNew ? tone : hatch} />
            </g>
          );
        })}
        <polyline
          className="ridge-edge"
          points={secure
            .map((y, i) => `${i * unit + unit * 0.2},${y} ${i * unit + unit * 0.8},${y}`)
            .join(" ")}
        />
        {goal && <line className="ridge-goal" x1={0} x2={width} y1={rise(goal)} y2={rise(goal)} />}
        {goal && (
          <text
            className="ridge-goal-text"
            x={width - 4}
            y={rise(goal) - 6}
            textAnchor="end"
          >{say`performance ${goal}`}</text>
        )}
        {nested
          .filter((one) => one.depth < 3)
          .map(({ section, depth: level }) => {
            const [x1, x2] = [barAxis(bars, section.from) * unit, barAxis(bars, section.to) * unit];
            const family = known.get(familyName(section.name))!;
            const y = floor + 6 + level * 18;
            return (
              <g key={section.id} className="ridge-section">
                <rect
                  x={x1 + 0.75}
                  y={y}
                  width={Math.max(1, x2 - x1 - 1.5)}
                  height={12}
                  fill={`url(#${hatchId(id, family.key)})`}
                  stroke={family.tone}
                  strokeWidth={1.2}
                />
              </g>
            );
          })}
        {nested
          .filter((one) => one.depth === 0)
          .map(({ section }) => {
            const [x1, x2] = [barAxis(bars, section.from) * unit, barAxis(bars, section.to) * unit];
            const y = floor + 6 + Math.min(3, depth) * 18 + 9;
            const span = barSpan(bars, section.from.bar, lastBarOf(section.to));
            return (
              <g key={section.id}>
                <text className="ridge-name" x={x1 + 2} y={y}>
                  {section.name.length * 9 > x2 - x1
                    ? section.name.slice(0, Math.max(1, Math.floor((x2 - x1) / 9)))
                    : section.name}
                </text>
                {x2 - x1 > section.name.length * 9 + span.length * 8 + 8 && (
                  <text className="ridge-span" x={x2 - 4} y={y} textAnchor="end">
                    {span}
                  </text>
                )}
              </g>
            );
          })}
        {climax && (
          <path
            className="ridge-climax"
            d={`M${(barAxis(bars, climax) + 0.5) * unit},${Math.max(11, top - 2)} l-6,-10 h12 z`}
          >
            <title>{say`the climax`}</title>
          </path>
        )}
        {chosen && (
          <rect
            className="ridge-chosen"
            x={chosen.from * unit}
            y={Math.max(1, top - 14)}
            width={(chosen.to - chosen.from + 1) * unit}
            height={
              floor - Math.max(1, top - 14) + (sections.length ? 6 + Math.min(3, depth) * 18 : 0)
            }
            rx={4}
          />
        )}
        {chosen && <title>{say`bars ${barSpan(bars, chosen.from, chosen.to)} chosen`}</title>}
      </svg>
    </div>
  );
}

/** The innermost section that holds a bar. */
const sectionAt = (nested: ReturnType<typeof nest>, bar: number): string | undefined =>
  nested
    .filter(({ section }) => section.from.bar <= bar && lastBarOf(section.to) >= bar)
    .sort((a, b) => b.depth - a.depth)[0]?.section.name;
