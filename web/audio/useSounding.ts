import { say } from "@yarrow-ridge/core/words";
import { instrument } from "@yarrow-ridge/core/instruments";
import type { Performance } from "@yarrow-ridge/core/score";
import { tell } from "../words/tell.ts";
import { useCallback, useEffect, useRef, useState } from "react";

type Playing = "silent" | "metronome" | "hear";

/**
 * What sounds, and the beat it is on. Leaving the screen stops it.
 *
 * @param kind the instrument it sounds on
 */
export function useSounding(kind?: string) {
  const [state, setState] = useState<Playing>("silent");
  const [beat, setBeat] = useState<{
    strong: boolean;
    countIn: boolean;
    at: number;
    count: number;
  }>();
  const stopper = useRef<(() => void) | undefined>(undefined);
  const round = useRef(0);
  const stop = useCallback(() => {
    round.current++;
    stopper.current?.();
    stopper.current = undefined;
    setState("silent");
  }, []);
  const start = useCallback(
    async (what: "metronome" | "hear", performance: Performance, tempo: number) => {
      stop();
      const mine = ++round.current;
      setState(what);
      let count = 0;
      try {
        const { play } = await import("./player.ts");
        const stopThis = await play({
          performance,
          tempo,
          timbre: kind === undefined ? undefined : instrument(kind).timbre,
          notes: what === "hear",
          loop: what === "metronome",
          onBeat: (now) => setBeat({ ...now, count: ++count }),
          onEnd: () => {
            if (mine === round.current) setState("silent");
          },
        });
        if (mine === round.current) stopper.current = stopThis;
        else stopThis();
      } catch {
        if (mine === round.current) setState("silent");
        tell(say`The sound could not be opened in this browser.`, { variant: "error" });
      }
    },
    [stop, kind],
  );
  useEffect(() => stop, [stop]);
  return { state, beat, start, stop };
}
