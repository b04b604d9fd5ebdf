import { say } from "@yarrow-ridge/core/words";
import AddIcon from "@mui/icons-material/ZoomIn";
import RemoveIcon from "@mui/icons-material/ZoomOut";
import { Button, IconButton, Tab, Tabs } from "@mui/material";
import { instrument, stratumOf } from "@yarrow-ridge/core/instruments";
import { HandsStrip } from "./HandsStrip.tsx";
import { MarksStrip } from "./MarksStrip.tsx";
import { stratumView } from "../instruments/index.ts";
import { BoundaryStrip } from "./BoundaryStrip.tsx";
import { ReturnsStrip } from "./ReturnsStrip.tsx";
import { ShapeStrip } from "./shape/ShapeStrip.tsx";
import { useDesk, type Stratum } from "../piece/useDesk.ts";
import { Guard } from "../shell/Guard.tsx";
import { HearAndGo } from "./HearAndGo.tsx";
import { tempoAt, type AtDesk } from "./atDesk.ts";
import { useMoving } from "./useMoving.ts";

/** The strata of a piece: their tabs, and the strip of the one that is open. */
export function DeskStrata({
  at,
  tabs,
  open,
  hasPages,
  onPage,
}: {
  readonly at: AtDesk;
  readonly tabs: readonly (readonly [Stratum, string])[];
  readonly open: (stratum: Stratum) => void;
  readonly hasPages: boolean;
  readonly onPage: boolean;
}) {
  const desk = useDesk();
  const { set } = desk;
  const moving = useMoving(at);
  const { piece, score, form, sections, climax, shape, drawn, marks, stratum, choose } = at;
  const { Strip } = stratumView(piece.instrument, stratum);
  const kind = stratumOf(instrument(piece.instrument), stratum);
  return (
    <section className="desk-strata">
      <div className="desk-tabs">
        <Tabs
          value={stratum}
          onChange={(_, value: Stratum) => open(value)}
          aria-label={say`Strata`}
          variant="scrollable"
          scrollButtons="auto"
          className="grow"
        >
          {tabs.map(([key, name]) => (
            <Tab key={key} value={key} label={name} id={`tab-${key}`} aria-controls="stratum" />
          ))}
        </Tabs>
        <HearAndGo at={at} />
        {hasPages && (
          <Button size="small" onClick={() => set({ face: onPage ? "engraved" : "page" })}>
            {onPage ? (piece.onPaper ? say`Bars` : say`Engraved`) : say`Pages`}
          </Button>
        )}
        <IconButton
          aria-label={say`Smaller`}
          onClick={() => set({ zoom: Math.max(0.5, desk.zoom - 0.1) })}
        >
          <RemoveIcon fontSize="small" />
        </IconButton>
        <span className="soft small">{Math.round(desk.zoom * 100)} %</span>
        <IconButton
          aria-label={say`Larger`}
          onClick={() => set({ zoom: Math.min(1.8, desk.zoom + 0.1) })}
        >
          <AddIcon fontSize="small" />
        </IconButton>
      </div>
      <div className={`desk-strip${stratum === "form" && sections.length > 0 ? " tall" : ""}`}>
        <Guard what={say`This strip`} again={stratum}>
          {stratum === "hands" && (
            <HandsStrip
              piece={piece}
              score={score}
              fingers={at.withPencil}
              said={drawn}
              marks={marks}
            />
          )}
          {Strip && (
            <Strip
              score={score}
              marks={marks.get(stratum) ?? []}
              chosen={desk.chosen}
              onChoose={choose}
              moving={moving}
              shape={shape}
              tempo={tempoAt(at)}
              assignmentId={at.assignmentId}
              all={marks}
            />
          )}
          {kind && !Strip && (
            <MarksStrip
              score={score}
              stratum={kind}
              marks={marks.get(stratum) ?? []}
              onChoose={choose}
              moving={moving}
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
        </Guard>
      </div>
    </section>
  );
}
