import type { Piece } from "@yarrow-ridge/contract";
import { instrument } from "@yarrow-ridge/core/instruments";
import type { Score } from "@yarrow-ridge/core/score";
import { nothingChosen, useDesk, type Stratum } from "../piece/useDesk.ts";
import { useCommand } from "../shell/useCommand.ts";
import { tabsOf } from "./atDesk.ts";
import { signKeys } from "./liveKeys.ts";

/** How small and how large the score is drawn, and by how much at a time. */
const [SMALLEST, LARGEST, BY] = [0.5, 1.8, 0.1];

/** The keys of the desk: a stratum each, letting go, larger and smaller. */
export function useDeskKeys(ready: { piece: Piece; score: Score } | undefined) {
  const { stratum: current, note, zoom, set } = useDesk();
  const tabs = ready ? tabsOf(ready.piece) : [];
  const line = ready?.score.notes.find((one) => one.id === note)?.hand;
  const signs = new Set(
    ready
      ? signKeys(instrument(ready.piece.instrument), current, line, ready.piece.setup).map(
          ({ key }) => key,
        )
      : [],
  );
  /** The tab of the marks that are the instrument's own. */
  const marked =
    (ready && instrument(ready.piece.instrument).strata.find(({ tab }) => tab)?.id) ?? "pedal";
  const open = (stratum: Stratum) => set({ stratum, note: undefined, place: undefined });
  /** A tab's letter opens it where there is one, and gives way to a sign. */
  const openable = (stratum: Stratum, key: string) => ({
    enabled: tabs.some(([one]) => one === stratum) && !signs.has(key),
  });
  useCommand("open.form", () => open("form"), openable("form", "f"));
  useCommand("open.hands", () => open("hands"), openable("hands", "h"));
  useCommand("open.pedal", () => open(marked), openable(marked, "p"));
  useCommand("open.shape", () => open("shape"), openable("shape", "l"));
  useCommand("let.go", () => set(nothingChosen));
  useCommand("larger", () => set({ zoom: Math.min(LARGEST, zoom + BY) }), {}, [zoom]);
  useCommand("smaller", () => set({ zoom: Math.max(SMALLEST, zoom - BY) }), {}, [zoom]);
  return { tabs, open };
}
