import { say } from "@yarrow-ridge/core/words";
import { TempoAndVolume } from "./TempoAndVolume.tsx";
import type { useRoom } from "./useRoom.ts";
import type { useRoomSound } from "./useRoomSound.ts";

/** What is needed now and then: the tempo by hand, a try taken back, shaped or strict time. */
export function RoomFoot({
  sign,
  tempo,
  room,
  sound,
}: {
  sign: string;
  tempo: number;
  room: ReturnType<typeof useRoom>;
  /** Undefined where the piece has no timing of its own to be heard. */
  sound: ReturnType<typeof useRoomSound> | undefined;
}) {
  return (
    <footer className="room-foot">
      <TempoAndVolume sign={sign} tempo={tempo} turn={room.turn} />
      <button type="button" disabled={!room.canTakeBack} onClick={room.takeBack}>
        {say`take the last try back `}
        <span className="key">⌫</span>
      </button>
      {sound && (
        <button
          type="button"
          aria-pressed={sound.time === "shaped"}
          onClick={() => {
            sound.sounding.stop();
            sound.setTiming(sound.time === "shaped" ? "strict" : "shaped");
          }}
        >{say`Hear it ${
          sound.time === "shaped"
            ? say`in shaped time`
            : say`in strict
          time`
        }`}</button>
      )}
      <span className="soft small">{say`Pain, numbness or tingling: stop, and see a doctor or hand
        therapist.`}</span>
    </footer>
  );
}
