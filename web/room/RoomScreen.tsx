import { useMediaQuery } from "@mui/material";
import type { CardStateAnswer } from "@yarrow-ridge/contract";
import { handName, instrument, lineOf } from "@yarrow-ridge/core/instruments";
import { barCount, isRunThrough, slipsAllowed } from "@yarrow-ridge/core/practice";
import { beatSign, lastBarOf, startOf, takenBy, type About } from "@yarrow-ridge/core/score";
import { shapeWords } from "@yarrow-ridge/core/shaping";
import { useEffect, useMemo } from "react";
import { useNavigate, useParams } from "react-router";
import { useAnswer } from "../answers/queries.ts";
import { ownLayer } from "../edits/annotations.ts";
import { inLayers } from "../api/marks.ts";
import { useDesk } from "../piece/useDesk.ts";
import { useDeskPiece } from "../piece/useDeskPiece.ts";
import { aboutText } from "../piece/AboutFields.tsx";
import { onPages, PageExcerpt } from "../pages/PageExcerpt.tsx";
import { usePages } from "../pages/usePages.ts";
import type { Layers } from "../score/ScorePage.tsx";
import { Faint } from "../score/Faint.tsx";
import { ScoreView } from "../score/ScoreView.tsx";
import { OutboxSign } from "../outbox/OutboxSign.tsx";
import { Stuck } from "../outbox/Stuck.tsx";
import { WrittenLayers } from "../instruments/WrittenLayers.tsx";
import { useCommand } from "../shell/useCommand.ts";
import { Trouble } from "../shell/Trouble.tsx";
import { Waiting } from "../shell/Waiting.tsx";
import { TempoAndVolume } from "./TempoAndVolume.tsx";
import { RoomKeys } from "./RoomKeys.tsx";
import { Staircase } from "./Staircase.tsx";
import { Tries } from "./Tries.tsx";
import { useBreak } from "./useBreak.ts";
import { useRoomSound } from "./useRoomSound.ts";
import { hasHadItsDay, mendTempo, useRoom } from "./useRoom.ts";
import "./room.css";

