import { say } from "@yarrow-ridge/core/words";
import { Button } from "@mui/material";
import type { FormAnswer } from "@yarrow-ridge/contract";
import { carryFingers } from "@yarrow-ridge/core/form";
import { barSpan, type Score } from "@yarrow-ridge/core/score";
import { useMemo } from "react";
import { NO_ADVICE, useDesk } from "../piece/useDesk.ts";
import type { WrittenFinger } from "../score/placeFingers.ts";

/** So many places are named on the button, and so many misfits below it. */
const [MOST_PLACES, MOST_MISFITS] = [3, 6];

/** Pencils the fingers of the chosen bars where these return. */
export function CarryFingers({
  score,
  form,
  fingers,
}: {
  score: Score;
  form: FormAnswer;
  fingers: ReadonlyMap<string, WrittenFinger>;
}) {
  const { chosen, pencil, set } = useDesk();
  const carried = useMemo(() => {
    if (!chosen) return undefined;
    const inked = new Map([...fingers].map(([id, { finger }]) => [id, finger]));
    return carryFingers(score, form.returns, inked, chosen.from, chosen.to);
  }, [score, form, fingers, chosen]);
  if (!carried || carried.fingerings.every(({ id }) => pencil.has(id))) return null;
  const places = carried.to.map(({ from, to }) => barSpan(score.bars, from, to));
  const misfits = carried.misfits.slice(0, MOST_MISFITS);
  const carry = () =>
    set({
      pencil: new Map([
        ...pencil,
        ...carried.fingerings.map(({ id, finger }) => [id, finger] as const),
      ]),
      advice: NO_ADVICE,
      reasons: [
        say`Carried to ${places.join(", ")}, where these bars return.`,
        ...misfits.map((text) => say`Does not fit: ${text}.`),
      ],
    });
  return (
    <Button variant="outlined" onClick={carry}>{say`Carry ${carried.fingerings.length} fingers to
      ${places.slice(0, MOST_PLACES).join(", ")}`}</Button>
  );
}
