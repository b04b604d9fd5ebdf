import { capital, say } from "@yarrow-ridge/core/words";
import { useState } from "react";
import { v4 as newId } from "uuid";
import { Button } from "@mui/material";
import type { Piece } from "@yarrow-ridge/contract";
import {
  beatName,
  comparePlaces,
  parseFraction,
  playedBars,
  type Mark,
  type MarkSign,
  type Score,
  type Stratum,
} from "@yarrow-ridge/core/score";
import { useAnnotationEdits } from "../edits/annotations.ts";
import { useCommand, useKeys } from "../shell/useCommand.ts";
import { stratumView } from "../instruments/index.ts";
import { SuggestMarks } from "./SuggestMarks.tsx";
import { stepPlace } from "../piece/places.ts";
import { useDesk } from "../piece/useDesk.ts";
import { WhichTime } from "./WhichTime.tsx";
import type { Said } from "../score/placeFingers.ts";

const timesPlayed = (score: Score, bar: number): number =>
  playedBars(score.bars, 0, score.bars.length - 1).filter((one) => one.bar === bar).length;

/** A mark as it holds the time that is asked for; at the place itself only what is of that time. */
function heardThen(mark: Mark, asked: number | undefined, isHere: boolean): Mark[] {
  const { time, ...data } = mark.data;
  const holds = isHere ? time === asked : time === undefined || time === (asked ?? 1);
  return holds ? [{ ...mark, data }] : [];
}

/** The side of the desk for marks that no instrument works at in its own way: a sign at a place. */
export function MarksPanel({
  piece,
  score,
  stratum,
  marks,
  layer,
  tempo,
  assignmentId,
  said,
}: {
  piece: Piece;
  score: Score;
  stratum: Stratum;
  marks: readonly Mark[];
  layer: string;
  /** Quarters a minute. */
  tempo: number;
  assignmentId: string | undefined;
  said: readonly Said[];
}) {
  const { place, chosen, set } = useDesk();
  const edits = useAnnotationEdits(piece.id);
  const signs = stratum.signs ?? [];
  const here = place && { bar: place.bar, offset: parseFraction(place.offset)! };
  const [asked, setAsked] = useState<number>();
  const count = here && stratum.times ? timesPlayed(score, here.bar) : 1;
  const time = asked !== undefined && asked <= count && count > 1 ? asked : undefined;
  const isHere = (one: Mark) => here !== undefined && comparePlaces(one.from, here) === 0;
  const stands = marks.find((one) => isHere(one) && one.data["time"] === time);
  const heard = stratum.times ? marks.flatMap((one) => heardThen(one, time, isHere(one))) : marks;
  const holds = here && stratum.state?.(heard, here, score);
  const where =
    here &&
    say`bar ${score.bars[here.bar]!.number}, beat ${beatName(score.bars[here.bar]!, here.offset)}`;
  const write = (data: Mark["data"] | undefined) => {
    if (!here || (!data && !stands)) return;
    const told = time === undefined || !data ? data : { ...data, time };
    const made = told && { id: newId(), layer, from: here, data: told };
    void edits.marks(
      stratum.id,
      (before) => [
        ...before.filter((one) => !isHere(one) || one.data["time"] !== time),
        ...(made ? [made] : []),
      ],
      say`${made ? stratum.words(made) : say`nothing`} in ${where!}`,
      layer,
    );
  };
  const sign = ({ data }: MarkSign) =>
    write(typeof data === "function" ? here && data(heard, here, score) : data);
  const { Entry } = stratumView(piece.instrument, stratum.id);
  useCommand(
    "mark.along",
    (event) => {
      const step = event.key === "ArrowRight" ? 1 : -1;
      const next = place ? stepPlace(score, place, step) : { bar: chosen?.from ?? 0, offset: "0" };
      set({ place: next, chosen: { from: next.bar, to: next.bar } });
    },
    { preventDefault: true },
  );
  useCommand("mark.none", () => write(undefined));
  useKeys(
    signs.map(({ key }) => key),
    (_, typed) => sign(signs.find(({ key }) => key === typed)!),
    { enabled: here !== undefined },
  );
  const from = chosen?.from ?? 0;
  const listed = marks.filter((one) => one.from.bar >= from).slice(0, 12);
  return (
    <div className="stack">
      <div className="card stack">
        <h2>{where ? capital(where) : stratum.one}</h2>
        {here ? (
          <p className="soft">
            {stands ? say`here: ${stratum.words(stands)}` : (holds ?? say`nothing here`)}
          </p>
        ) : (
          <p className="soft">
            {say`Click a place in the score, or press `}
            <span className="key">→</span>.
          </p>
        )}
        {count > 1 && <WhichTime {...{ count, time }} onChoose={setAsked} />}
        {Entry ? (
          <Entry {...{ piece, here, marks: heard, write, score, tempo, said }} />
        ) : (
          // without a place there is nothing to press: what is suggested comes first then
          here && (
            <div className="row">
              {signs.map((one) => (
                <Button
                  key={one.key}
                  variant="outlined"
                  size="small"
                  sx={{ gap: 1 }}
                  onClick={() => sign(one)}
                >
                  {one.name} <span className="key">{one.key.toUpperCase()}</span>
                </Button>
              ))}
            </div>
          )
        )}
      </div>
      {stratum.work && (
        <SuggestMarks key={stratum.id} {...{ piece, score, stratum, layer, tempo, assignmentId }} />
      )}
      {listed.length > 0 && (
        <ul className="plain">
          {listed.map((one) => (
            <li key={one.id}>
              {say`bar `}
              {score.bars[one.from.bar]?.number}: {stratum.words(one)}
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}
