import { say } from "@yarrow-ridge/core/words";
import { stageName } from "@yarrow-ridge/core/practice";
import type { FormAnswer } from "@yarrow-ridge/contract";
import type { Score } from "@yarrow-ridge/core/score";
import { useEffect, useRef } from "react";
import { useParams, useSearchParams } from "react-router";
import { useAnswer } from "../answers/queries.ts";
import { PagesView } from "../pages/PagesView.tsx";
import { usePages } from "../pages/usePages.ts";
import { comeTo, leave, useDesk } from "../piece/useDesk.ts";
import { useDeskPiece } from "../piece/useDeskPiece.ts";
import { Ridge, type RidgeGround } from "../ridge/Ridge.tsx";
import { useOwnLine } from "../instruments/useOwnLine.ts";
import { ScoreView, type ScoreViewHandle } from "../score/ScoreView.tsx";
import { Trouble } from "../shell/Trouble.tsx";
import { Waiting } from "../shell/Waiting.tsx";
import type { AtDesk } from "./atDesk.ts";
import { DeskHead } from "./DeskHead.tsx";
import { DeskSide } from "./DeskSide.tsx";
import { DeskStrata } from "./DeskStrata.tsx";
import { useChoosing } from "./useChoosing.ts";
import { useDeskKeys } from "./useDeskKeys.ts";
import { useDrawn } from "./useDrawn.ts";
import { usePlayer } from "../students/usePlayer.ts";
import "./desk.css";

/** Pixels of the ridge with a plan, and without one. */
const [RIDGE, BARE_RIDGE] = [92, 30];

/**
 * A piece at the desk: its ridge, its score, one stratum open for work, its decisions at the side.
 */
export function DeskScreen() {
  const { id = "" } = useParams();
  const [search] = useSearchParams();
  const assignmentId = search.get("for") ?? undefined;
  const { layer } = usePlayer(assignmentId);
  const work = useDeskPiece(id, layer);
  const { ready, sections, remarks, climax, pedal, shape, positions, fingers, said } = work;
  const { pages } = usePages(id);
  const isGiven = assignmentId !== undefined;
  const ridge = useAnswer("ridge", { id: assignmentId ?? "" }, undefined, isGiven).data;
  const desk = useDesk();
  const view = useRef<ScoreViewHandle>(null);
  useEffect(() => {
    comeTo(id);
    return () => leave(id);
  }, [id]);
  // what is said of a hand for now is that of this student with this piece
  useEffect(() => () => useDesk.getState().set({ player: {} }), [id, assignmentId]);
  const { tabs, open } = useDeskKeys(ready);
  const { choose, chooseBar, hit } = useChoosing(id, search.get("bars") ?? "", ready);
  const eye =
    ready?.score.notes.find((note) => note.id === desk.note)?.bar ??
    desk.place?.bar ??
    desk.chosen?.from;
  const eyeBar = eye === undefined ? undefined : ready?.score.bars[eye]?.id;
  useEffect(() => {
    if (eyeBar !== undefined) view.current?.show(eyeBar);
  }, [eyeBar]);
  const { withPencil, drawn, shown, layers } = useDrawn(work, layer);

  const line = useOwnLine(ready?.piece.instrument, drawn);
  if (work.error) return <Trouble error={work.error} again={work.again} />;
  if (!ready || !layers) return <Waiting what={say`the score`} />;
  const { piece, score, xml, form, annotations } = ready;
  const goal = ridge?.goalTempo ?? undefined;
  const hasPages = pages !== undefined && pages.some((page) => page.marks.length > 0);
  const onPage = hasPages && (piece.onPaper ? desk.face !== "engraved" : desk.face === "page");
  const stratum = tabs.some(([key]) => key === desk.stratum) ? desk.stratum : "form";
  const at: AtDesk = {
    ...{ piece, score, form, annotations, sections, climax, shape, remarks, pedal, positions },
    ...{ fingers, withPencil, said, drawn, marks: shown, written: work.written },
    ...{ layer, assignmentId, goal, stratum, choose },
  };
  return (
    <div className="desk">
      <DeskHead
        piece={piece}
        score={score}
        form={form}
        stage={ridge && stageName[ridge.stage]}
        assignmentId={assignmentId}
      />
      <Ridge
        bars={score.bars}
        ground={ridge?.bars ?? bareGround(score, form)}
        goal={goal}
        sections={sections}
        climax={climax}
        chosen={desk.chosen}
        onChoose={choose}
        height={goal ? RIDGE : BARE_RIDGE}
      />
      <div className="desk-main">
        <section
          className={`desk-score${shape.loudness ? " own-loudness" : ""}`}
          aria-label={say`Score`}
        >
          {onPage ? (
            <PagesView
              pieceId={id}
              pages={pages}
              score={score}
              chosen={desk.chosen}
              onBar={chooseBar}
            />
          ) : (
            <ScoreView
              ref={view}
              xml={xml}
              score={score}
              zoom={desk.zoom}
              layers={layers}
              room={line?.room}
              onHit={(found, event) => hit(found, event.shiftKey)}
              label={say`Score of ${piece.title}`}
            />
          )}
        </section>
        <DeskStrata at={at} tabs={tabs} open={open} hasPages={hasPages} onPage={onPage} />
        <DeskSide at={at} />
      </div>
    </div>
  );
}

/** The ridge of a piece that nobody practises: what is new in it. */
const bareGround = (score: Score, form: FormAnswer): RidgeGround[] =>
  score.bars.map((bar) => ({
    secure: 0,
    together: 0,
    isNew: Object.values(form.isNew).some((hand) => hand[bar.index]),
    silent: false,
  }));
