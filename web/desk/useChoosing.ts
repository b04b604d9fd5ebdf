import { instrument } from "@yarrow-ridge/core/instruments";
import { toText } from "@yarrow-ridge/core/score";
import { useEffect } from "react";
import { nearestPlace } from "../piece/places.ts";
import { useDesk } from "../piece/useDesk.ts";
import type { DeskPiece } from "../piece/useDeskPiece.ts";
import type { Hit } from "../score/ScorePage.tsx";

const within = (bars: { from: number; to: number } | undefined, bar: number) =>
  bars !== undefined && bars.from <= bar && bars.to >= bar;

/** Choosing bars, notes and places: by the address, on the ridge, on a page, in the score. */
export function useChoosing(id: string, address: string, ready: DeskPiece | undefined) {
  const { chosen, stratum, set } = useDesk();
  // bars in the address count once it is known how many there are
  const count = ready?.score.bars.length;
  useEffect(() => {
    const [from, to] = /^(\d{1,4})-(\d{1,4})$/.exec(address)?.slice(1).map(Number) ?? [];
    if (count === undefined || from === undefined || to === undefined) return;
    if (from <= to && to < count) set({ chosen: { from, to } });
  }, [id, address, count, set]);

  const choose = (from: number, to: number) => set({ chosen: { from, to }, note: undefined });
  const chooseBar = (bar: number, isOn: boolean) => {
    const before = isOn ? chosen : undefined;
    choose(Math.min(before?.from ?? bar, bar), Math.max(before?.to ?? bar, bar));
  };
  const hit = ({ bar, noteId, x, boxes }: Hit, isOn: boolean) => {
    if (!ready) return;
    const { score, piece } = ready;
    if ((stratum === "hands" || stratum === "shape") && noteId) {
      const at = score.notes.find((one) => one.id === noteId)!.bar;
      set({ note: noteId, chosen: within(chosen, at) ? chosen : { from: at, to: at } });
      return;
    }
    if (bar === undefined) return;
    if (instrument(piece.instrument).strata.some((one) => one.id === stratum) && !isOn) {
      const place = nearestPlace(boxes, score, bar, x);
      set({ place: { bar, offset: toText(place) }, chosen: { from: bar, to: bar } });
    } else chooseBar(bar, isOn);
  };
  return { choose, chooseBar, hit };
}
