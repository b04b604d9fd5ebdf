import { say } from "@yarrow-ridge/core/words";
import type { Score } from "@yarrow-ridge/core/score";
import {
  forwardRef,
  useCallback,
  useEffect,
  useImperativeHandle,
  useRef,
  useState,
  type MouseEvent,
} from "react";
import { Engraving } from "./Engraving.tsx";
import { startEngraver, type StartedEngraver } from "./engraver.ts";
import type { Engraved } from "./engraver.worker.ts";
import { ScorePage, type Hit, type Layers } from "./ScorePage.tsx";
import "./score.css";

export interface ScoreViewProps {
  readonly xml: string;
  readonly score: Score;
  /** 1 is the usual size. */
  readonly zoom: number;
  readonly layers: Layers;
  /** Kept free under each system, in half staff spaces. */
  readonly room?: number | undefined;
  readonly range?: readonly [number, number] | undefined;
  readonly onHit?: (hit: Hit, event: MouseEvent) => void;
  /** Draw all pages at once, as for printing, and say when they stand. */
  readonly onAllDrawn?: () => void;
  readonly label: string;
}

export interface ScoreViewHandle {
  /** Scrolls so that a bar is in sight; one that is stays where it is. */
  readonly show: (barId: string) => void;
}

/** Engraver scale for zoom 1: a staff of about 8 mm at 96 pixels an inch. */
const SCALE = 40;
/**
 * Page heights: a few systems at a time on screen; one at a time in print, so that paper breaks
 * between any two.
 */
const SOME_SYSTEMS = 1500;
const ONE_SYSTEM = 400;
/** Pixels kept free above a bar that is scrolled to: its section's name and fingers. */
const ABOVE = 72;
/** Milliseconds after a jump at which it is looked at again. */
const SETTLE = [300, 700, 1200, 2000, 3500];

/**
 * An engraved score that scrolls. Pages are drawn in a worker, and only when they come near the
 * view.
 */
export const ScoreView = forwardRef<ScoreViewHandle, ScoreViewProps>(function ScoreView(
  { xml, score, zoom, layers, room = 0, range, onHit, onAllDrawn, label },
  ref,
) {
  const scroller = useRef<HTMLDivElement>(null);
  const width = useWidth(scroller);
  const engraver = useEngraverWorker();
  const [engraved, setEngraved] = useState<(Engraved & { round: number }) | undefined>();
  const [pages, setPages] = useState<Record<string, string>>({});
  const [failed, setFailed] = useState<string>();
  const asked = useRef(new Set<string>());
  const round = useRef(0);
  /** Height of a drawn page: what the ones not drawn yet are taken for. */
  const [usual, setUsual] = useState<number>();
  const [first, last] = range ?? [];
  const single = onAllDrawn !== undefined;

  useEffect(() => {
    if (!engraver || width < 120) return;
    const mine = ++round.current;
    const scale = Math.round(SCALE * zoom);
    const pageWidth = Math.round(((width - 2) * 100) / scale);
    const layout = {
      pageWidth,
      pageHeight: single ? ONE_SYSTEM : SOME_SYSTEMS,
      ...{ scale, room },
      ...(first === undefined ? {} : { range: [first, last!] as const }),
    };
    engraver
      .load(
        xml,
        score.bars.map((bar) => bar.id),
        layout,
      )
      .then(
        (done) => {
          if (mine !== round.current) return;
          asked.current.clear();
          setFailed(undefined);
          setEngraved({ ...done, round: mine });
        },
        () =>
          setFailed(say`The score cannot be drawn here. The rest of the desk works without it.`),
      );
  }, [engraver, xml, score, width, zoom, room, first, last, single]);

  const want = (number: number) => {
    if (!engraved || !engraver) return;
    const key = `${engraved.round}.${number}`;
    if (asked.current.has(key)) return;
    asked.current.add(key);
    void engraver
      .page(number)
      .then((svg) => setPages((before) => ({ ...before, [key]: svg, [`last.${number}`]: svg })));
  };

  /**
   * Looks again at a bar that was jumped to, while the pages around it are drawn and take their
   * height.
   */
  const settling = useRef<ReturnType<typeof setTimeout>[]>([]);
  /** A bar to be shown that is not drawn yet, however long the engraving takes. */
  const wanted = useRef<string>(undefined);
  const show = useCallback(
    (barId: string, again = false) => {
      const box = scroller.current;
      const bar = box?.querySelector(`g.measure[id="${CSS.escape(barId)}"]`);
      const number = engraved?.pageOf[barId];
      wanted.current = bar ? undefined : barId;
      const target = bar ?? (number ? box?.querySelector(`[data-page="${number}"]`) : undefined);
      if (!again) {
        settling.current.forEach(clearTimeout);
        settling.current = bar
          ? []
          : SETTLE.map((delay) => setTimeout(() => latest.current(barId, true), delay));
      }
      if (!box || !target) return;
      const [view, place] = [
        box.getBoundingClientRect(),
        bar ? staffBox(bar) : target.getBoundingClientRect(),
      ];
      if (bar && place.top >= view.top && place.bottom <= view.bottom) return;
      // what is not drawn yet is jumped to: gliding would draw every page on the way
      const glide =
        bar &&
        !again &&
        Math.abs(place.top - view.top) < 3 * view.height &&
        !window.matchMedia("(prefers-reduced-motion: reduce)").matches;
      box.scrollTo({
        top: box.scrollTop + place.top - view.top - ABOVE,
        behavior: glide ? "smooth" : "auto",
      });
    },
    [engraved],
  );
  useImperativeHandle(ref, () => ({ show }), [show]);
  const latest = useRef(show);
  latest.current = show;
  useEffect(() => {
    if (wanted.current !== undefined) latest.current(wanted.current, true);
  }, [engraved, pages]);
  useEffect(() => () => settling.current.forEach(clearTimeout), []);
  useEffect(() => setUsual(scroller.current?.querySelector(".score-page")?.clientHeight), [pages]);

  const count = engraved?.pages ?? 0;
  /** A page as drawn for this layout, or for the one before until that is there. */
  const svgOf = (number: number): string | undefined =>
    (engraved && pages[`${engraved.round}.${number}`]) ?? pages[`last.${number}`];
  const complete =
    engraved !== undefined &&
    Array.from({ length: count }, (_, i) => pages[`${engraved.round}.${i + 1}`]).every(Boolean);
  useEffect(() => {
    if (complete) onAllDrawn?.();
  }, [complete, onAllDrawn]);

  return (
    <div
      ref={scroller}
      className="score"
      role="group"
      tabIndex={0}
      aria-label={label}
      data-drawn={engraved ? "yes" : "no"}
    >
      {failed && (
        <p role="alert" className="score-failed">
          {failed}
        </p>
      )}
      {!failed && Object.keys(pages).length === 0 && <Engraving />}
      {Array.from({ length: count }, (_, i) => (
        <PageSlot
          key={i}
          number={i + 1}
          eager={single}
          want={want}
          round={engraved!.round}
          scroller={scroller}
          usual={svgOf(i + 1) === undefined ? usual : undefined}
        >
          {svgOf(i + 1) !== undefined && (
            <ScorePage svg={svgOf(i + 1)!} score={score} layers={layers} onHit={onHit} />
          )}
        </PageSlot>
      ))}
    </div>
  );
});

