import { say } from "@yarrow-ridge/core/words";
import { ToggleButton, ToggleButtonGroup } from "@mui/material";
import type { Piece } from "@yarrow-ridge/contract";
import {
  barAxis,
  beatName,
  comparePlaces,
  nest,
  type Place,
  type Score,
  type Section,
} from "@yarrow-ridge/core/score";
import { useRef, useState, type KeyboardEvent, type PointerEvent } from "react";
import { useAnnotationEdits } from "../edits/annotations.ts";
import { sectionPut } from "../edits/puts.ts";
import { follow } from "../shell/dragging.ts";
import { families, familyName } from "../ridge/families.ts";
import { moveEdge, snapTo, stepTo, type Edge, type Snap } from "./boundaries.ts";

const MOST_LEVELS = 3;

const SNAPS = { bar: say`bar`, beat: say`beat`, note: say`note` };

/**
 * Sections on the bar axis, with boundaries to be dragged. A boundary two sections share moves as
 * one; with Alt one moves alone. For the keyboard it is one stop: up and down go from boundary to
 * boundary, left and right move it.
 */
export function BoundaryStrip({
  piece,
  score,
  sections,
  onShow,
}: {
  piece: Piece;
  score: Score;
  sections: readonly Section[];
  onShow: (from: number, to: number) => void;
}) {
  const edits = useAnnotationEdits(piece.id);
  const [snap, setSnap] = useState<Snap>("bar");
  const [moved, setMoved] = useState<readonly Section[]>();
  /** The boundary that the keys move. */
  const [held, setHeld] = useState<{ section: string; edge: Edge }>({ section: "", edge: "from" });
  const axis = useRef<HTMLDivElement>(null);
  const shown = moved
    ? sections.map((one) => moved.find((other) => other.id === one.id) ?? one)
    : sections;
  const nested = nest(shown);
  const levels = Math.min(MOST_LEVELS, 1 + Math.max(0, ...nested.map((one) => one.depth)));
  const known = families(nested.map(({ section }) => section.name));
  const bars = score.bars.length;
  const write = (changed: readonly Section[] | undefined) => {
    setMoved(undefined);
    if (changed?.length)
      void edits.sections(
        changed.map(sectionPut),
        [],
        say`where ${changed
          .map((one) => one.name)
          .slice(0, 2)
          .join(" and ")} ${changed.length > 1 ? say`meet` : say`ends`}`,
      );
  };
  const drag = (section: Section, edge: Edge) => (event: PointerEvent<HTMLElement>) => {
    event.preventDefault();
    event.stopPropagation();
    setHeld({ section: section.id, edge });
    axis.current!.focus();
    let last: Section[] | undefined;
    const box = axis.current!.getBoundingClientRect();
    const move = (now: globalThis.PointerEvent) => {
      const to = snapTo(score, ((now.clientX - box.left) / box.width) * bars, snap);
      const next = moveEdge(sections, section.id, edge, to, now.altKey);
      if (next) setMoved((last = next));
    };
    follow(event, move, (commit) => write(commit ? last : undefined));
  };
  const edges = nested
    .filter((one) => one.depth < MOST_LEVELS)
    .flatMap(({ section }) => [
      { section, edge: "from" as const },
      { section, edge: "to" as const },
    ])
    .sort((a, b) => comparePlaces(a.section[a.edge], b.section[b.edge]));
  const at = Math.max(
    0,
    edges.findIndex((one) => one.section.id === held.section && one.edge === held.edge),
  );
  const key = (event: KeyboardEvent) => {
    const along = { ArrowUp: -1, ArrowDown: 1 }[event.key];
    const by = { ArrowLeft: -1, ArrowRight: 1 }[event.key] as 1 | -1 | undefined;
    const now = edges[at];
    if (!now || !(along ?? by)) return;
    event.preventDefault();
    event.stopPropagation();
    const next = along && edges[at + along];
    if (next) setHeld({ section: next.section.id, edge: next.edge });
    if (!by) return;
    setHeld({ section: now.section.id, edge: now.edge });
    const to = stepTo(score, now.section[now.edge], by, snap);
    write(moveEdge(sections, now.section.id, now.edge, to, event.altKey));
  };
  return (
    <div className="returns-row boundary-row">
      <ToggleButtonGroup
        exclusive
        size="small"
        value={snap}
        aria-label={say`Boundaries snap to`}
        onChange={(_, value: Snap | null) => value && setSnap(value)}
        className="boundary-snap"
      >
        {(["bar", "beat", "note"] as const).map((one) => (
          <ToggleButton key={one} value={one} title={say`boundaries snap to the ${SNAPS[one]}`}>
            {SNAPS[one]}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      <div
        ref={axis}
        className="boundary-axis"
        style={{ height: levels * 22 }}
        title={say`Drag a boundary; with Alt it moves alone, so that sections overlap`}
        role="slider"
        tabIndex={0}
        aria-label={say`Boundaries of the sections: up and down to the next, left and right move
          it`}
        aria-valuemin={1}
        aria-valuemax={edges.length}
        aria-valuenow={at + 1}
        aria-valuetext={edges[at] && edgeText(score, edges[at].section, edges[at].edge)}
        onKeyDown={key}
      >
        {nested
          .filter((one) => one.depth < MOST_LEVELS)
          .map(({ section, depth }) => {
            const [from, to] = [barAxis(score.bars, section.from), barAxis(score.bars, section.to)];
            const family = known.get(familyName(section.name))!;
            const changed = moved?.find((one) => one.id === section.id);
            return (
              <div
                key={section.id}
                className={`boundary-section${changed ? " moved" : ""}`}
                style={{
                  left: `${(from / bars) * 100}%`,
                  width: `${((to - from) / bars) * 100}%`,
                  top: depth * 22,
                  borderColor: family.tone,
                }}
              >
                {(["from", "to"] as const).map((edge) => (
                  <span
                    key={edge}
                    data-edge={`${section.name} ${edge}`}
                    className={
                      `boundary-edge ${edge}` +
                      (edges[at]?.section.id === section.id && edges[at].edge === edge
                        ? " held"
                        : "")
                    }
                    onPointerDown={drag(section, edge)}
                  />
                ))}
                <span
                  className="boundary-name"
                  onClick={() =>
                    onShow(
                      section.from.bar,
                      section.to.offset.num === 0 ? section.to.bar - 1 : section.to.bar,
                    )
                  }
                >
                  {section.name}
                </span>
                {changed && (
                  <span className="boundary-place">
                    {placeText(score, changed.from)} – {placeText(score, changed.to)}
                  </span>
                )}
              </div>
            );
          })}
      </div>
    </div>
  );
}

const edgeText = (score: Score, section: Section, edge: Edge): string =>
  `${section.name} ${
    edge === "from"
      ? say`begins at`
      : say`ends
    before`
  } ${placeText(score, section[edge])}`;

/** `9`, `9, beat 3`, or `the end`. */
function placeText(score: Score, { bar, offset }: Place): string {
  const one = score.bars[bar];
  if (!one) return say`the end`;
  return offset.num === 0 ? one.number : say`${one.number}, beat ${beatName(one, offset)}`;
}
