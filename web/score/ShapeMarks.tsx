import { say, small } from "@yarrow-ridge/core/words";
import {
  barAxis,
  comparePlaces,
  levelName,
  toNumber,
  type LoudnessPoint,
  type Place,
  type Score,
  type Section,
  type Shape,
} from "@yarrow-ridge/core/score";
import { touchWord } from "@yarrow-ridge/core/shaping";
import { systemsOf, xAt, type PageBoxes } from "./geometry.ts";

/** How far from the notes the words of the shape stand, and from each other, in engraver units. */
const AWAY = 520;
const LINE = 330;
/** About how wide a letter is. */
const LETTER = 165;
/** Section names stand so far over the system. */
const NAMES = 600;

export const TIMING = {
  broaden: say`broaden`,
  push: say`push on`,
  wait: say`wait`,
  breathe: "’",
  lean: say`lean`,
  run: say`slow–fast–slow`,
} as const;

interface Said {
  readonly place: Place;
  readonly text: string;
  readonly kind: "time" | "voice";
  readonly below?: boolean;
}

/**
 * Timing over the system, leading lines and touch beside their hand, the teacher's own levels
 * between the staves, notes brought out ringed.
 */
export function ShapeMarks({
  boxes,
  score,
  shape,
  sections,
  handName,
  below,
}: {
  boxes: PageBoxes;
  score: Score;
  shape: Shape;
  sections: readonly Section[];
  handName: (hand: string) => string;
  below: (hand: string) => boolean;
}) {
  const hand = (name: string) => small(handName(name));
  const said: Said[] = [
    ...shape.timing.map((mark): Said => ({
      place: mark.from,
      text: TIMING[mark.kind],
      kind: "time",
    })),
    ...shape.timing
      .filter((mark) => mark.kind === "broaden" || mark.kind === "push")
      .map((mark): Said => ({ place: mark.to, text: say`a tempo`, kind: "time" })),
    ...shape.leads.map((lead): Said => ({
      place: lead.from,
      text: say`${lead.line === "all" ? "" : say`${lead.line} of `}${hand(lead.hand)} leads`,
      kind: "voice",
      below: below(lead.hand),
    })),
    ...shape.touch.map((touch): Said => ({
      place: touch.from,
      text: `${hand(touch.hand)} ${touchWord(touch.share).split(",")[0]}`,
      kind: "voice",
      below: below(touch.hand),
    })),
  ];
  const taken = new Map<string, number>();
  const out = new Set(shape.out);
  const xOf = (place: Place) =>
    place.offset.num > 0 ? xAt(boxes, score, place.bar, toNumber(place.offset)) : undefined;
  return (
    <g>
      {said
        .sort((a, b) => comparePlaces(a.place, b.place))
        .map(({ place, text, kind, below: under = false }, i) => {
          const box = boxes.bars.find((one) => one.bar === place.bar);
          if (!box) return null;
          const key = `${place.bar} ${under}`;
          const level = taken.get(key) ?? 0;
          taken.set(key, level + 1);
          const left = xOf(place) ?? box.left + 60;
          // clear of all the notes it runs over
          const over = boxes.notes.filter(
            (one) =>
              one.x > left - 400 &&
              one.x < left + text.length * LETTER &&
              one.y > box.top - 2000 &&
              one.y < box.bottom + 2000 &&
              (one.staff === 1) !== under,
          );
          const y = under
            ? Math.max(box.bottom, ...over.map((one) => one.bottom)) + AWAY + 330 + level * LINE
            : Math.min(box.top, ...over.map((one) => one.top)) - AWAY - level * LINE;
          const name = under
            ? undefined
            : sections.find((section) => section.from.bar === place.bar);
          const x = name && y < box.top - NAMES ? left + name.name.length * 280 + 160 : left;
          return (
            <text key={i} className={`shape-word ${kind}`} x={x} y={y}>
              {text}
            </text>
          );
        })}
      {shape.loudness?.map((point, i, points) => {
        const box = boxes.bars.find((one) => one.bar === point.bar);
        const same = points[i - 1]?.level === point.level;
        if (
          !box ||
          same ||
          comparePlaces(points[i + 1] ?? { bar: -1, offset: point.offset }, point) === 0
        )
          return null;
        const [upper, lower] = [box.staves[0]!, box.staves[1]];
        const y = lower ? (upper.bottom + lower.top) / 2 + 130 : box.bottom + 480;
        return (
          <text
            key={`l${i}`}
            className="shape-level"
            x={xAt(boxes, score, point.bar, toNumber(point.offset)) ?? box.left + 260}
            y={y}
          >
            {levelName(point.level)}
          </text>
        );
      })}
      {shape.loudness && <Hairpins boxes={boxes} score={score} points={shape.loudness} />}
      {boxes.notes
        .filter((one) => out.has(one.note.id))
        .map((one) => (
          <circle
            key={one.note.id}
            className="shape-out"
            cx={one.x}
            cy={one.y}
            r={one.width * 0.95}
          >
            <title>{say`brought out`}</title>
          </circle>
        ))}
    </g>
  );
}

/**
 * Half the opening of a hairpin at its wide end, and the room its ends leave for the levels, in
 * engraver units.
 */
const OPEN = 110;
const ROOM = 330;

/** The slopes of the teacher's curve, in each system they run through. */
function Hairpins({
  boxes,
  score,
  points,
}: {
  boxes: PageBoxes;
  score: Score;
  points: readonly LoudnessPoint[];
}) {
  const systems = systemsOf(boxes);
  return (
    <>
      {points.flatMap((from, i) => {
        const to = points[i + 1];
        if (!to || Math.abs(to.level - from.level) < 0.5 || comparePlaces(from, to) === 0)
          return [];
        const [first, last] = [barAxis(score.bars, from), barAxis(score.bars, to)];
        return systems.flatMap((bars) => {
          const [a, b] = [bars[0]!, bars.at(-1)!];
          if (last <= a.bar || first >= b.bar + 1) return [];
          const [startsHere, endsHere] = [first >= a.bar, last <= b.bar + 1];
          const x1 = startsHere
            ? (xAt(boxes, score, from.bar, toNumber(from.offset)) ?? a.left) + ROOM
            : a.left + ROOM;
          const end =
            endsHere && to.bar <= b.bar
              ? xAt(boxes, score, to.bar, toNumber(to.offset))
              : undefined;
          const x2 = (end ?? b.right) - (endsHere ? ROOM : 60);
          const y = a.staves[1] ? (a.staves[0]!.bottom + a.staves[1].top) / 2 + 20 : a.bottom + 400;
          if (x2 <= x1 + 100) return [];
          // how wide it is open here, of its whole way
          const open = (axis: number) =>
            OPEN *
            (to.level > from.level
              ? (axis - first) / (last - first)
              : (last - axis) / (last - first));
          const [w1, w2] = [open(Math.max(first, a.bar)), open(Math.min(last, b.bar + 1))];
          return [
            <path
              key={`${i} ${a.bar}`}
              className="shape-hairpin"
              d={`M ${x1} ${y - w1} L ${x2} ${y - w2} M ${x1} ${y + w1} L ${x2} ${y + w2}`}
            />,
          ];
        });
      })}
    </>
  );
}
