import { say } from "@yarrow-ridge/core/words";
import type { Sounding } from "./Pulse.tsx";
import { Pulse } from "./Pulse.tsx";

/** The four keys of the practice room; a long run-through has one for more slips. */
export function RoomKeys({
  state,
  beat,
  over,
  onPaper,
  next,
  metronome,
  attempt,
  allowed,
  hear,
}: {
  readonly state: Sounding["state"];
  readonly beat: Sounding["beat"];
  /** The card is done and another follows. */
  readonly over: boolean;
  readonly onPaper: boolean;
  readonly next: () => void;
  readonly metronome: () => void;
  readonly attempt: (result: "clean" | "slip", bar?: number, slips?: number) => void;
  /** Slips with which a run-through is still good; none for what is tried. */
  readonly allowed: number;
  readonly hear: () => void;
}) {
  return (
    <div className={allowed > 0 ? "room-keys five" : "room-keys"}>
      {over ? (
        <button type="button" className="room-key main" onClick={next}>
          {say`Next card`}
          <small>{say`enter`}</small>
        </button>
      ) : (
        <button
          type="button"
          className="room-key main"
          aria-pressed={state === "metronome"}
          onClick={metronome}
        >
          {state === "metronome" ? (
            <>
              {say`Stop `}
              <Pulse beat={beat} />
            </>
          ) : (
            say`Start`
          )}
          <small>{say`space`}</small>
        </button>
      )}
      <button type="button" className="room-key clean" onClick={() => attempt("clean")}>
        {say`● Clean`}
        <small>→</small>
      </button>
      <button type="button" className="room-key slip" onClick={() => attempt("slip")}>
        ✕ {allowed === 0 ? say`Slip` : allowed === 1 ? say`One slip` : say`Up to ${allowed} slips`}
        <small>←</small>
      </button>
      {allowed > 0 && (
        <button
          type="button"
          className="room-key slip"
          onClick={() => attempt("slip", undefined, allowed + 1)}
        >{say`✕ More slips`}</button>
      )}
      <button
        type="button"
        className="room-key"
        disabled={onPaper}
        aria-pressed={state === "hear"}
        onClick={hear}
      >
        {state === "hear" ? say`Stop` : say`Hear it`}
        <small>↑</small>
      </button>
    </div>
  );
}
