import { toNumber, type PedalMark, type Score } from '@yarrow-ridge/core/score';
import { xAt, type PageBoxes } from './geometry.ts';

const DROP = 680;
const TALL = 200;

/** The pedal as a line under the score: a step down, a notch for each change, a step up. */
export function PedalLine({ boxes, score, marks, pencil = false }: { boxes: PageBoxes; score: Score; marks: readonly PedalMark[]; pencil?: boolean }) {
  const systems = new Map<number, PageBoxes['bars'][number][]>();
  for (const bar of boxes.bars) systems.set(bar.top, [...(systems.get(bar.top) ?? []), bar]);
  return (
    <g className="pedal-lines">
      {[...systems.values()].map((bars) => {
        const [first, last] = [bars[0]!, bars.at(-1)!];
        const lowest = Math.max(first.bottom, ...boxes.notes.filter((box) => box.note.bar >= first.bar && box.note.bar <= last.bar).map((box) => box.bottom));
        const y = Math.min(lowest + DROP, first.bottom + 1400);
        return <path key={first.bar} className={`pedal-line${pencil ? ' pencil' : ''}`} d={path(boxes, score, marks, first, last, y)} />;
      })}
    </g>
  );
}

function path(boxes: PageBoxes, score: Score, marks: readonly PedalMark[], first: PageBoxes['bars'][number], last: PageBoxes['bars'][number], y: number): string {
  const before = marks.findLast((mark) => mark.bar < first.bar);
  const here = marks.filter((mark) => mark.bar >= first.bar && mark.bar <= last.bar);
  let down = before !== undefined && before.kind !== 'up';
  let d = down ? `M ${first.left + 200} ${y - (before?.kind === 'down' ? TALL * (1 - (before.depth ?? 1)) : 0)}` : '';
  for (const mark of here) {
    const x = xAt(boxes, score, mark.bar, toNumber(mark.offset)) ?? first.left;
    // part of the way down: the line lies that much higher, and a part change is a shallow notch
    const rise = TALL * (1 - (mark.depth ?? 1));
    if (mark.kind === 'change' && down) d += ` H ${x - 110} L ${x} ${y - (mark.depth ? TALL * mark.depth : TALL)} L ${x + 110} ${y}`;
    else if (mark.kind !== 'up' && !down) d += ` M ${x} ${y - TALL} V ${y - rise}`;
    if (mark.kind === 'up' && down) d += ` H ${x - 40} V ${y - TALL}`;
    down = mark.kind !== 'up';
  }
  return down ? `${d} H ${last.right}` : d;
}
