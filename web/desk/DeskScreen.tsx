import { Button } from "@mui/material";
import { instrument, USUAL_INSTRUMENT } from "@yarrow-ridge/core/instruments";
import { toText } from "@yarrow-ridge/core/score";
import { useEffect, useMemo, useRef } from "react";
import { Link, useParams, useSearchParams } from "react-router";
import { PagesView } from "../pages/PagesView.tsx";
import { usePages } from "../pages/usePages.ts";
import { Ridge, type RidgeGround } from "../ridge/Ridge.tsx";
import type { Hit, Layers } from "../score/ScorePage.tsx";
import { ScoreView, type ScoreViewHandle } from "../score/ScoreView.tsx";
import { useCommand } from "../shell/useCommand.ts";
import { Title } from "../shell/Title.tsx";
import { Trouble } from "../shell/Trouble.tsx";
import { Waiting } from "../shell/Waiting.tsx";
import { useAnswer } from "../answers/queries.ts";
import { nearestPlace } from "../piece/places.ts";
import { PieceMenu } from "./PieceMenu.tsx";
import { StudentPick } from "./StudentPick.tsx";
import { inLayers } from "../api/marks.ts";
import { signKeys } from "./liveKeys.ts";
import { useDeskPiece } from "../piece/useDeskPiece.ts";
import { comeTo, leave, nothingChosen, useDesk, type Stratum } from "../piece/useDesk.ts";
import { tabsOf, type AtDesk } from "./atDesk.ts";
import { layersOf, withPencil } from "./deskLayers.tsx";
import { DeskSide } from "./DeskSide.tsx";
import { DeskStrata } from "./DeskStrata.tsx";
import { usePlayer } from "./usePlayer.ts";
import "./desk.css";

/**
 * A piece at the desk: its ridge, its score, one stratum open for work, its decisions at the side.
 */
