import type { Score } from "@yarrow-ridge/core/score";
import { useLayoutEffect, useRef, useState, type MouseEvent, type ReactNode } from "react";
import { createPortal } from "react-dom";
import { DIGIT, GAP } from "./placeFingers.ts";
import { measure, wordBox, type Box, type PageBoxes } from "./geometry.ts";

export interface Layers {
  /** Drawn behind the notes. */
  readonly under?: (boxes: PageBoxes) => ReactNode;
  /** Drawn over them. */
  readonly over?: (boxes: PageBoxes) => ReactNode;
}

export interface Hit {
  readonly bar: number | undefined;
  /** The nearest note, if it is near enough to have been meant. */
  readonly noteId: string | undefined;
  readonly x: number;
  readonly y: number;
  readonly boxes: PageBoxes;
}

const SVG = "http://www.w3.org/2000/svg";

/** What stands further over a staff, in engraver units, belongs to another one. */
const HIGH = 2200;

/** Pixels over what stands higher than a page. */
const ROOM = 6;

/** How far from a notehead a touch may land, in engraver units (a staff space is 180). */
const NEAR = 420;

/** Words, a tempo or the bracket of an ending that the engraver has put over a staff. */
interface Word {
  readonly mark: SVGGraphicsElement;
  /** Where the engraver has put it, and the top of the staff under it. */
  readonly box: Box;
  readonly staff: number;
  /** As high as this at least, with a finger on each note under it. */
  readonly lift: number;
}

/** What stands right over the notes; nothing for what stands lower. */
function wordOver(mark: SVGGraphicsElement, boxes: PageBoxes): Word | undefined {
  const box = wordBox(mark);
  const { left, right, bottom } = box;
  const below = boxes.bars.find((bar) => bar.bottom > bottom && bar.right > left)?.staves[0];
  if (!below || bottom > below.bottom) return undefined;
  const tops = boxes.notes
    .filter(
      (note) =>
        note.staff === 1 &&
        Math.abs(note.y - below.top) < 1500 &&
        note.x > left - DIGIT / 2 &&
        note.x < right + DIGIT / 2,
    )
    .map(
      (note) =>
        Math.min(note.top, below.top) -
        GAP -
        DIGIT *
          boxes.notes.filter(
            (other) =>
              other.staff === 1 &&
              other.note.bar === note.note.bar &&
              Math.abs(other.x - note.x) < 150,
          ).length,
    );
  const lift = Math.min(0, Math.min(below.top - GAP - DIGIT, ...tops) - bottom);
  return { mark, box, staff: below.top, lift };
}

/**
 * Lifts words above the notes and all that is written there: fingers, and what plucks the string.
 *
 * @param written what is drawn on notes
 * @returns what they take up then
 */
function liftWord({ mark, box, staff, lift }: Word, written: readonly SVGTextElement[]): Box {
  const tops = written.flatMap((text) => {
    const [x, y] = [Number(text.getAttribute("x")), Number(text.getAttribute("y"))];
    const isUnder = x > box.left - DIGIT / 2 && x < box.right + DIGIT / 2;
    return isUnder && y < staff && staff - y < HIGH ? [y - DIGIT - GAP] : [];
  });
  const by = Math.min(lift, Math.min(...tops) - box.bottom);
  if (by < 0) mark.setAttribute("transform", `translate(0,${by})`);
  else mark.removeAttribute("transform");
  return { ...box, top: box.top + by, bottom: box.bottom + by };
}

interface Drawn {
  readonly boxes: PageBoxes;
  readonly under: SVGGElement;
  readonly over: SVGGElement;
  readonly words: readonly Word[];
}

/** One drawn page with what the studio draws behind and over it. */
export function ScorePage({
  svg,
  score,
  layers,
  onHit,
}: {
  svg: string;
  score: Score;
  layers: Layers;
  onHit?: ((hit: Hit, event: MouseEvent) => void) | undefined;
}) {
  const holder = useRef<HTMLDivElement>(null);
  const [drawn, setDrawn] = useState<Drawn>();
  useLayoutEffect(() => {
    const box = holder.current!;
    box.innerHTML = svg;
    const root = box.querySelector("svg")!;
    root.removeAttribute("height");
    root.setAttribute("width", "100%");
    root.setAttribute("role", "presentation");
    const margin = root.querySelector<SVGGElement>("g.page-margin");
    if (!margin) return;
    const [under, over] = [document.createElementNS(SVG, "g"), document.createElementNS(SVG, "g")];
    // what listens to the focus is a stop for the Tab key in a drawing, unless it is said otherwise
    for (const layer of [under, over]) layer.setAttribute("tabindex", "-1");
    const boxes = measure(root, score);
    const words = [
      ...margin.querySelectorAll<SVGGraphicsElement>("g.tempo, g.ending, g.dir"),
    ].flatMap((mark) => wordOver(mark, boxes) ?? []);
    margin.prepend(under);
    margin.append(over);
    const free = words.map((word) => liftWord(word, []));
    setDrawn({ boxes: { ...boxes, words: free }, under, over, words });
  }, [svg, score]);

  // words go over what has been written since, and what follows them over the words
  useLayoutEffect(() => {
    if (!drawn || drawn.words.length === 0) return;
    const written = [...drawn.over.querySelectorAll<SVGTextElement>(".fingers text")];
    const words = drawn.words.map((word) => liftWord(word, written));
    if (words.some(({ top }, i) => top !== drawn.boxes.words[i]!.top))
      setDrawn({ ...drawn, boxes: { ...drawn.boxes, words } });
  }, [drawn, layers]);

  // what stands over the first system of a page may be higher than its margin
  useLayoutEffect(() => {
    const root = holder.current?.querySelector("svg");
    if (!root || !drawn) return;
    const above = root.getBoundingClientRect().top - drawn.over.getBoundingClientRect().top;
    root.style.marginTop = above > 0 ? `${Math.ceil(above) + ROOM}px` : "";
  });

  const click = (event: MouseEvent) => {
    const margin = holder.current?.querySelector<SVGGElement>("g.page-margin");
    const matrix = margin?.getScreenCTM();
    if (!drawn || !matrix || !onHit) return;
    const { x, y } = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse());
    const system = drawn.boxes.bars
      .filter((bar) => y > bar.top - 1400 && y < bar.bottom + 1400)
      .sort((a, b) => Math.abs((a.top + a.bottom) / 2 - y) - Math.abs((b.top + b.bottom) / 2 - y));
    const bar = system.find((one) => x >= one.left && x <= one.right)?.bar;
    const nearest = drawn.boxes.notes
      .map((note) => ({ note, away: Math.hypot(note.x - x, note.y - y) }))
      .sort((a, b) => a.away - b.away)[0];
    onHit(
      {
        bar,
        noteId: nearest && nearest.away < NEAR ? nearest.note.note.id : undefined,
        x,
        y,
        boxes: drawn.boxes,
      },
      event,
    );
  };

  return (
    <>
      <div ref={holder} className="score-page" onClick={click} />
      {drawn && layers.under && createPortal(layers.under(drawn.boxes), drawn.under)}
      {drawn && layers.over && createPortal(layers.over(drawn.boxes), drawn.over)}
    </>
  );
}
