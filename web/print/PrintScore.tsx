import { say } from "@yarrow-ridge/core/words";
import { useMemo, useState } from "react";
import { useParams, useSearchParams } from "react-router";
import { SectionNames } from "../score/SectionNames.tsx";
import { PRINTED, useDeskPiece } from "../piece/useDeskPiece.ts";
import { barSpan, NO_SHAPE, TEACHER } from "@yarrow-ridge/core/score";
import { inLayers } from "../api/marks.ts";
import type { Layers } from "../score/ScorePage.tsx";
import { ScoreView } from "../score/ScoreView.tsx";
import { useOwnLine } from "../instruments/useOwnLine.ts";
import { WrittenLayers } from "../instruments/WrittenLayers.tsx";
import { Trouble } from "../shell/Trouble.tsx";
import { Waiting } from "../shell/Waiting.tsx";
import { PrintFrame } from "./PrintFrame.tsx";

/** The marked score on paper: sections, fingers and pedal over the engraving. */
export function PrintScore() {
  const { id = "" } = useParams();
  const [search] = useSearchParams();
  const layer = search.get("layer") ?? TEACHER;
  const isPrinted = layer === PRINTED;
  const [from, to] = [search.get("from"), search.get("to")].map((one) =>
    one !== null && /^\d{1,4}$/.test(one) ? Number(one) : undefined,
  );
  const { ready, error, again, sections, remarks, shape, said, marks } = useDeskPiece(id, layer);
  const [drawn, setDrawn] = useState(false);
  const layers = useMemo((): Layers | undefined => {
    if (!ready) return undefined;
    return {
      over: (boxes) => (
        <>
          <SectionNames boxes={boxes} score={ready.score} sections={isPrinted ? [] : sections} />
          <WrittenLayers
            boxes={boxes}
            score={ready.score}
            kind={ready.piece.instrument}
            setup={ready.piece.setup}
            said={said}
            marks={isPrinted ? new Map() : inLayers(marks, ready.piece.instrument, [layer])}
            remarks={isPrinted ? [] : remarks}
            shape={isPrinted ? NO_SHAPE : shape}
            sections={isPrinted ? [] : sections}
          />
        </>
      ),
    };
  }, [ready, sections, remarks, said, marks, shape, layer, isPrinted]);
  const line = useOwnLine(ready?.piece.instrument, said);
  if (error) return <Trouble error={error} again={again} />;
  const last = (ready?.score.bars.length ?? 0) - 1;
  const range =
    from !== undefined && to !== undefined && from <= to && to <= last
      ? ([from, to] as const)
      : undefined;
  if (!ready || !layers) return <Waiting what={say`the score`} />;
  return (
    <PrintFrame title={ready.piece.title} ready={drawn}>
      <header className="sheet-head">
        <h1>{ready.piece.title}</h1>
        <span>
          {[
            ready.piece.composer,
            range && say`bars ${barSpan(ready.score.bars, range[0], range[1])}`,
          ]
            .filter(Boolean)
            .join(" · ")}
        </span>
      </header>
      <div className={shape.loudness ? "own-loudness" : ""}>
        <ScoreView
          xml={ready.xml}
          score={ready.score}
          zoom={0.85}
          {...(range ? { range } : {})}
          layers={layers}
          room={line?.room}
          onAllDrawn={() => setDrawn(true)}
          label={ready.piece.title}
        />
      </div>
    </PrintFrame>
  );
}