export function DeskScreen() {
  const { id = "" } = useParams();
  const [search] = useSearchParams();
  const assignmentId = search.get("for") ?? undefined;
  const bars = search.get("bars") ?? "";
  const { layer } = usePlayer(assignmentId);
  const {
    ready,
    error,
    again,
    sections,
    remarks,
    climax,
    pedal,
    shape,
    positions,
    fingers,
    said,
    marks,
    written,
  } = useDeskPiece(id, layer);
  const { pages } = usePages(id);
  const ridge = useAnswer(
    "ridge",
    { id: assignmentId ?? "" },
    undefined,
    assignmentId !== undefined,
  );
  const desk = useDesk();
  const view = useRef<ScoreViewHandle>(null);
  const { set } = desk;
  useEffect(() => {
    comeTo(id);
    return () => leave(id);
  }, [id]);
  // bars in the address count once it is known how many there are
  const count = ready?.score.bars.length;
  useEffect(() => {
    const [from, to] = /^(\d{1,4})-(\d{1,4})$/.exec(bars)?.slice(1).map(Number) ?? [];
    if (count === undefined || from === undefined || to === undefined) return;
    if (from <= to && to < count) set({ chosen: { from, to } });
  }, [id, bars, count, set]);
  const tabs = ready ? tabsOf(ready.piece) : [];
  const open = (stratum: Stratum) => set({ stratum, note: undefined, place: undefined });
  /** A tab's letter opens it where there is one, and gives way to a sign. */
  const openable = (stratum: Stratum, key: string) => ({
    enabled: tabs.some(([one]) => one === stratum) && !signs.has(key),
  });
  const line = ready?.score.notes.find((note) => note.id === desk.note)?.hand;
  const signs = new Set(
    ready
      ? signKeys(instrument(ready.piece.instrument), desk.stratum, line).map(({ key }) => key)
      : [],
  );
  useCommand("open.form", () => open("form"), openable("form", "f"));
  useCommand("open.hands", () => open("hands"), openable("hands", "h"));
  useCommand("open.pedal", () => open("pedal"), openable("pedal", "p"));
  useCommand("open.shape", () => open("shape"), openable("shape", "l"));
  useCommand("let.go", () => set(nothingChosen));
  useCommand("larger", () => set({ zoom: Math.min(1.8, desk.zoom + 0.1) }), {}, [desk.zoom]);
  useCommand("smaller", () => set({ zoom: Math.max(0.5, desk.zoom - 0.1) }), {}, [desk.zoom]);

  const eye =
    ready?.score.notes.find((note) => note.id === desk.note)?.bar ??
    desk.place?.bar ??
    desk.chosen?.from;
  const eyeBar = eye === undefined ? undefined : ready?.score.bars[eye]?.id;
  useEffect(() => {
    if (eyeBar !== undefined) view.current?.show(eyeBar);
  }, [eyeBar]);

  const all = useMemo(() => withPencil(fingers, desk.pencil, layer), [fingers, desk.pencil, layer]);
  const drawn = useMemo(
    () =>
      said.map((one) =>
        one.aspect.id === "finger"
          ? { ...one, values: withPencil(one.values, desk.pencil, layer) }
          : one,
      ),
    [said, desk.pencil, layer],
  );
  const shown = useMemo(
    () => inLayers(marks, ready?.piece.instrument ?? USUAL_INSTRUMENT, [layer]),
    [marks, ready?.piece.instrument, layer],
  );
  const layers = useMemo(
    (): Layers | undefined =>
      ready &&
      layersOf(ready.score, ready.piece.instrument, desk, drawn, shown, sections, remarks, shape),
    [ready, desk, drawn, shown, sections, remarks, shape],
  );
  if (error) return <Trouble error={error} again={again} />;
  if (!ready || !layers) return <Waiting what="the score" />;
  const { piece, score, xml, form } = ready;

  const kinds = new Map(instrument(piece.instrument).strata.map((one) => [one.id, one]));
  const choose = (from: number, to: number) => set({ chosen: { from, to }, note: undefined });
  const chooseBar = (bar: number, shift: boolean) => {
    const from = shift && desk.chosen ? Math.min(desk.chosen.from, bar) : bar;
    set({
      chosen: { from, to: shift && desk.chosen ? Math.max(desk.chosen.to, bar) : bar },
      note: undefined,
    });
  };
  const hit = ({ bar, noteId, x, boxes }: Hit, shift: boolean) => {
    if ((desk.stratum === "hands" || desk.stratum === "shape") && noteId) {
      const note = score.notes.find((one) => one.id === noteId)!;
      return set({
        note: noteId,
        chosen:
          desk.chosen && desk.chosen.from <= note.bar && desk.chosen.to >= note.bar
            ? desk.chosen
            : { from: note.bar, to: note.bar },
      });
    }
    if (bar === undefined) return undefined;
    if (kinds.has(desk.stratum) && !shift) {
      const place = nearestPlace(boxes, score, bar, x);
      return set({ place: { bar, offset: toText(place) }, chosen: { from: bar, to: bar } });
    }
    return chooseBar(bar, shift);
  };
  const hasPages = pages !== undefined && pages.some((page) => page.marks.length > 0);
  const onPage = hasPages && (piece.onPaper ? desk.face !== "engraved" : desk.face === "page");
  const stratum = tabs.some(([key]) => key === desk.stratum) ? desk.stratum : "form";
  const ground: RidgeGround[] =
    ridge.data?.bars ??
    score.bars.map((bar) => ({
      secure: 0,
      together: 0,
      isNew: Object.values(form.isNew).some((hand) => hand[bar.index]),
      silent: false,
    }));
  const at: AtDesk = {
    piece,
    score,
    form,
    annotations: ready.annotations,
    sections,
    climax,
    shape,
    remarks,
    pedal,
    positions,
    fingers,
    withPencil: all,
    said,
    drawn,
    marks: shown,
    written,
    layer,
    assignmentId,
    goal: ridge.data?.goalTempo ?? undefined,
    stratum,
    choose,
  };
  return (
    <div className="desk">
      <Title name={piece.title}>
        <span className="soft desk-facts">
          {[
            ridge.data?.stage,
            `${form.newBars} of ${form.bars} bars new` +
              (form.nearlyKnown ? `, ${form.nearlyKnown} of them nearly known` : ""),
            piece.key,
            piece.metre,
            piece.composer,
          ]
            .filter(Boolean)
            .join(" · ")}
        </span>
        <Button
          size="small"
          variant="outlined"
          component={Link}
          to={`/pieces/${id}/survey${assignmentId ? `?for=${assignmentId}` : ""}`}
        >
          Survey
        </Button>
        <StudentPick piece={piece} assignmentId={assignmentId} />
        <PieceMenu piece={piece} score={score} />
      </Title>
      <Ridge
        bars={score.bars}
        ground={ground}
        goal={ridge.data?.goalTempo ?? undefined}
        sections={sections}
        climax={climax}
        chosen={desk.chosen}
        onChoose={choose}
        height={ridge.data?.goalTempo ? 92 : 30}
      />
      <div className="desk-main">
        <section
          className={`desk-score${shape.loudness ? " own-loudness" : ""}`}
          aria-label="Score"
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
              onHit={(found, event) => hit(found, event.shiftKey)}
              label={`Score of ${piece.title}`}
            />
          )}
        </section>
        <DeskStrata at={at} tabs={tabs} open={open} hasPages={hasPages} onPage={onPage} />
        <DeskSide at={at} />
      </div>
    </div>
  );
}
