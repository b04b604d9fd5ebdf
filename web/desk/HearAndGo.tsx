import { say } from "@yarrow-ridge/core/words";
import HearIcon from "@mui/icons-material/PlayArrow";
import StopIcon from "@mui/icons-material/Stop";
import { Button } from "@mui/material";
import { barsNamed, barSpan } from "@yarrow-ridge/core/score";
import { useEffect, useRef, useState } from "react";
import { useDesk } from "../piece/useDesk.ts";
import { useCommand } from "../shell/useCommand.ts";
import type { AtDesk } from "./atDesk.ts";
import { useHear } from "./useHear.ts";

/** Hearing the chosen bars, and going to one by its number; from whichever stratum is open. */
export function HearAndGo({ at }: { at: AtDesk }) {
  const { choose, piece, score } = at;
  const { chosen, time } = useDesk();
  const { hear, isHeard, stop } = useHear(at);
  useEffect(stop, [chosen, time, stop]);
  const [typed, setTyped] = useState("");
  const [unknown, setUnknown] = useState(false);
  const field = useRef<HTMLInputElement>(null);
  useCommand("go.to", () => field.current?.focus(), { preventDefault: true });
  const go = () => {
    const bars = barsNamed(score.bars, typed);
    if (!bars) return setUnknown(true);
    choose(...bars);
    setTyped("");
    field.current?.blur();
  };
  return (
    <>
      {!piece.onPaper && (
        <Button
          size="small"
          startIcon={isHeard ? <StopIcon /> : <HearIcon />}
          title={
            chosen
              ? say`Hear bars ${barSpan(score.bars, chosen.from, chosen.to)}`
              : say`Hear it all`
          }
          onClick={hear}
        >
          {isHeard ? say`Stop` : say`Hear it`}
        </Button>
      )}
      <form
        className="go-to"
        onSubmit={(event) => {
          event.preventDefault();
          go();
        }}
      >
        <input
          ref={field}
          value={typed}
          size={5}
          maxLength={12}
          inputMode="numeric"
          placeholder={say`bar …`}
          aria-label={say`Go to bar`}
          aria-invalid={unknown}
          title={
            unknown ? say`There is no bar ${typed}.` : say`Go to a bar, or to bars such as 9-12`
          }
          onChange={(event) => {
            setUnknown(false);
            setTyped(event.target.value);
          }}
        />
        {unknown && <span role="alert" className="go-to-none">{say`no bar ${typed}`}</span>}
      </form>
    </>
  );
}
