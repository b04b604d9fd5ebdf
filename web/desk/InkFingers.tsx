import { say } from "@yarrow-ridge/core/words";
import { Button } from "@mui/material";
import { mainAspect, type Instrument } from "@yarrow-ridge/core/instruments";
import { barSpan, type Score } from "@yarrow-ridge/core/score";
import { useAnnotationEdits } from "../edits/annotations.ts";
import { rubOut } from "../piece/rubOut.tsx";
import { NO_ADVICE, useDesk } from "../piece/useDesk.ts";
import { useCommand } from "../shell/useCommand.ts";

const NO_PENCIL = {
  pencil: new Map<string, string>(),
  beside: new Map<string, ReadonlyMap<string, string>>(),
  suggested: undefined,
  reasons: [],
  advice: NO_ADVICE,
};

/** Inks the pencil, all of it or what stands in the chosen bars, or rubs it out. */
export function InkFingers({
  pieceId,
  kind,
  score,
  layer,
}: {
  pieceId: string;
  kind: Instrument;
  score: Score;
  layer: string;
}) {
  const { chosen, pencil, beside, set } = useDesk();
  const edits = useAnnotationEdits(pieceId);
  const inside = chosen
    ? score.notes
        .filter(({ id, bar }) => bar >= chosen.from && bar <= chosen.to && pencil.has(id))
        .map(({ id }) => id)
    : [];
  const ink = (ids: Iterable<string>) => {
    const wanted = [...ids].map((id) => ({ id, value: pencil.get(id)! }));
    if (wanted.length === 0) return;
    const rest = new Map([...pencil].filter(([id]) => !wanted.some((one) => one.id === id)));
    set({ suggested: undefined });
    const along = [...beside].map(([aspect, values]): [string, typeof wanted] => [
      aspect,
      wanted.flatMap(({ id }) => (values.has(id) ? [{ id, value: values.get(id)! }] : [])),
    ]);
    const hands = new Map(score.notes.map(({ id, hand }) => [id, hand]));
    const byAspect = new Map<string, typeof wanted>(along);
    for (const one of wanted) {
      const aspect = mainAspect(kind, hands.get(one.id)!);
      byAspect.set(aspect, [...(byAspect.get(aspect) ?? []), one]);
    }
    void edits
      .aspects(byAspect, say`${wanted.length} suggested fingers`, layer)
      .then((ok) => ok && set(rest.size ? { pencil: rest } : NO_PENCIL));
  };
  const whenPencilled = { enabled: pencil.size > 0 };
  useCommand("hands.ink", () => ink(pencil.keys()), whenPencilled);
  useCommand("hands.ink.chosen", () => ink(inside), whenPencilled);
  if (pencil.size === 0) return null;
  return (
    <div className="row">
      <Button variant="contained" onClick={() => ink(pencil.keys())}>{say`Ink them`}</Button>
      {chosen && inside.length > 0 && inside.length < pencil.size && (
        <Button
          onClick={() => ink(inside)}
        >{say`Only ${barSpan(score.bars, chosen.from, chosen.to)}`}</Button>
      )}
      <Button onClick={() => rubOut(NO_PENCIL)}>{say`Rub out`}</Button>
    </div>
  );
}