/** The practice room: one card, one tempo, its bars, four keys. */
export function RoomScreen() {
  const { id = "" } = useParams();
  const navigate = useNavigate();
  const query = useAnswer("card", { id });
  const card = query.data;
  const { ready, error, again, said, marks, remarks, sections, shape } = useDeskPiece(
    card?.pieceId,
    card && `${card.layer} ${ownLayer(card.studentId)}`,
  );
  const { pages } = usePages(card?.pieceId);
  const { face, set: setDesk } = useDesk();
  const room = useRoom(id, card);
  const rest = useBreak(id);
  const narrow = useMediaQuery("(max-width: 560px)");
  const low = useMediaQuery("(max-height: 500px)");
  const tempo = card ? (room.byHand ?? mendTempo(card.step, room.mend)) : 60;
  const today = useAnswer(
    "dueCards",
    {},
    { studentId: card?.studentId ?? "" },
    card !== undefined,
  ).data;
  const place = today ? today.items.findIndex((one) => one.id === id) : -1;
  const { sounding, time, setTiming, metronome, hear } = useRoomSound(
    ready,
    card,
    marks,
    shape,
    tempo,
  );
  const leave = () => {
    sounding.stop();
    void navigate(card ? `/assignments/${card.assignmentId}` : "/");
  };
  const next = () => {
    if (card?.nextCard) {
      sounding.stop();
      void navigate(`/practice/${card.nextCard}`, { replace: true });
    }
  };
  const mend = () => {
    sounding.stop();
    room.setMend(room.mend === 0 ? 1 : room.mend === 1 ? 2 : 0);
  };
  // a new tempo is a new start: the old clicks would only mislead
  const { stop } = sounding;
  useEffect(() => stop(), [tempo, id, stop]);

  // wherever the focus is: a key of the room is a key of the room
  const keys = { preventDefault: true, ignoreEventWhen: () => false };
  useCommand("room.metronome", () => void metronome(), keys, [metronome]);
  useCommand("room.clean", () => room.attempt("clean"), keys, [room]);
  useCommand("room.slip", () => room.attempt("slip"), keys, [room]);
  useCommand("room.hear", () => void hear(), keys, [hear]);
  useCommand("room.mend", mend, keys, [mend]);
  useCommand("room.slower", () => room.turn(-1), keys, [room]);
  useCommand("room.faster", () => room.turn(1), keys, [room]);
  useCommand("room.back", room.takeBack, keys, [room]);
  const isOver =
    card && (card.finished || card.enough || hasHadItsDay(card) || card.status === "done");
  useCommand("room.next", next, { ...keys, enabled: isOver === true }, [next]);
  useCommand("room.leave", leave, keys, [leave]);

  const layers = useMemo((): Layers | undefined => {
    if (!ready || !card) return undefined;
    return {
      over: (boxes) => (
        <WrittenLayers
          boxes={boxes}
          score={ready.score}
          kind={ready.piece.instrument}
          said={said}
          marks={inLayers(marks, ready.piece.instrument, [card.layer, ownLayer(card.studentId)])}
          remarks={remarks}
          shape={shape}
          sections={[]}
        />
      ),
    };
  }, [ready, card, said, marks, remarks, shape]);

  const line = useMemo(
    () => ready && card && lineOf(instrument(ready.piece.instrument), card.hands),
    [ready, card],
  );
  const others = useMemo(() => {
    if (!ready || !card || !line) return [];
    const takes = takenBy(line, ready.score);
    const [from, to] = shownBars(card);
    return ready.score.notes
      .filter((note) => note.bar >= from && note.bar <= to && !takes(note))
      .map((note) => note.id);
  }, [ready, card, line]);
  const how = useMemo(
    () =>
      ready && card && !ready.piece.onPaper
        ? shapeWords(
            ready.score,
            shape,
            startOf(card.from),
            startOf(card.to + 1),
            (hand) => handName(instrument(ready.piece.instrument), hand).toLowerCase(),
            line?.limbs,
          )
        : [],
    [ready, card, shape, line],
  );
  useEffect(() => {
    if (card) document.title = `${card.section}, ${card.bars} · Yarrow Ridge`;
  }, [card]);
  const problem = query.error ?? error;
  if (problem) return <Trouble error={problem} again={again} />;
  if (!card || !ready || !layers || !line) return <Waiting what="the card" />;
  const kind = instrument(ready.piece.instrument);
  const [from, to] = shownBars(card);
  const count = to - from + 1;
  const zoom =
    (count <= 2 ? 1.5 : count <= 4 ? 1.3 : count <= 8 ? 1.1 : 0.9) * (narrow || low ? 0.7 : 1);
  const section = sections.find(
    (one) =>
      one.name === card.section && one.from.bar <= card.from && lastBarOf(one.to) >= card.from,
  );
  const told = section ? aboutText(section.words, onlyJobs(section.about, line.limbs)) : card.words;
  const hasPage = onPages(pages, from, to);
  const onPage = hasPage && (ready.piece.onPaper ? face !== "engraved" : face === "page");
  return (
    <div className="room" onKeyUp={(event) => event.key === " " && event.preventDefault()}>
      <header className="room-head">
        <h1>
          {card.section} · {card.bars}
        </h1>
        <span className="soft">
          {[
            ...(place >= 0 ? [`card ${place + 1} of ${today!.items.length}`] : []),
            line.name,
            card.pieceTitle,
            rest.left > 0 ? `${rest.left} of ${card.minutes} min left` : "the minutes are over",
          ].join(" · ")}
        </span>
        <span className="grow" />
        {hasPage && (
          <button
            type="button"
            className="room-leave"
            onClick={() => setDesk({ face: onPage ? "engraved" : "page" })}
          >
            {onPage ? "engraved" : "the page"}
          </button>
        )}
        <OutboxSign />
        <button type="button" className="room-leave" onClick={leave}>
          leave <span className="key">Esc</span>
        </button>
      </header>
      <Stuck />
      <div className={`room-score${shape.loudness ? " own-loudness" : ""}`}>
        <Faint notes={others} />
        {onPage ? (
          <PageExcerpt
            pieceId={card.pieceId}
            pages={pages!}
            score={ready.score}
            from={from}
            to={to}
            onBar={(bar) => room.attempt("slip", bar)}
          />
        ) : (
          <ScoreView
            xml={ready.xml}
            score={ready.score}
            zoom={zoom}
            range={[from, to]}
            layers={layers}
            label={`${card.section}, ${card.bars}`}
            onHit={({ bar }) => bar !== undefined && room.attempt("slip", bar)}
          />
        )}
      </div>
      <Staircase
        steps={card.steps}
        step={card.step}
        secure={card.secure}
        goal={card.goalTempo}
        sounding={tempo}
        finished={card.finished}
        most={low ? 5 : narrow ? 8 : 11}
      />
      <div className="room-tries">
        {/* how a hard spot is practised is said before what its section is like */}
        <p className={card.kind === "spot" ? "room-words whole" : "room-words"}>
          {card.kind === "spot" ? card.why : told || card.why}
        </p>
        {how.length > 0 && <p className="room-shape">{how.join(" · ")}</p>}
        <Tries card={card} />
        <p className="room-news" role="status" aria-live="polite">
          {room.byHand !== undefined ? (
            <>
              By hand at {room.byHand}; these tries do not count for {card.step}.{" "}
              <button type="button" className="room-mend" onClick={room.countAgain}>
                Back to {card.step}
              </button>
            </>
          ) : room.mend !== 0 ? (
            <b>
              Mending at {tempo}
              {room.mend === 1 ? ": slowly, then between, then back." : ": nearly there."} These
              tries do not count.
            </b>
          ) : card.enough ? (
            `Eight slips today: back to ${card.step}, and enough of this card. Go on with another.`
          ) : room.slipped ? (
            <>
              A slip. Mend it:{" "}
              <button type="button" className="room-mend" onClick={mend}>
                {mendTempo(card.step, 1)} → {mendTempo(card.step, 2)} → {card.step}{" "}
                <span className="key">↓</span>
              </button>
            </>
          ) : (
            room.news ||
            (rest.due ? (
              "Half an hour: time for a few minutes’ break."
            ) : (
              <span className="soft">Tap a bar to log a slip there. {kind.caution}</span>
            ))
          )}
        </p>
      </div>
      <RoomKeys
        state={sounding.state}
        beat={sounding.beat}
        over={isOver === true && card.nextCard !== null}
        onPaper={ready.piece.onPaper}
        next={next}
        metronome={() => void metronome()}
        attempt={room.attempt}
        allowed={isRunThrough(card.kind) ? slipsAllowed(barCount(card)) : 0}
        hear={() => void hear()}
      />
      <footer className="room-foot">
        <TempoAndVolume
          sign={beatSign(ready.score.bars[card.from]!)}
          tempo={tempo}
          turn={room.turn}
        />
        <button type="button" disabled={!room.canTakeBack} onClick={room.takeBack}>
          take the last try back <span className="key">⌫</span>
        </button>
        {shape.timing.length > 0 && (
          <button
            type="button"
            aria-pressed={time === "shaped"}
            onClick={() => {
              sounding.stop();
              setTiming(time === "shaped" ? "strict" : "shaped");
            }}
          >
            Hear it {time === "shaped" ? "in shaped time" : "in strict time"}
          </button>
        )}
        <span className="soft small">
          Pain, numbness or tingling: stop, and see a doctor or hand therapist.
        </span>
      </footer>
    </div>
  );
}

/** The bars of a card on the page: also those it jumps back to. */
const shownBars = ({ from, to, played }: Pick<CardStateAnswer, "from" | "to" | "played">) =>
  [Math.min(from, ...(played ?? [])), Math.max(to, ...(played ?? []))] as const;

/** Only the jobs of the hands that play are told. */
const onlyJobs = (about: About = {}, limbs: readonly string[]): About =>
  about.jobs
    ? {
        ...about,
        jobs: Object.fromEntries(
          Object.entries(about.jobs).filter(([hand]) => limbs.includes(hand)),
        ),
      }
    : about;
