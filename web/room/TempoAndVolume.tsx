import { say } from "@yarrow-ridge/core/words";
import { halfBeats } from "@yarrow-ridge/core/practice";
import { Slider } from "@mui/material";
import { useVolume } from "../audio/volume.ts";

/** Tempo and volume by hand. */
export function TempoAndVolume({
  sign,
  tempo,
  turn,
}: {
  /** The beat that is counted. */
  sign: string;
  tempo: number;
  turn: (by: number) => void;
}) {
  const { volume, set } = useVolume();
  return (
    <div className="room-turn">
      <button type="button" aria-label={say`Slower`} onClick={() => turn(-1)}>
        −
      </button>
      <output aria-label={say`Tempo by hand`}>
        {sign} = {tempo}
        {halfBeats(tempo) !== undefined && say` (halves ${halfBeats(tempo)!})`}
      </output>
      <button type="button" aria-label={say`Faster`} onClick={() => turn(1)}>
        +
      </button>
      <Slider
        size="small"
        min={0}
        max={1}
        step={0.05}
        value={volume}
        aria-label={say`Volume`}
        getAriaValueText={(value) => `${Math.round(value * 100)} %`}
        onChange={(_, value) => set(value)}
      />
    </div>
  );
}
