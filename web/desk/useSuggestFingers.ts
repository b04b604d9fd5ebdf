import { say } from "@yarrow-ridge/core/words";
import type { Piece } from "@yarrow-ridge/contract";
import { tell } from "../words/tell.ts";
import { useEffect, useEffectEvent, useRef } from "react";
import type { WrittenFinger } from "../score/placeFingers.ts";
import { useDesk, withBeside } from "../piece/useDesk.ts";
import { stopped, useWork } from "../piece/useWork.ts";
import { askForFingers, limbsToFinger } from "./askForFingers.ts";
import { useHandAsked, usePlayer } from "../students/usePlayer.ts";

/** Puts suggested fingers in pencil; what is written over them is solved around at once. */
export function useSuggestFingers(
  piece: Piece,
  fingers: ReadonlyMap<string, WrittenFinger>,
  assignmentId: string | undefined,
) {
  const { chosen, pencil, suggested, written, school, set } = useDesk();
  const { layer } = usePlayer(assignmentId);
  const player = useHandAsked(piece.instrument, assignmentId);
  const limbs = limbsToFinger(piece);
  const { busy, share, begin, end, cancel } = useWork(limbs.map((limb) => limb.id));
  const free = (id: string) => fingers.get(id)?.layer !== layer;

  const suggest = async (bars = chosen, again = false) => {
    if (!bars || limbs.length === 0 || busy) return;
    const work = begin();
    try {
      const asked = { ...bars, player, school, layer, work };
      const { advice, reasons } = await askForFingers(piece, asked);
      // inked or rubbed out meanwhile: there is nothing left to solve around
      if (again && useDesk.getState().suggested === undefined) return;
      const found = advice.ways
        .filter((way) => way.more === 0)
        .flatMap((way) => [...way.fingers])
        .filter(([id]) => free(id));
      // solved again, the pencil of before has no say
      const next = new Map(again ? found : [...pencil, ...found]);
      const first = advice.ways.filter((way) => way.more === 0);
      const before = again ? new Map() : useDesk.getState().beside;
      const beside = first.reduce(withBeside, before);
      set({ pencil: next, beside, suggested: bars, reasons, advice });
      if (found.length === 0 && !again) tell(say`Every note in these bars has its finger already.`);
    } catch (error) {
      if (!stopped(error))
        tell(error instanceof Error ? error.message : say`No fingers could be suggested.`, {
          variant: "error",
        });
    } finally {
      end();
    }
  };
  // a finger written over the pencil stays, and the rest is solved around it at once
  const solveAgain = useEffectEvent(() => {
    if (suggested && pencil.size > 0) void suggest(suggested, true);
  });
  const solved = useRef(written);
  useEffect(() => {
    // what was typed while it was thinking comes when it is done
    if (busy || solved.current === written) return;
    solved.current = written;
    solveAgain();
  }, [written, busy]);
  return { suggest: () => void suggest(), busy, share, cancel, free, layer };
}
