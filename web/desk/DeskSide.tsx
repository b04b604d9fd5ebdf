import { say } from "@yarrow-ridge/core/words";
import { instrument } from "@yarrow-ridge/core/instruments";
import { TEACHER } from "@yarrow-ridge/core/score";
import { useState } from "react";
import { FormPanel } from "./FormPanel.tsx";
import { HandsPanel } from "./HandsPanel.tsx";
import { stratumView } from "../instruments/index.ts";
import { MarksPanel } from "./MarksPanel.tsx";
import { ShapePanel } from "./shape/ShapePanel.tsx";
import { Guard } from "../shell/Guard.tsx";
import { tempoAt, type AtDesk } from "./atDesk.ts";

/** The decisions of the stratum that is open. */
export function DeskSide({ at }: { readonly at: AtDesk }) {
  const { piece, score, form, sections, climax, shape, remarks, positions } = at;
  const { fingers, said, marks, written, annotations, layer, assignmentId } = at;
  const { stratum, choose } = at;
  const kind = instrument(piece.instrument).strata.find((one) => one.id === stratum);
  const [up, setUp] = useState(false);
  const { Panel } = stratumView(piece.instrument, stratum);
  return (
    <aside
      className="desk-side"
      id="stratum"
      role="tabpanel"
      aria-labelledby={`tab-${stratum}`}
      data-open={up ? "yes" : "no"}
    >
      <button type="button" className="desk-sheet" aria-expanded={up} onClick={() => setUp(!up)}>
        {up ? say`Put down` : say`Pull up`}
      </button>
      <Guard what={say`This side`} again={stratum}>
        {stratum === "form" && (
          <FormPanel
            piece={piece}
            score={score}
            form={form}
            sections={sections}
            climax={climax}
            readings={annotations.readings}
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
            marks={marks.get(stratum) ?? []}
            taken={annotations.taken.includes(stratum)}
          />
        )}
        {kind && !Panel && (
          <MarksPanel
            tempo={tempoAt(at)}
            assignmentId={at.assignmentId}
            said={said}
            piece={piece}
            score={score}
            stratum={kind}
            marks={marks.get(stratum) ?? []}
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
            onShow={choose}
          />
        )}
      </Guard>
    </aside>
  );
}
