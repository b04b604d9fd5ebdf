import AddIcon from "@mui/icons-material/ZoomIn";
import RemoveIcon from "@mui/icons-material/ZoomOut";
import { Button, IconButton, Tab, Tabs } from "@mui/material";
import type { Piece } from "@yarrow-ridge/contract";
import { instrument, USUAL_INSTRUMENT } from "@yarrow-ridge/core/instruments";
import {
  toText,
  type Mark,
  type Remark,
  type Score,
  type Shape,
  TEACHER,
} from "@yarrow-ridge/core/score";
import { useEffect, useMemo, useRef } from "react";
import { Link, useParams, useSearchParams } from "react-router";
import { PagesView } from "../pages/PagesView.tsx";
import { usePages } from "../pages/usePages.ts";
import { Ridge, type RidgeGround } from "../ridge/Ridge.tsx";
import type { Said, WrittenFinger } from "../score/Fingers.tsx";
import { ChosenBars, ChosenNote } from "../score/Highlights.tsx";
import { PlaceCursor } from "../score/PlaceCursor.tsx";
import type { Hit, Layers } from "../score/ScorePage.tsx";
import { ScoreView, type ScoreViewHandle } from "../score/ScoreView.tsx";
import { WrittenLayers } from "../instruments/WrittenLayers.tsx";
import { useCommand } from "../shell/useCommand.ts";
import { Title } from "../shell/Title.tsx";
import { Trouble } from "../shell/Trouble.tsx";
import { Waiting } from "../shell/Waiting.tsx";
import { useAnswer } from "../api/queries.ts";
import { FormPanel } from "./FormPanel.tsx";
import { HandsPanel } from "./HandsPanel.tsx";
import { HandsStrip } from "./HandsStrip.tsx";
import { stratumView } from "../instruments/index.ts";
import { MarksPanel } from "./MarksPanel.tsx";
import { nearestPlace } from "../piece/places.ts";
import { BoundaryStrip } from "./BoundaryStrip.tsx";
import { PieceMenu } from "./PieceMenu.tsx";
import { ReturnsStrip } from "./ReturnsStrip.tsx";
import { SectionNames } from "../score/SectionNames.tsx";
import { ShapePanel } from "./shape/ShapePanel.tsx";
import { ShapeStrip } from "./shape/ShapeStrip.tsx";
import { StudentPick } from "./StudentPick.tsx";
import { inLayers } from "../edits/marks.ts";
import { signKeys } from "./liveKeys.ts";
import { useDeskPiece } from "../piece/useDeskPiece.ts";
import { nothingChosen, useDesk, type Stratum } from "../piece/useDesk.ts";
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
    const [from, to] = /^(\d{1,4})-(\d{1,4})$/.exec(bars)?.slice(1).map(Number) ?? [];
    set({
      ...nothingChosen,
      chosen: from !== undefined && to !== undefined ? { from, to } : undefined,
    });
    return () => set(nothingChosen);
  }, [id, bars, set]);
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
  useCommand("larger", () => set({ zoom: Math.min(1.8, desk.zoom + 0.1) }), { useKey: false }, [
    desk.zoom,
  ]);
  useCommand("smaller", () => set({ zoom: Math.max(0.5, desk.zoom - 0.1) }), { useKey: false }, [
    desk.zoom,
  ]);

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
  const kind = kinds.get(stratum);
  const { Panel, Strip } = stratumView(piece.instrument, stratum);
  const ground: RidgeGround[] =
    ridge.data?.bars ??
    score.bars.map((bar) => ({
      secure: 0,
      together: 0,
      isNew: Object.values(form.isNew).some((hand) => hand[bar.index]),
      silent: false,
    }));
  return (
    <div className="desk">
      <Title name={piece.title}>
        <span className="soft desk-facts">
          {[
            ridge.data?.stage,
            `${form.newBars} of ${form.bars} bars new${form.nearlyKnown ? `, ${form.nearlyKnown} of them nearly known` : ""}`,
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
        <StudentPick pieceId={id} assignmentId={assignmentId} />
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
        <section className="desk-strata">
          <div className="desk-tabs">
            <Tabs
              value={stratum}
              onChange={(_, value: Stratum) => open(value)}
              aria-label="Strata"
              className="grow"
            >
              {tabs.map(([key, name]) => (
                <Tab key={key} value={key} label={name} id={`tab-${key}`} aria-controls="stratum" />
              ))}
            </Tabs>
            {hasPages && (
              <Button size="small" onClick={() => set({ face: onPage ? "engraved" : "page" })}>
                {onPage ? (piece.onPaper ? "Bars" : "Engraved") : "Pages"}
              </Button>
            )}
            <IconButton
              aria-label="Smaller"
              onClick={() => set({ zoom: Math.max(0.5, desk.zoom - 0.1) })}
            >
              <RemoveIcon fontSize="small" />
            </IconButton>
            <span className="soft small">{Math.round(desk.zoom * 100)} %</span>
            <IconButton
              aria-label="Larger"
              onClick={() => set({ zoom: Math.min(1.8, desk.zoom + 0.1) })}
            >
              <AddIcon fontSize="small" />
            </IconButton>
          </div>
          <div className={`desk-strip${stratum === "form" && sections.length > 0 ? " tall" : ""}`}>
            {stratum === "hands" && (
              <HandsStrip piece={piece} score={score} fingers={all} said={drawn} marks={shown} />
            )}
            {Strip && (
              <Strip
                score={score}
                marks={shown.get(stratum) ?? []}
                chosen={desk.chosen}
                onChoose={choose}
              />
            )}
            {stratum === "shape" && (
              <ShapeStrip
                piece={piece}
                score={score}
                shape={shape}
                climax={climax}
                chosen={desk.chosen}
                onChoose={choose}
              />
            )}
            {stratum === "form" && sections.length > 0 && (
              <BoundaryStrip piece={piece} score={score} sections={sections} onShow={choose} />
            )}
            {stratum === "form" && (
              <ReturnsStrip
                piece={piece}
                score={score}
                form={form}
                chosen={desk.chosen}
                onChoose={choose}
              />
            )}
          </div>
        </section>
        <aside
          className="desk-side"
          id="stratum"
          role="tabpanel"
          aria-labelledby={`tab-${stratum}`}
        >
          {stratum === "form" && (
            <FormPanel
              piece={piece}
              score={score}
              form={form}
              sections={sections}
              climax={climax}
              readings={ready.annotations.readings}
              written={written}
              onShow={choose}
            />
          )}
          {stratum === "hands" && (
            <HandsPanel
              piece={piece}
              score={score}
              form={form}
              fingers={fingers}
              said={said}
              remarks={remarks}
              positions={positions}
              assignmentId={assignmentId}
            />
          )}
          {kind && Panel && (
            <Panel
              piece={piece}
              score={score}
              marks={shown.get(stratum) ?? []}
              taken={ready.annotations.taken.includes(stratum)}
            />
          )}
          {kind && !Panel && (
            <MarksPanel
              piece={piece}
              score={score}
              stratum={kind}
              marks={shown.get(stratum) ?? []}
              layer={kind.layered ? layer : TEACHER}
            />
          )}
          {stratum === "shape" && (
            <ShapePanel
              piece={piece}
              score={score}
              form={form}
              shape={shape}
              sections={sections}
              climax={climax}
              pedal={pedal}
              goal={ridge.data?.goalTempo ?? undefined}
              onShow={choose}
            />
          )}
        </aside>
      </div>
    </div>
  );
}

/** Without notes there is nothing to finger. */
function tabsOf({ onPaper, instrument: kind }: Piece): readonly (readonly [Stratum, string])[] {
  if (onPaper) return [["form", "Form"]];
  return [
    ["form", "Form"],
    ["hands", "Hands"],
    ...instrument(kind).strata.flatMap(({ id, tab }) => (tab ? [[id, tab] as const] : [])),
    ["shape", "Shape"],
  ];
}

function withPencil(
  fingers: ReadonlyMap<string, WrittenFinger>,
  pencil: ReadonlyMap<string, string>,
  layer: string,
): Map<string, WrittenFinger> {
  const all = new Map(fingers);
  for (const [id, finger] of pencil)
    if (all.get(id)?.layer !== layer)
      all.set(id, {
        finger,
        look: "pencil",
        ...(layer !== TEACHER && all.get(id) ? { beside: all.get(id)! } : {}),
      });
  return all;
}

function layersOf(
  score: Score,
  kind: string,
  desk: ReturnType<typeof useDesk.getState>,
  said: readonly Said[],
  marks: ReadonlyMap<string, readonly Mark[]>,
  sections: Parameters<typeof SectionNames>[0]["sections"],
  remarks: readonly Remark[],
  shape: Shape,
): Layers {
  const pick = (note: string) =>
    desk.set({ note, ...(desk.stratum === "shape" ? {} : { stratum: "hands" as const }) });
  return {
    under: (boxes) => (
      <>
        {desk.chosen && <ChosenBars boxes={boxes} from={desk.chosen.from} to={desk.chosen.to} />}
        {desk.note && <ChosenNote boxes={boxes} id={desk.note} />}
        {desk.place && <PlaceCursor boxes={boxes} score={score} place={desk.place} />}
      </>
    ),
    over: (boxes) => (
      <>
        <SectionNames boxes={boxes} score={score} sections={sections} />
        <WrittenLayers
          boxes={boxes}
          score={score}
          kind={kind}
          said={said}
          marks={marks}
          remarks={remarks}
          shape={shape}
          sections={sections}
          both={desk.both}
          onPick={pick}
          pencil
        />
      </>
    ),
  };
}
