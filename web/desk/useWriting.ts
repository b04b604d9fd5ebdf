import { say, small } from "@yarrow-ridge/core/words";
import type { FormAnswer, Piece } from "@yarrow-ridge/contract";
import { firstFinger, parseWritten, writtenText, valuesIn } from "@yarrow-ridge/core/score";
import { counterpartsOf, type Return } from "@yarrow-ridge/core/form";
import { offeredOn, handName, instrument } from "@yarrow-ridge/core/instruments";
import { onsets, spokenName, type Aspect, type Score, TEACHER } from "@yarrow-ridge/core/score";
import { useMemo, useState } from "react";
import { useAnnotationEdits } from "../edits/annotations.ts";
import type { Said, WrittenFinger } from "../score/placeFingers.ts";
import { useCommand, useKeys } from "../shell/useCommand.ts";
import { useDesk } from "../piece/useDesk.ts";
import { usePlayer } from "../students/usePlayer.ts";

/** What is typed over a note, and where it leads: the keys of the hands stratum. */
export function useWriting({
  piece,
  score,
  form,
  fingers,
  said,
  assignmentId,
}: {
  readonly piece: Piece;
  readonly score: Score;
  readonly form: FormAnswer;
  readonly fingers: ReadonlyMap<string, WrittenFinger>;
  readonly said: readonly Said[];
  readonly assignmentId: string | undefined;
}) {
  const { chosen, note, set } = useDesk();
  const { layer } = usePlayer(assignmentId);
  const edits = useAnnotationEdits(piece.id);
  /** The note whose next finger takes over silently. */
  const [held, setHeld] = useState<string>();
  const kind = instrument(piece.instrument);
  const byId = useMemo(() => new Map(score.notes.map((one) => [one.id, one])), [score]);
  const current = note === undefined ? undefined : byId.get(note);
  const hand = current?.hand ?? piece.hands[0]!;
  const line = useMemo(() => onsets(score.notes, hand), [score, hand]);
  const aspects = offeredOn(kind, hand, piece.setup);
  const on = (aspect: Aspect, id: string) =>
    said.find((one) => one.aspect.id === aspect.id)?.values.get(id)?.finger;
  const models = kind.limbs.filter((limb) => limb.proposed && piece.hands.includes(limb.id));

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
    const counterparts = counterpartsOf(score, form.returns as readonly Return[], current).filter(
      ({ id }) => fingers.get(id)?.layer !== layer,
    );
    if (counterparts.length === 0) return;
    const next = new Map(before);
    for (const { id } of counterparts) {
      if (finger === null) next.delete(id);
      else next.set(id, finger);
    }
    const bars = new Set(score.notes.filter(({ id }) => next.has(id)).map((one) => one.bar));
    set({ pencil: next, advice: { ...advice, counterparts: [...bars] } });
  };
  const where = current ? say`bar ${score.bars[current.bar]!.number}` : "";
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
    const place = say`${value ?? say`no ${aspect.name}`} on ${spokenName(current.pitch)}, ${where}`;
    if (aspect === aspects[0]) pencilSisters(value);
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
    const before = parseWritten(on(changing, current.id) ?? "", valuesIn(changing));
    if (!before) return;
    const { optional: was, ...rest } = before;
    const value = writtenText(was ? rest : { ...rest, optional: true });
    const label = say`a ${changing.name} that may be left, ${where}`;
    void edits.notes(changing.id, [{ id: current.id, value }], label, layer);
  };
  const others = kind.limbs.filter((limb) => limb.id !== hand);
  const take = (to: string) => {
    if (!current) return;
    // back with whom it was written for it needs no word
    void edits.hands(
      [{ id: current.id, hand: current.writtenFor === to ? null : to }],
      say`${spokenName(current.pitch)} in bar ${score.bars[current.bar]!.number} to the
        ${small(handName(kind, to))}`,
    );
  };
  const chosenNote = { enabled: current !== undefined };
  const arrow = { preventDefault: true };
  useCommand("note.along", (event) => along(event.key === "ArrowRight" ? 1 : -1), arrow);
  useCommand("note.chord", (event) => upDown(event.key === "ArrowUp" ? 1 : -1), arrow);
  useCommand("note.line", otherHand, { preventDefault: true, enabled: note !== undefined });
  const signs = aspects.flatMap((aspect) => aspect.symbols.map((sign) => ({ aspect, ...sign })));
  useKeys(
    signs.map(({ key }) => key),
    (_, typed) => {
      const sign = signs.find(({ key }) => key === typed);
      if (sign) write(sign.aspect, sign.value);
    },
    { ...chosenNote, preventDefault: true },
  );
  useCommand("note.none", rubOut, chosenNote);
  useCommand("note.give", () => others[0] && take(others[0].id), chosenNote);
  useCommand("note.then", () => setHeld(current?.id), { enabled: changing !== undefined });
  useCommand("note.optional", optional, { enabled: changing?.optional === true });
  return { current, hand, aspects, on, write, changing, held, setHeld, optional, others, take };
}
