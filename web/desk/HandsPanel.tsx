import { Button } from "@mui/material";
import type { FormAnswer, Piece } from "@yarrow-ridge/contract";
import { firstFinger, parseWritten, writtenText } from "@yarrow-ridge/core/score";
import { sistersOf, type Return } from "@yarrow-ridge/core/form";
import { aspectsOf, handName, instrument } from "@yarrow-ridge/core/instruments";
import {
  onsets,
  spokenName,
  type Aspect,
  type Mark,
  type Remark,
  type Score,
  TEACHER,
} from "@yarrow-ridge/core/score";
import { useMemo, useState } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { useAnnotationEdits } from "../edits/annotations.ts";
import type { Said, WrittenFinger } from "../score/Fingers.tsx";
import { call } from "../api/client.ts";
import { CheckCard } from "../piece/CheckCard.tsx";
import { useCommand } from "../shell/useCommand.ts";
import { SignButtons } from "./SignButtons.tsx";
import { RemarkBox } from "./RemarkBox.tsx";
import { SuggestFingers } from "./SuggestFingers.tsx";
import { PositionCard } from "../instruments/keyboard/PositionCard.tsx";
import { useDesk } from "../piece/useDesk.ts";
import { usePlayer } from "./usePlayer.ts";
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
  const { chosen, note, pencil, set } = useDesk();
  const { player, layer } = usePlayer(assignmentId);
  const edits = useAnnotationEdits(piece.id);
  /** The note whose next finger takes over silently. */
  const [held, setHeld] = useState<string>();
  const kind = instrument(piece.instrument);
  const byId = useMemo(() => new Map(score.notes.map((one) => [one.id, one])), [score]);
  const current = note === undefined ? undefined : byId.get(note);
  const hand = current?.hand ?? piece.hands[0]!;
  const line = useMemo(() => onsets(score.notes, hand), [score, hand]);
  const aspects = aspectsOf(kind, hand);
  const on = (aspect: Aspect, id: string) =>
    said.find((one) => one.aspect.id === aspect.id)?.values.get(id)?.finger;
  const models = kind.limbs.filter((limb) => limb.model && piece.hands.includes(limb.id));

  const go = (id: string | undefined) => {
    const target = id === undefined ? undefined : byId.get(id);
    if (target)
      set({
        note: target.id,
        ...(chosen && target.bar >= chosen.from && target.bar <= chosen.to
          ? {}
          : { chosen: { from: target.bar, to: target.bar } }),
      });
  };
  const at = line.findIndex((onset) => onset.notes.some((one) => one.id === note));
  const inChord = at < 0 ? -1 : line[at]!.notes.findIndex((one) => one.id === note);
  const along = (step: number) =>
    go(
      at < 0
        ? (line.find((onset) => !chosen || onset.bar >= chosen.from) ?? line[0])?.notes[0]?.id
        : line[at + step]?.notes[0]?.id,
    );
  const upDown = (step: number) => go(line[at]?.notes[inChord + step]?.id);
  const otherHand = () => {
    const next = piece.hands[(piece.hands.indexOf(hand) + 1) % piece.hands.length]!;
    go(
      onsets(score.notes, next).find((onset) => onset.bar >= (current?.bar ?? chosen?.from ?? 0))
        ?.notes[0]?.id,
    );
  };
  /**
   * What is typed is pencilled at once where the same music comes again; while a suggestion stands,
   * that is solved around it instead.
   */
  const pencilSisters = (finger: string | null) => {
    const { pencil: before, suggested, advice } = useDesk.getState();
    if (!current || models.length === 0 || suggested) return;
    const sisters = sistersOf(score, form.returns as readonly Return[], current).filter(
      ({ id }) => fingers.get(id)?.layer !== layer,
    );
    if (sisters.length === 0) return;
    const next = new Map(before);
    for (const { id } of sisters) {
      if (finger === null) next.delete(id);
      else next.set(id, finger);
    }
    const bars = new Set(score.notes.filter(({ id }) => next.has(id)).map((one) => one.bar));
    set({ pencil: next, advice: { ...advice, sisters: [...bars] } });
  };
  const where = current ? `bar ${score.bars[current.bar]!.number}` : "";
  const write = (aspect: Aspect, typed: string | null) => {
    if (!current) return;
    const before = on(aspect, current.id);
    const changes =
      typed !== null &&
      held === current.id &&
      before !== undefined &&
      firstFinger(before) !== typed;
    const value = changes ? `${firstFinger(before)}-${typed}` : typed;
    setHeld(undefined);
    const place = `${value ?? `no ${aspect.name}`} on ${spokenName(current.pitch)}, ${where}`;
    if (aspect.id === "finger") pencilSisters(value);
    const hides = layer === TEACHER && current.printed?.[aspect.id] !== undefined;
    void edits
      .notes(aspect.id, [{ id: current.id, value: value ?? (hides ? "" : null) }], place, layer)
      .then((ok) => ok && set({ written: useDesk.getState().written + 1 }));
    if (value !== null) go((line[at]?.notes[inChord + 1] ?? line[at + 1]?.notes[0])?.id);
  };
  /** The last thing said of the note goes first. */
  const rubOut = () => {
    const last = current && aspects.findLast((one) => on(one, current.id) !== undefined);
    if (last ?? aspects[0]) write((last ?? aspects[0])!, null);
  };
  /** What can be said to be left, or changed silently: the first such thing that is written. */
  const changing = current && aspects.find((one) => one.change && on(one, current.id));
  const optional = () => {
    if (!current || !changing) return;
    const before = parseWritten(
      on(changing, current.id) ?? "",
      changing.symbols.map(({ value }) => value),
    );
    if (!before) return;
    const { optional: was, ...rest } = before;
    const value = writtenText(was ? rest : { ...rest, optional: true });
    const label = `a ${changing.name} that may be left, ${where}`;
    void edits.notes(changing.id, [{ id: current.id, value }], label, layer);
  };
  const others = kind.limbs.filter((limb) => limb.id !== hand);
  const take = (to: string) => {
    if (!current) return;
    // back on its own staff it needs no word
    const own = kind.limbs[Math.min(current.staff, kind.limbs.length) - 1]?.id === to;
    void edits.hands(
      [{ id: current.id, hand: own ? null : to }],
      `${spokenName(current.pitch)} in bar ${score.bars[current.bar]!.number} to the ${handName(kind, to).toLowerCase()}`,
    );
  };
  const chosenNote = { enabled: current !== undefined };
  const arrow = { preventDefault: true };
  useCommand("note.along", (event) => along(event.key === "ArrowRight" ? 1 : -1), arrow);
  useCommand("note.chord", (event) => upDown(event.key === "ArrowUp" ? 1 : -1), arrow);
  useCommand("note.line", otherHand, { preventDefault: true, enabled: note !== undefined });
  // the number of a shifted digit is on its key, whatever the keyboard prints over it
  const signs = aspects.flatMap((aspect) => aspect.symbols.map((sign) => ({ aspect, ...sign })));
  useHotkeys(
    signs.map(({ key }) => key),
    (event, { shift, keys }) => {
      const typed = `${shift ? "shift+" : ""}${keys?.join("+") ?? event.key.toLowerCase()}`;
      const sign = signs.find(({ key }) => key === typed);
      if (sign) write(sign.aspect, sign.value);
    },
    { ...chosenNote, preventDefault: true },
  );
  useCommand("note.none", rubOut, chosenNote);
  useCommand("note.give", () => others[0] && take(others[0].id), chosenNote);
  useCommand("note.then", () => setHeld(current?.id), { enabled: changing !== undefined });
  useCommand("note.optional", optional, { enabled: changing?.optional === true });

  return (
    <div className="stack">
      {current ? (
        <div className="card stack">
          <h2>
            {spokenName(current.pitch)}, bar {score.bars[current.bar]!.number}
          </h2>
          <p className="soft">
            {handName(kind, hand)} ·{" "}
            {aspects
              .filter((one, i) => i === 0 || on(one, current.id) !== undefined)
              .map((one) =>
                written(
                  one,
                  said.find(({ aspect }) => aspect.id === one.id)?.values.get(current.id),
                  one.id === "finger" ? pencil.get(current.id) : undefined,
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
                Then another&nbsp;<span className="key">w</span>
              </Button>
              <Button size="small" onClick={optional}>
                May be left&nbsp;<span className="key">o</span>
              </Button>
            </div>
          )}
          {others.length > 0 && (
            <div className="row">
              {others.map((one, i) => (
                <Button key={one.id} size="small" onClick={() => take(one.id)}>
                  Give it to the {one.name.toLowerCase()}
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
            Type it; that moves on to the next note. <span className="key">Tab</span> other hand,{" "}
            <span className="key">⌫</span> none.
          </p>
        </div>
      ) : (
        <p className="soft">
          Click a note, or press <span className="key">→</span>, and type its{" "}
          {aspects
            .filter(({ symbols }) => symbols.length > 0)
            .map(({ name, symbols }) => `${name} (${symbols.map(({ value }) => value).join(" ")})`)
            .join(" or ")}
          .
        </p>
      )}
      {kind.notProposed && <p className="card">{kind.notProposed}</p>}
      {models.length > 0 && (
        <ForWhom
          assignmentId={assignmentId}
          hasPrinted={score.notes.some((one) => one.printed?.finger !== undefined)}
        />
      )}
      <SuggestFingers
        piece={piece}
        score={score}
        form={form}
        fingers={fingers}
        assignmentId={assignmentId}
      />
      {models.some((limb) => limb.id === hand) && (
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
          about="Spans, one finger twice in a row, returns fingered otherwise, fingers changed after they were practised."
          nothing={(count) =>
            count === 0 ? "No finger is written yet." : `Nothing to doubt in ${count} fingers.`
          }
          ask={async () => {
            const { doubts, fingers: count } = await call("checkFingerings", {
              params: { id: piece.id },
              body: { player, layer },
            });
            return { doubts, count };
          }}
          onShow={(doubt) =>
            set({ note: doubt.notes[0], chosen: { from: doubt.bar, to: doubt.bar } })
          }
        />
      )}
      <p className="small soft">
        Never hold a stretch that has to be forced; roll it, split it or leave a note out. Pain,
        numbness or tingling: stop, and see a doctor or hand therapist.
      </p>
    </div>
  );
}

const written = (
  { name }: Aspect,
  on: WrittenFinger | undefined,
  pencil: string | undefined,
): string =>
  on?.look === "ink" || on?.look === "own"
    ? `${name} ${on.finger}, in ink${on.beside ? ` (under it ${on.beside.finger})` : ""}`
    : pencil
      ? `${name} ${pencil}, in pencil`
      : on
        ? `${name} ${on.finger}, as printed`
        : `no ${name} yet`;