/** From the first staff line of a bar to the last: its notes may reach far above and below. */
function staffBox(bar: Element): { top: number; bottom: number } {
  const lines = [...bar.querySelectorAll("g.staff > path")].map((line) =>
    line.getBoundingClientRect(),
  );
  return lines.length
    ? {
        top: Math.min(...lines.map((line) => line.top)),
        bottom: Math.max(...lines.map((line) => line.bottom)),
      }
    : bar.getBoundingClientRect();
}

/** Pages this near to what is seen are drawn; those farther than that leave the document. */
const [NEAR, FAR] = ["400px", "700px"];

function PageSlot({
  number,
  eager,
  want,
  round,
  scroller,
  usual,
  children,
}: {
  number: number;
  eager: boolean;
  want: (number: number) => void;
  round: number;
  scroller: React.RefObject<HTMLDivElement | null>;
  usual: number | undefined;
  children: React.ReactNode;
}) {
  const slot = useRef<HTMLDivElement>(null);
  /** Its height while it is out of the document; nothing while it is in it. */
  const [left, setLeft] = useState<number>();
  const ask = useRef(want);
  ask.current = want;
  useEffect(() => {
    if (eager) return ask.current(number);
    const watch = (rootMargin: string, does: (isNear: boolean) => void) => {
      const watcher = new IntersectionObserver((entries) => does(entries.at(-1)!.isIntersecting), {
        root: scroller.current,
        rootMargin,
      });
      watcher.observe(slot.current!);
      return watcher;
    };
    const watchers = [
      watch(NEAR, (isNear) => isNear && ask.current(number)),
      watch(FAR, (isNear) => setLeft(isNear ? undefined : slot.current?.clientHeight)),
    ];
    return () => watchers.forEach((watcher) => watcher.disconnect());
  }, [number, eager, round, scroller]);
  const held = left ?? usual;
  return (
    <div
      ref={slot}
      className="score-slot"
      data-page={number}
      style={held ? { minHeight: held } : undefined}
    >
      {left === undefined && children}
    </div>
  );
}

function useEngraverWorker(): StartedEngraver | undefined {
  const [engraver, setEngraver] = useState<StartedEngraver>();
  useEffect(() => {
    const started = startEngraver();
    setEngraver(started);
    return started.stop;
  }, []);
  return engraver;
}

/** The width of an element, settled: it follows a resize once that pauses. */
function useWidth(element: React.RefObject<HTMLElement | null>): number {
  const [width, setWidth] = useState(0);
  useEffect(() => {
    const box = element.current!;
    let timer: ReturnType<typeof setTimeout> | undefined;
    const read = () => setWidth(box.clientWidth);
    read();
    const watcher = new ResizeObserver(() => {
      clearTimeout(timer);
      timer = setTimeout(read, 150);
    });
    watcher.observe(box);
    return () => {
      clearTimeout(timer);
      watcher.disconnect();
    };
  }, [element]);
  return width;
}
