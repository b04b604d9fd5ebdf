import { say } from "@yarrow-ridge/core/words";
import { toNumber, type PedalMark, type Score } from "@yarrow-ridge/core/score";
import { systemsOf, xAt, type PageBoxes } from "../../score/geometry.ts";

const DROP = 680;
const TALL = 200;

/** The pedal as a line under the score: a step down, a notch for each change, a step up. */
export function PedalLine({
  boxes,
  score,
  marks: all,
  pencil = false,
}: {
  boxes: PageBoxes;
  score: Score;
  marks: readonly PedalMark[];
  pencil?: boolean;
}) {
  const marks = all.filter((mark) => !mark.pedal);
  const others = OTHERS.map((one) => ({
    ...one,
    marks: all.filter((mark) => mark.pedal === one.pedal),
  })).filter((one) => one.marks.length > 0);
  return (
    <g className="pedal-lines">
      {systemsOf(boxes).map((bars) => {
        const [first, last] = [bars[0]!, bars.at(-1)!];
        const lowest = Math.max(
          first.bottom,
          ...boxes.notes
            .filter((box) => box.note.bar >= first.bar && box.note.bar <= last.bar)
            .map((box) => box.bottom),
        );
        const y = Math.min(lowest + DROP, first.bottom + 1400);
        return (
          <g key={first.bar}>
            <path
              className={`pedal-line${pencil ? " pencil" : ""}`}
              d={path(boxes, score, marks, first, last, y)}
            />
            {others.map((one, i) => (
              <Held
                key={one.pedal}
                boxes={boxes}
                score={score}
                name={one.name}
                marks={one.marks}
                first={first}
                last={last}
                y={y + 300 * (i + 1)}
              />
            ))}
          </g>
        );
      })}
    </g>
  );
}

type Box = PageBoxes["bars"][number];

/**
 * The pedals beside the damper: a dashed line for as long as each is down, with its name where it
 * goes down.
 */
const OTHERS = [
  { pedal: "soft", name: say`una corda` },
  { pedal: "sostenuto", name: say`sost.` },
] as const;

function Held({
  boxes,
  score,
  name,
  marks,
  first,
  last,
  y,
}: {
  boxes: PageBoxes;
  score: Score;
  name: string;
  marks: readonly PedalMark[];
  first: Box;
  last: Box;
  y: number;
}) {
  const spans: { from: number; to: number; named: boolean }[] = [];
  const x = (mark: PedalMark) => xAt(boxes, score, mark.bar, toNumber(mark.offset)) ?? first.left;
  if (marks.findLast((mark) => mark.bar < first.bar)?.kind === "down")
    spans.push({ from: first.left + 200, to: last.right, named: false });
  for (const mark of marks.filter((one) => one.bar >= first.bar && one.bar <= last.bar)) {
    if (mark.kind === "down") spans.push({ from: x(mark), to: last.right, named: true });
    else if (spans.length) spans[spans.length - 1] = { ...spans.at(-1)!, to: x(mark) };
  }
  return (
    <g>
      {spans.map((span) => {
        const start = span.from + (span.named ? name.length * 150 + 80 : 0);
        return (
          <g key={span.from}>
            {span.named && (
              <text className="pedal-name" x={span.from} y={y + 90}>
                {name}
              </text>
            )}
            {span.to > start && (
              <path className="pedal-other" d={`M ${start} ${y} H ${span.to} v -120`} />
            )}
          </g>
        );
      })}
    </g>
  );
}

/** A wave from one x to another: the foot flutters. */
function wave(from: number, to: number, y: number): string {
  const count = Math.max(2, Math.round((to - from) / 160));
  const step = (to - from) / count;
  return (
    ` L ${from} ${y}` +
    Array.from(
      { length: count },
      (_, i) => ` q ${step / 2} ${i % 2 ? TALL * 0.7 : -TALL * 0.7} ${step} 0`,
    ).join("")
  );
}

function path(
  boxes: PageBoxes,
  score: Score,
  marks: readonly PedalMark[],
  first: PageBoxes["bars"][number],
  last: PageBoxes["bars"][number],
  y: number,
): string {
  const before = marks.findLast((mark) => mark.bar < first.bar);
  const here = marks.filter((mark) => mark.bar >= first.bar && mark.bar <= last.bar);
  let down = before !== undefined && before.kind !== "up";
  let d = down
    ? `M ${first.left + 200} ${y - (before?.kind === "down" ? TALL * (1 - (before.depth ?? 1)) : 0)}`
    : "";
  here.forEach((mark, i) => {
    const x = xAt(boxes, score, mark.bar, toNumber(mark.offset)) ?? first.left;
    // part of the way down: the line lies that much higher, and a part change is a shallow notch
    const rise = TALL * (1 - (mark.depth ?? 1));
    if (mark.kind === "change" && down)
      d += ` H ${x - 110} L ${x} ${y - (mark.depth ? TALL * mark.depth : TALL)} L ${x + 110} ${y}`;
    else if (mark.kind === "flutter" && down) d += ` H ${x}`;
    else if (mark.kind !== "up" && !down) d += ` M ${x} ${y - TALL} V ${y - rise}`;
    if (mark.kind === "up" && down) d += ` H ${x - 40} V ${y - TALL}`;
    if (mark.kind === "flutter") {
      const next = here[i + 1];
      d += wave(
        x,
        next ? (xAt(boxes, score, next.bar, toNumber(next.offset)) ?? last.right) - 60 : last.right,
        y,
      );
    }
    down = mark.kind !== "up";
  });
  return down ? `${d} H ${last.right}` : d;
}
