import { say, small } from "@yarrow-ridge/core/words";
import { Button } from "@mui/material";
import type { Piece } from "@yarrow-ridge/contract";
import { firstFinger } from "@yarrow-ridge/core/score";
import { handName, instrument } from "@yarrow-ridge/core/instruments";
import {
  keysOf,
  pitchText,
  spokenName,
  type Aspect,
  type Note,
  type Remark,
  type Score,
} from "@yarrow-ridge/core/score";
import type { Said, WrittenFinger } from "../score/placeFingers.ts";
import { SignButtons } from "./SignButtons.tsx";
import { RemarkBox } from "./RemarkBox.tsx";
import { useDesk } from "../piece/useDesk.ts";
import type { useWriting } from "./useWriting.ts";

/** The chosen note: what is said of it, and the signs to say more. */
export function NoteCard({
  piece,
  score,
  current,
  said,
  remarks,
  writing,
}: {
  readonly piece: Piece;
  readonly score: Score;
  readonly current: Note;
  readonly said: readonly Said[];
  readonly remarks: readonly Remark[];
  readonly writing: ReturnType<typeof useWriting>;
}) {
  const { hand, aspects, on, write, changing, held, setHeld, optional, others, take } = writing;
  const { pencil } = useDesk();
  const kind = instrument(piece.instrument);
  return (
    <div className="card stack">
      <h2>{say`${spokenName(current.pitch)}, bar ${score.bars[current.bar]!.number}`}</h2>
      <p className="soft">
        {handName(kind, hand)} · {current.chord && say`the chord ${chordText(score, current)} · `}
        {aspects
          .filter((one, i) => i === 0 || on(one, current.id) !== undefined)
          .map((one) =>
            written(
              one,
              said.find(({ aspect }) => aspect.id === one.id)?.values.get(current.id),
              one === aspects[0] ? pencil.get(current.id) : undefined,
            ),
          )
          .join("; ")}
      </p>
      {aspects
        .filter(({ symbols }) => symbols.length > 0)
        .map((aspect) => (
          <SignButtons
            key={aspect.id}
            aspect={aspect}
            named={aspects.length > 1}
            value={firstFinger(on(aspect, current.id) ?? "")}
            onWrite={(value) => write(aspect, value)}
          />
        ))}
      {changing && (
        <div className="row">
          <Button
            size="small"
            variant={held === current.id ? "contained" : "text"}
            onClick={() => setHeld(held === current.id ? undefined : current.id)}
          >
            {say`Then another\u00a0`}
            <span className="key">w</span>
          </Button>
          <Button size="small" onClick={optional}>
            {say`May be left\u00a0`}
            <span className="key">o</span>
          </Button>
        </div>
      )}
      {others.length > 0 && (
        <div className="row">
          {others.map((one, i) => (
            <Button key={one.id} size="small" onClick={() => take(one.id)}>
              {say`Give it to the ${small(one.name)}`}
              {i === 0 && (
                <>
                  &nbsp;<span className="key">x</span>
                </>
              )}
            </Button>
          ))}
        </div>
      )}
      <RemarkBox
        key={current.id}
        piece={piece}
        score={score}
        remarks={remarks}
        at={current}
        to={current.bar}
        noteId={current.id}
      />
      <p className="small soft">
        {say`Type it; that moves on to the next note. `}
        <span className="key">{say`Shift ↑`}</span>
        {say` other hand, `}
        <span className="key">⌫</span>
        {say` none.`}
      </p>
    </div>
  );
}

/** The notes of the chord that a note stands for. */
const chordText = (score: Score, note: Note): string =>
  keysOf(note)
    .map((key) => pitchText(key, score.bars[note.bar]!.key.fifths))
    .join(", ");

/** What stands there, in words: finger 3; right toe. */
const called = ({ name, symbols, glyphs }: Aspect, value: string): string =>
  glyphs
    ? value
        .split("-")
        .map((one) => symbols.find((sign) => sign.value === one)?.name ?? one)
        .join(", ")
    : `${name} ${value}`;

const written = (
  aspect: Aspect,
  on: WrittenFinger | undefined,
  pencil: string | undefined,
): string =>
  on?.look === "ink" || on?.look === "own"
    ? say`${called(aspect, on.finger)}, in ink${on.beside ? say` (under it ${on.beside.finger})` : ""}`
    : pencil
      ? say`${called(aspect, pencil)}, in pencil`
      : on
        ? say`${called(aspect, on.finger)}, as printed`
        : say`no ${aspect.name} yet`;
