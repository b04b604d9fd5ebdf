import { say } from "@yarrow-ridge/core/words";
import { Button } from "@mui/material";
import type { EditionsAnswer } from "@yarrow-ridge/contract";
import { barSpan, type Score } from "@yarrow-ridge/core/score";
import { useMemo, useState } from "react";
import { Link, useParams } from "react-router";
import { useAnswer, useEngraving, useScore } from "../answers/queries.ts";
import type { Layers } from "../score/ScorePage.tsx";
import { ScoreView } from "../score/ScoreView.tsx";
import { ChosenBars } from "../score/Highlights.tsx";
import { ReadingsList } from "../piece/ReadingsList.tsx";
import { useAnnotationEdits } from "../edits/annotations.ts";
import { Title } from "../shell/Title.tsx";
import { Trouble } from "../shell/Trouble.tsx";
import { Waiting } from "../shell/Waiting.tsx";
import "./survey.css";

const duration = (seconds: number): string =>
  `${Math.floor(seconds / 60)}:${String(Math.round(seconds % 60)).padStart(2, "0")}`;

/**
 * Two editions of a piece: what each comes to, where they differ, and the differing bars side by
 * side.
 */
export function EditionsScreen() {
  const { id = "", other = "" } = useParams();
  const found = useAnswer("compareEditions", { id, other });
  const [a, b] = [useScore(id).data, useScore(other).data];
  const [at, setAt] = useState(0);
  const annotations = useAnswer("annotations", { id });
  const edits = useAnnotationEdits(id);
  if (found.error) return <Trouble error={found.error} again={() => void found.refetch()} />;
  if (!found.data || !a || !b) return <Waiting what={say`both editions`} />;
  const { bars, totals } = found.data;
  const differing = bars.filter(
    (one) => one.a === null || one.b === null || one.differences.length > 0,
  );
  const chosen = differing[Math.min(at, differing.length - 1)];
  const stretch = chosen && together(bars, chosen);
  const name = (score: Score, bar: number | null) =>
    bar === null ? "–" : barSpan(score.bars, bar, bar);
  return (
    <div className="survey">
      <Title name={totals[0]!.title}>
        <span className="soft">{say`two editions`}</span>
        <Button
          size="small"
          variant="outlined"
          component={Link}
          to={`/pieces/${id}`}
        >{say`To the score`}</Button>
      </Title>
      <div className="editions">
        <div className="stack">
          <div className="card">
            <table className="editions-totals">
              <thead>
                <tr>
                  <th />
                  <th>{say`first`}</th>
                  <th>{say`second`}</th>
                </tr>
              </thead>
              <tbody>
                {(
                  [
                    ["title", (one) => one.title],
                    ["bars", (one) => one.bars],
                    [
                      say`bars played`,
                      (one) =>
                        one.playedBars === one.playedBarsWithoutRepeats
                          ? one.playedBars
                          : say`${one.playedBars}, without repeats ${one.playedBarsWithoutRepeats}`,
                    ],
                    ["length", (one) => duration(one.seconds)],
                    [say`new bars`, (one) => one.newBars],
                  ] as [string, (one: (typeof totals)[number]) => string | number][]
                ).map(([what, of]) => (
                  <tr key={what}>
                    <th scope="row">{what}</th>
                    <td>{of(totals[0]!)}</td>
                    <td>{of(totals[1]!)}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
          <ReadingsList pieceId={id} score={a} readings={annotations.data?.readings ?? []} />
          <h2>
            {differing.length === 0
              ? say`They are the same`
              : `${differing.length} ${
                  differing.length === 1
                    ? say`bar differs`
                    : say`bars
                differ`
                }`}
          </h2>
          <ol className="plain-list editions-list">
            {differing.map((one, i) => (
              <li key={`${one.a} ${one.b}`}>
                <button
                  type="button"
                  className="section-open"
                  aria-pressed={i === at}
                  onClick={() => setAt(i)}
                >
                  <span>
                    <b>{name(a, one.a)}</b> | <b>{name(b, one.b)}</b>{" "}
                    <span className="soft">
                      {one.a === null
                        ? say`only in the second`
                        : one.b === null
                          ? say`only in the first`
                          : ""}
                    </span>
                  </span>
                  {one.differences.slice(0, 4).map((difference, k) => (
                    <span key={k} className="small soft">
                      {difference.text}
                    </span>
                  ))}
                  {one.differences.length > 4 && (
                    <span className="small soft">{say`and ${one.differences.length - 4}
                      more`}</span>
                  )}
                </button>
              </li>
            ))}
          </ol>
        </div>
        {chosen && (
          <div className="stack">
            {stretch && (
              <div className="row">
                <Button
                  variant="outlined"
                  onClick={() =>
                    void edits.adopt(
                      other,
                      stretch.from,
                      stretch.to,
                      say`bar ${barSpan(a.bars, stretch.from, stretch.to)} as in
                        ${totals[1]!.title}`,
                    )
                  }
                >{say`Play ${stretch.from === stretch.to ? say`bar` : say`bars`}
                  ${barSpan(a.bars, stretch.from, stretch.to)} as the second has
                    ${stretch.from === stretch.to ? say`it` : say`them`}, for now`}</Button>
              </div>
            )}
            <Excerpt
              pieceId={id}
              score={a}
              bar={chosen.a}
              title={say`first`}
              near={
                bars.find(
                  (one) =>
                    one.b !== null && chosen.b !== null && one.b >= chosen.b && one.a !== null,
                )?.a ?? null
              }
            />
            <Excerpt
              pieceId={other}
              score={b}
              bar={chosen.b}
              title={say`second`}
              near={
                bars.find(
                  (one) =>
                    one.a !== null && chosen.a !== null && one.a >= chosen.a && one.b !== null,
                )?.b ?? null
              }
            />
          </div>
        )}
      </div>
    </div>
  );
}

/** The differing bars around one that both editions have, as far as they follow one another. */
function together(
  bars: EditionsAnswer["bars"],
  chosen: EditionsAnswer["bars"][number],
): { from: number; to: number } | undefined {
  const takes = (at: number) => {
    const one = bars[at];
    return one !== undefined && one.a !== null && one.b !== null && one.differences.length > 0;
  };
  const at = bars.indexOf(chosen);
  if (!takes(at)) return undefined;
  let [first, last] = [at, at];
  while (takes(first - 1)) first--;
  while (takes(last + 1)) last++;
  return { from: bars[first]!.a!, to: bars[last]!.a! };
}

/** A bar with its neighbours; where an edition has none, the bars around the gap. */
function Excerpt({
  pieceId,
  score,
  bar,
  near,
  title,
}: {
  pieceId: string;
  score: Score;
  bar: number | null;
  near: number | null;
  title: string;
}) {
  const xml = useEngraving(pieceId).data;
  const layers = useMemo(
    (): Layers => ({
      under: (boxes) => (bar === null ? null : <ChosenBars boxes={boxes} from={bar} to={bar} />),
    }),
    [bar],
  );
  const middle = bar ?? near;
  if (!xml) return <Waiting what={say`the score`} />;
  return (
    <figure className="card editions-excerpt">
      <figcaption className="soft">
        {title}
        {bar === null ? say`: this bar is not in it` : ""}
      </figcaption>
      {middle !== null && (
        <ScoreView
          xml={xml}
          score={score}
          zoom={1}
          layers={layers}
          range={[Math.max(0, middle - 2), Math.min(score.bars.length - 1, middle + 2)]}
          label={say`${title} edition`}
        />
      )}
    </figure>
  );
}
