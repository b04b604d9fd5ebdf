import type { CardStateAnswer } from "@yarrow-ridge/contract";
import { instrument } from "@yarrow-ridge/core/instruments";
import { useMemo } from "react";
import { inLayers } from "../api/marks.ts";
import { ownLayer } from "../edits/annotations.ts";
import { useOwnLine } from "../instruments/useOwnLine.ts";
import { WrittenLayers } from "../instruments/WrittenLayers.tsx";
import { PageExcerpt } from "../pages/PageExcerpt.tsx";
import type { usePages } from "../pages/usePages.ts";
import type { DeskPiece, useDeskPiece } from "../piece/useDeskPiece.ts";
import { marksIn } from "../piece/heardMarks.ts";
import { Faint } from "../score/Faint.tsx";
import type { Layers } from "../score/ScorePage.tsx";
import { ScoreView } from "../score/ScoreView.tsx";
import type { ShownCard } from "./shownCard.ts";

/** Few bars are engraved large, many smaller. */
const zoomFor = (bars: number): number =>
  bars <= 2 ? 1.5 : bars <= 4 ? 1.3 : bars <= 8 ? 1.1 : 0.9;
/** On a small screen. */
const SMALLER = 0.7;

/** The bars of a card, engraved or on their page; a tap on one is a slip there. */
export function RoomScore({
  card,
  ready,
  written,
  shown,
  pages,
  small,
  onSlip,
}: {
  card: CardStateAnswer;
  ready: DeskPiece;
  written: Pick<ReturnType<typeof useDeskPiece>, "said" | "marks" | "remarks" | "shape">;
  shown: Pick<ShownCard, "from" | "to" | "line" | "others" | "also">;
  /** Undefined where the engraved score is shown. */
  pages: ReturnType<typeof usePages>["pages"] | undefined;
  small: boolean;
  onSlip: (bar: number) => void;
}) {
  const { said, marks, remarks, shape } = written;
  const layers = useMemo(
    (): Layers => ({
      over: (boxes) => (
        <WrittenLayers
          boxes={boxes}
          score={ready.score}
          kind={ready.piece.instrument}
          setup={ready.piece.setup}
          said={said}
          marks={marksIn(
            shown.line,
            instrument(ready.piece.instrument),
            inLayers(marks, ready.piece.instrument, [card.layer, ownLayer(card.studentId)]),
          )}
          remarks={remarks}
          shape={shape}
          sections={[]}
          also={shown.also}
        />
      ),
    }),
    [ready, card, said, marks, remarks, shape, shown.also, shown.line],
  );
  const { from, to } = shown;
  // a line that has nothing on it in these bars takes no room
  const here = useMemo(() => {
    const inBars = new Set(
      ready.score.notes.filter(({ bar }) => bar >= from && bar <= to).map(({ id }) => id),
    );
    return said.map((one) => ({
      ...one,
      values: new Map([...one.values].filter(([id]) => inBars.has(id))),
    }));
  }, [ready, said, from, to]);
  const line = useOwnLine(ready.piece.instrument, here);
  return (
    <div className={`room-score${shape.loudness ? " own-loudness" : ""}`}>
      <Faint notes={shown.others} />
      {pages ? (
        <PageExcerpt
          pieceId={card.pieceId}
          pages={pages}
          score={ready.score}
          from={from}
          to={to}
          onBar={onSlip}
        />
      ) : (
        <ScoreView
          xml={ready.xml}
          score={ready.score}
          zoom={zoomFor(to - from + 1) * (small ? SMALLER : 1)}
          range={[from, to]}
          layers={layers}
          room={line?.room}
          label={`${card.section}, ${card.bars}`}
          onHit={({ bar }) => bar !== undefined && onSlip(bar)}
        />
      )}
    </div>
  );
}
