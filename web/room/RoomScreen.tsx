import { say } from "@yarrow-ridge/core/words";
import { spoken } from "../words/voice.ts";
import { useMediaQuery } from "@mui/material";
import { instrument } from "@yarrow-ridge/core/instruments";
import { barCount, isRunThrough, slipsAllowed } from "@yarrow-ridge/core/practice";
import { beatSign } from "@yarrow-ridge/core/score";
import { useEffect } from "react";
import { useNavigate, useParams } from "react-router";
import { useAnswer } from "../answers/queries.ts";
import { ownLayer } from "../edits/annotations.ts";
import { Stuck } from "../outbox/Stuck.tsx";
import { onPages } from "../pages/PageExcerpt.tsx";
import { usePages } from "../pages/usePages.ts";
import { useDesk } from "../piece/useDesk.ts";
import { useDeskPiece } from "../piece/useDeskPiece.ts";
import { Trouble } from "../shell/Trouble.tsx";
import { Waiting } from "../shell/Waiting.tsx";
import { RoomFoot } from "./RoomFoot.tsx";
import { RoomHead } from "./RoomHead.tsx";
import { RoomKeys } from "./RoomKeys.tsx";
import { RoomNews } from "./RoomNews.tsx";
import { RoomScore } from "./RoomScore.tsx";
import { useShownCard } from "./shownCard.ts";
import { Staircase } from "./Staircase.tsx";
import { Tries } from "./Tries.tsx";
import { useBreak } from "./useBreak.ts";
import { useRoomKeys } from "./useRoomKeys.ts";
import { useRoomSound } from "./useRoomSound.ts";
import { hasHadItsDay, mendTempo, useRoom } from "./useRoom.ts";
import "./room.css";

/** The practice room: one card, one tempo, its bars, four keys. */
export function RoomScreen() {
  const { id = "" } = useParams();
  const query = useAnswer("card", { id });
  const card = query.data;
  const written = useDeskPiece(card?.pieceId, card && `${card.layer} ${ownLayer(card.studentId)}`);
  const { ready, marks, sections, shape } = written;
  const { pages } = usePages(card?.pieceId);
  const { face, set: setDesk } = useDesk();
  const room = useRoom(id, card);
  const rest = useBreak(id);
  const isNarrow = useMediaQuery("(max-width: 560px)");
  const isLow = useMediaQuery("(max-height: 500px)");
  const tempo = card ? (room.byHand ?? mendTempo(card.step, room.mend)) : 60;
  const sound = useRoomSound(ready, card, written, tempo);
  const shown = useShownCard(ready, card, sections, shape, marks, tempo);
  const { stop } = sound.sounding;
  // a new tempo is a new start: the old clicks would only mislead
  useEffect(() => stop(), [tempo, id, stop]);
  const { leave, next } = useWays(card, stop);
  const mend = () => {
    stop();
    room.setMend(room.mend === 0 ? 1 : room.mend === 1 ? 2 : 0);
  };
  const metronome = () => void sound.metronome();
  const hear = () => void sound.hear();
  const isOver =
    card !== undefined &&
    (card.finished || card.enough || hasHadItsDay(card) || card.status === "done");
  useRoomKeys(room, { metronome, hear, mend, next, leave }, isOver);
  useEffect(() => {
    if (card) document.title = spoken(say`${card.section}, ${card.bars} · Yarrow Ridge`);
  }, [card]);

  const problem = query.error ?? written.error;
  if (problem) return <Trouble error={problem} again={written.again} />;
  if (!card || !ready || !shown) return <Waiting what={say`the card`} />;
  const hasPage = onPages(pages, shown.from, shown.to);
  const onPage = hasPage && (ready.piece.onPaper ? face !== "engraved" : face === "page");
  return (
    <div className="room" onKeyUp={(event) => event.key === " " && event.preventDefault()}>
      <RoomHead card={card} line={shown.line.name} minutesLeft={rest.left} leave={leave}>
        {hasPage && (
          <button
            type="button"
            className="room-leave"
            onClick={() => setDesk({ face: onPage ? "engraved" : "page" })}
          >
            {onPage ? say`engraved` : say`the page`}
          </button>
        )}
      </RoomHead>
      <Stuck />
      <RoomScore
        card={card}
        ready={ready}
        written={written}
        shown={shown}
        pages={onPage ? pages : undefined}
        small={isNarrow || isLow}
        onSlip={(bar) => room.attempt("slip", bar)}
      />
      <Staircase
        steps={card.steps}
        step={card.step}
        secure={card.secure}
        goal={card.goalTempo}
        sounding={tempo}
        finished={card.finished}
        most={isLow ? 5 : isNarrow ? 8 : 11}
      />
      <div className="room-tries">
        {/* how a hard spot is practised is said before what its section is like */}
        <p className={card.kind === "spot" ? "room-words whole" : "room-words"}>
          {card.kind === "spot" ? card.why : shown.told}
        </p>
        {shown.how.length > 0 && <p className="room-shape">{shown.how.join(" · ")}</p>}
        <Tries card={card} />
        <RoomNews
          card={card}
          room={room}
          tempo={tempo}
          mend={mend}
          breakDue={rest.due}
          hint={
            card.warmUp > 0
              ? say`Warm up first, ${card.warmUp} min: slow and easy, before anything is practised.`
              : say`Tap a bar to log a slip there. ${instrument(ready.piece.instrument).caution}`
          }
        />
      </div>
      <RoomKeys
        state={sound.sounding.state}
        beat={sound.sounding.beat}
        over={isOver && card.nextCard !== null}
        onPaper={ready.piece.onPaper}
        next={next}
        metronome={metronome}
        attempt={room.attempt}
        allowed={isRunThrough(card.kind) ? slipsAllowed(barCount(card)) : 0}
        hear={hear}
      />
      <RoomFoot
        sign={beatSign(ready.score.bars[card.from]!)}
        tempo={tempo}
        room={room}
        sound={shape.timing.length > 0 ? sound : undefined}
      />
    </div>
  );
}

/** The ways out of a card: back to its plan, or on to the next one. */
function useWays(
  card: { assignmentId: string; nextCard: string | null } | undefined,
  stop: () => void,
) {
  const navigate = useNavigate();
  return {
    leave: () => {
      stop();
      void navigate(card ? `/assignments/${card.assignmentId}` : "/");
    },
    next: () => {
      if (!card?.nextCard) return;
      stop();
      void navigate(`/practice/${card.nextCard}`, { replace: true });
    },
  };
}
