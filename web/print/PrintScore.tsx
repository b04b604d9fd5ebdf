import { handName, instrument } from "@yarrow-ridge/core/instruments";
import { useMemo, useState } from "react";
import { useParams } from "react-router";
import { SectionNames } from "../desk/SectionNames.tsx";
import { useDeskPiece } from "../desk/useDeskPiece.ts";
import { TEACHER } from "../edits/annotations.ts";
import { Fingers } from "../score/Fingers.tsx";
import { Remarks } from "../score/Remarks.tsx";
import { Positions } from "../score/Positions.tsx";
import { PedalLine } from "../score/PedalLine.tsx";
import { ShapeMarks } from "../score/ShapeMarks.tsx";
import type { Layers } from "../score/ScorePage.tsx";
import { ScoreView } from "../score/ScoreView.tsx";
import { Trouble } from "../shell/Trouble.tsx";
import { Waiting } from "../shell/Waiting.tsx";
import { PrintFrame } from "./PrintFrame.tsx";

/** The marked score on paper: sections, fingers and pedal over the engraving. */
export function PrintScore() {
  const { id = "" } = useParams();
  const { ready, error, again, sections, remarks, pedal, shape, positions, fingers } =
    useDeskPiece(id);
  const [drawn, setDrawn] = useState(false);
  const layers = useMemo((): Layers | undefined => {
    if (!ready) return undefined;
    const upper = instrument(ready.piece.instrument).limbs[0]!.id;
    return {
      over: (boxes) => (
        <>
          <SectionNames boxes={boxes} score={ready.score} sections={sections} />
          <Positions
            boxes={boxes}
            score={ready.score}
            positions={positions.filter((one) => one.layer === TEACHER)}
            below={(hand) => hand !== upper}
          />
          <Fingers boxes={boxes} fingers={fingers} below={(hand) => hand !== upper} />
          <PedalLine boxes={boxes} score={ready.score} marks={pedal} />
          <Remarks boxes={boxes} score={ready.score} remarks={remarks} />
          <ShapeMarks
            boxes={boxes}
            score={ready.score}
            shape={shape}
            sections={sections}
            below={(hand) => hand !== upper}
            handName={(hand) => handName(instrument(ready.piece.instrument), hand)}
          />
        </>
      ),
    };
  }, [ready, sections, remarks, fingers, pedal, shape, positions]);
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
