import { say } from "@yarrow-ridge/core/words";
import { LAYER_NAMES, ornamentText, type Ornament } from "@yarrow-ridge/core/instruments/ornaments";
import { ToggleButton, ToggleButtonGroup } from "@mui/material";
import { useDesk } from "../../piece/useDesk.ts";
import { MarkOnAxis } from "../MarkOnAxis.tsx";
import type { StripProps } from "../view.ts";
import "./ornaments.css";

const SHORT: Readonly<Record<Ornament["kind"], string>> = {
  ...{ grace: "♪", mordent: "m", "short trill": "st", trill: "tr" },
  ...{ "trill from below": "↗tr", turn: "t", "inverted turn": "it" },
};

/** The layers over the bare tune, a row for each on the bar axis; each is heard or not. */
export function OrnamentStrip({ score, marks, chosen, onChoose, moving }: StripProps) {
  const pencil = useDesk(({ markPencil }) =>
    markPencil?.stratum === "ornaments" ? markPencil : undefined,
  );
  const quiet = useDesk((desk) => desk.quietLayers);
  const set = useDesk((desk) => desk.set);
  const inked = pencil
    ? marks.filter(({ from }) => from.bar < pencil.from || from.bar > pencil.to)
    : marks;
  const all = [...inked, ...(pencil?.marks ?? [])];
  const count = score.bars.length;
  const at = (bars: number) => `${(100 * bars) / count}%`;
  const layers = LAYER_NAMES.map((name, i) => ({ name, layer: i + 1 }));
  // those typed by hand belong to the first
  const layerOf = (data: Readonly<Record<string, unknown>>) => Number(data.layer ?? 1);
  const used = layers.filter(({ layer }) => all.some(({ data }) => layerOf(data) === layer));
  const heard = layers.map(({ layer }) => layer).filter((layer) => !quiet.includes(layer));
  return (
    <>
      <div className="row spread ornament-layers">
        <span className="small soft">
          {used.length === 0
            ? say`the bare tune: no ornaments yet`
            : used.map(({ layer, name }) => `${layer} ${name}`).join(" · ")}
        </span>
        <ToggleButtonGroup
          size="small"
          value={heard}
          aria-label={say`Layers that are heard`}
          title={say`press a layer to hear it or leave it out`}
          onChange={(_, now: number[]) =>
            set({
              quietLayers: layers.map(({ layer }) => layer).filter((one) => !now.includes(one)),
            })
          }
        >
          {layers.map(({ layer, name }) => (
            <ToggleButton key={layer} value={layer} title={name}>
              {layer}
            </ToggleButton>
          ))}
        </ToggleButtonGroup>
      </div>
      <div
        className="marks-strip ornament-strip"
        role="group"
        aria-label={say`Layers of ornaments`}
      >
        {chosen && (
          <span
            className="marks-chosen"
            style={{ left: at(chosen.from), width: at(chosen.to - chosen.from + 1) }}
          />
        )}
        {used.map(({ layer, name }) => (
          <div key={layer} className={`marks-lane${quiet.includes(layer) ? " quiet" : ""}`}>
            <span className="small soft" title={name}>
              {layer}
            </span>
            {all
              .filter(({ data }) => layerOf(data) === layer)
              .map((mark) => {
                const data = mark.data as unknown as Ornament;
                return (
                  <MarkOnAxis
                    key={mark.id}
                    isPencil={!inked.includes(mark)}
                    title={ornamentText(data)}
                    {...{ score, mark, moving, onChoose }}
                  >
                    {SHORT[data.kind]}
                  </MarkOnAxis>
                );
              })}
          </div>
        ))}
      </div>
    </>
  );
}
