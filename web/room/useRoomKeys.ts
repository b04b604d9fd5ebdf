import { useCommand } from "../shell/useCommand.ts";
import type { useRoom } from "./useRoom.ts";

/** The keys of the room: wherever the focus is, a key of the room is a key of the room. */
export function useRoomKeys(
  room: ReturnType<typeof useRoom>,
  doing: Readonly<Record<"metronome" | "hear" | "mend" | "next" | "leave", () => void>>,
  isOver: boolean,
) {
  const { metronome, hear, mend, next, leave } = doing;
  const keys = { preventDefault: true, ignoreEventWhen: () => false };
  useCommand("room.metronome", metronome, keys, [metronome]);
  useCommand("room.clean", () => room.attempt("clean"), keys, [room]);
  useCommand("room.slip", () => room.attempt("slip"), keys, [room]);
  useCommand("room.hear", hear, keys, [hear]);
  useCommand("room.mend", mend, keys, [mend]);
  useCommand("room.slower", () => room.turn(-1), keys, [room]);
  useCommand("room.faster", () => room.turn(1), keys, [room]);
  useCommand("room.back", room.takeBack, keys, [room]);
  useCommand("room.next", next, { ...keys, enabled: isOver }, [next]);
  useCommand("room.leave", leave, keys, [leave]);
}
