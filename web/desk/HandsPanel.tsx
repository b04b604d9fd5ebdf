import { say } from "@yarrow-ridge/core/words";
import type { FormAnswer, Piece } from "@yarrow-ridge/contract";
import { instrument, stratumOf } from "@yarrow-ridge/core/instruments";
import { type Mark, type Remark, type Score } from "@yarrow-ridge/core/score";
import type { Said, WrittenFinger } from "../score/placeFingers.ts";
import { call } from "../api/client.ts";
import { CheckCard } from "../piece/CheckCard.tsx";
import { ShareNotes } from "./ShareNotes.tsx";
import { SuggestFingers } from "./SuggestFingers.tsx";
import { viewOf } from "../instruments/index.ts";
import { PositionCard } from "../instruments/keyboard/PositionCard.tsx";
import { useDesk } from "../piece/useDesk.ts";
import { LeftHandNotice } from "./LeftHandNotice.tsx";
import { NoteCard } from "./NoteCard.tsx";
import { useWriting } from "./useWriting.ts";
import { useHandAsked, usePlayer } from "../students/usePlayer.ts";
import { ForWhom } from "./ForWhom.tsx";

/**
 * The hands stratum's side: choose a note and type its finger; have fingers suggested for the
 * chosen bars.
 */
export function HandsPanel({
  piece,
  score,
  form,
  fingers,
  said,
  remarks,
  positions,
  assignmentId,
}: {
  piece: Piece;
  score: Score;
  form: FormAnswer;
  fingers: ReadonlyMap<string, WrittenFinger>;
  said: readonly Said[];
  remarks: readonly Remark[];
  positions: readonly Mark[];
  assignmentId: string | undefined;
}) {
  const { chosen, set } = useDesk();
  const { layer } = usePlayer(assignmentId);
  const hands = useHandAsked(piece.instrument, assignmentId);
  const kind = instrument(piece.instrument);
  const writing = useWriting({ piece, score, form, fingers, said, assignmentId });
  const { current, hand, aspects } = writing;
  const models = kind.limbs.filter((limb) => limb.proposed && piece.hands.includes(limb.id));

  const { Ask, Asked, Told } = viewOf(piece.instrument);
  const hasPrinted = score.notes.some((one) => one.printed?.finger !== undefined);
  const asking = { assignmentId, hasPrinted, setup: piece.setup };

  return (
    <div className="stack">
      <LeftHandNotice piece={piece} score={score} />
      {current ? (
        <NoteCard
          piece={piece}
          score={score}
          current={current}
          said={said}
          remarks={remarks}
          writing={writing}
        />
      ) : (
        <p className="soft">
          {say`Click a note, or press `}
          <span className="key">→</span>
          {say`, and type its ${aspects
            .filter(({ symbols }) => symbols.length > 0)
            .map(({ name, symbols }) => `${name} (${symbols.map(({ value }) => value).join(" ")})`)
            .join(" or ")}.`}
        </p>
      )}
      {kind.notProposed && <p className="card">{kind.notProposed}</p>}
      {models.length > 0 && (
        <>
          {Told && <Told />}
          <ForWhom assignmentId={assignmentId} summary={Asked && <Asked {...asking} />}>
            {Ask && <Ask {...asking} />}
          </ForWhom>
        </>
      )}
      <SuggestFingers
        piece={piece}
        score={score}
        form={form}
        fingers={fingers}
        assignmentId={assignmentId}
      />
      {kind.textures && (
        <ShareNotes
          // what was shared out is of the bars that were chosen
          key={chosen ? `${chosen.from} ${chosen.to}` : ""}
          piece={piece}
          score={score}
          assignmentId={assignmentId}
        />
      )}
      {stratumOf(kind, "position") && models.some((limb) => limb.id === hand) && (
        <PositionCard
          piece={piece}
          score={score}
          hand={hand}
          current={current}
          fingers={fingers}
          positions={positions}
          layer={layer}
        />
      )}
      {models.length > 0 && (
        <CheckCard
          pieceId={piece.id}
          about={say`Spans, one finger in two places, returns fingered otherwise, fingers changed after
            they were practised.`}
          nothing={(count) =>
            count === 0
              ? say`No finger is written yet.`
              : say`Nothing to doubt in ${count} fingers.`
          }
          ask={async () => {
            const { doubts, fingers: count } = await call("checkFingerings", {
              params: { id: piece.id },
              body: { player: hands, layer },
            });
            return { doubts, count };
          }}
          onShow={(doubt) =>
            set({ note: doubt.notes[0], chosen: { from: doubt.bar, to: doubt.bar } })
          }
        />
      )}
      <p className="small soft">{say`Never hold a stretch that has to be forced; roll it, split it
        or leave a note out. Pain, numbness or tingling: stop, and see a doctor or hand
        therapist.`}</p>
    </div>
  );
}
