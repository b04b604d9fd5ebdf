import { useMemo, useState } from "react";
import { useParams } from "react-router";
import { SectionNames } from "../score/SectionNames.tsx";
import { useDeskPiece } from "../piece/useDeskPiece.ts";
import { TEACHER } from "@yarrow-ridge/core/score";
import { inLayers } from "../api/marks.ts";
import type { Layers } from "../score/ScorePage.tsx";
import { ScoreView } from "../score/ScoreView.tsx";
import { WrittenLayers } from "../instruments/WrittenLayers.tsx";
import { Trouble } from "../shell/Trouble.tsx";
import { Waiting } from "../shell/Waiting.tsx";
import { PrintFrame } from "./PrintFrame.tsx";

/** The marked score on paper: sections, fingers and pedal over the engraving. */
export function PrintScore() {
  const { id = "" } = useParams();
  const { ready, error, again, sections, remarks, shape, said, marks } = useDeskPiece(id);
  const [drawn, setDrawn] = useState(false);
  const layers = useMemo((): Layers | undefined => {
    if (!ready) return undefined;
    return {
      over: (boxes) => (
        <>
          <SectionNames boxes={boxes} score={ready.score} sections={sections} />
          <WrittenLayers
            boxes={boxes}
            score={ready.score}
            kind={ready.piece.instrument}
            said={said}
            marks={inLayers(marks, ready.piece.instrument, [TEACHER])}
            remarks={remarks}
            shape={shape}
            sections={sections}
          />
        </>
      ),
    };
  }, [ready, sections, remarks, said, marks, shape]);
  if (error) return <Trouble error={error} again={again} />;
  if (!ready || !layers) return <Waiting what="the score" />;
  return (
    <PrintFrame title={ready.piece.title} ready={drawn}>
      <header className="sheet-head">
        <h1>{ready.piece.title}</h1>
        <span>{ready.piece.composer}</span>
      </header>
      <div className={shape.loudness ? "own-loudness" : ""}>
        <ScoreView
          xml={ready.xml}
          score={ready.score}
          zoom={0.85}
          layers={layers}
          onAllDrawn={() => setDrawn(true)}
          label={ready.piece.title}
        />
      </div>
    </PrintFrame>
  );
}
