import { say } from "@yarrow-ridge/core/words";
import { Button, ToggleButton, ToggleButtonGroup } from "@mui/material";
import { differingNotes } from "@yarrow-ridge/core/form";
import { handName, instrument } from "@yarrow-ridge/core/instruments";
import { barSpan, type Score } from "@yarrow-ridge/core/score";
import { startTransition, useMemo, useState } from "react";
import { Link, useParams, useSearchParams } from "react-router";
import { useDeskPiece } from "../piece/useDeskPiece.ts";
import { returnText } from "../piece/relations.ts";
import { Ridge } from "../ridge/Ridge.tsx";
import { ChosenBars } from "../score/Highlights.tsx";
import type { Layers } from "../score/ScorePage.tsx";
import { ScoreView } from "../score/ScoreView.tsx";
import { Title } from "../shell/Title.tsx";
import { Trouble } from "../shell/Trouble.tsx";
import { Waiting } from "../shell/Waiting.tsx";
import { MapPicture } from "./MapPicture.tsx";
import { useSimilarity } from "./useSimilarity.ts";
import "./survey.css";

/**
 * The piece against itself, bar against bar; pointing into it shows both places with the notes that
 * differ.
 */
export function MapScreen() {
  const { id = "" } = useParams();
  const [search] = useSearchParams();
  const who = search.get("for");
  const { ready, error, again, sections } = useDeskPiece(id);
  const [hand, setHand] = useState<string>();
  const [at, setAt] = useState<{ bar: number; other: number }>();
  const line = hand ?? (ready && ready.piece.hands.length > 1 ? "both" : ready?.piece.hands[0]);
  const picture = useSimilarity(ready?.piece, line);
  const shown = useMemo(() => {
    // to begin with, the first return of some length
    const first = ready?.form.returns.find((one) => one.hand === line && one.to - one.from > 1);
    return at ?? (first && { bar: first.from, other: first.of });
  }, [ready, line, at]);
  const differing = useMemo(
    () =>
      ready && shown && line
        ? differingNotes(ready.score, line, shown.bar, shown.other)
        : new Set<string>(),
    [ready, shown, line],
  );
  if (error) return <Trouble error={error} again={again} />;
  if (!ready || !line) return <Waiting what={say`the map`} />;
  const { piece, score, xml, form } = ready;
  const kind = instrument(piece.instrument);
  const lines = piece.hands.length > 1 ? ["both", ...piece.hands] : piece.hands;
  const told =
    shown &&
    form.returns.find(
      (one) =>
        one.hand === line &&
        shown.bar >= one.from &&
        shown.bar <= one.to &&
        shown.bar - one.from === shown.other - one.of,
    );
  return (
    <div className="survey">
      <Title name={piece.title}>
        <span className="soft desk-facts">{say`bar against bar`}</span>
        <Button
          size="small"
          variant="outlined"
          component={Link}
          to={`/pieces/${id}${who ? `?for=${who}` : ""}`}
        >{say`To the score`}</Button>
      </Title>
      <div>
        <Ridge
          bars={score.bars}
          ground={score.bars.map((bar) => ({
            secure: 0,
            together: 0,
            isNew: Object.values(form.isNew).some((hand) => hand[bar.index]),
            silent: false,
          }))}
          goal={undefined}
          sections={sections}
          chosen={shown && { from: shown.bar, to: shown.bar }}
          height={26}
          onChoose={(bar) => setAt({ bar, other: shown?.other ?? 0 })}
        />
      </div>
      <div className="map">
        <div className="stack">
          <ToggleButtonGroup
            exclusive
            size="small"
            value={line}
            aria-label={say`Hand`}
            onChange={(_, value: string | null) => value && startTransition(() => setHand(value))}
          >
            {lines.map((one) => (
              <ToggleButton key={one} value={one}>
                {handName(kind, one)}
              </ToggleButton>
            ))}
          </ToggleButtonGroup>
          {picture ? (
            <MapPicture
              similarity={picture}
              bars={score.bars}
              sections={sections}
              at={shown}
              onPoint={(bar, other) => setAt({ bar, other })}
            />
          ) : (
            <Waiting what={say`the picture`} />
          )}
          <p className="small soft">{say`The darker, the more alike. A line beside the diagonal is a
            return: how far away it lies is how many bars ago. Point, or use the arrow keys.`}</p>
        </div>
        {shown && (
          <div className="stack">
            <Place
              score={score}
              xml={xml}
              bar={Math.min(shown.bar, shown.other)}
              differing={differing}
            />
            <Place
              score={score}
              xml={xml}
              bar={Math.max(shown.bar, shown.other)}
              differing={differing}
            />
            <p>
              {told
                ? say`Bars ${returnText(score.bars, told)}.`
                : differing.size === 0
                  ? say`The same.`
                  : say`${differing.size} notes differ; they are ringed.`}
            </p>
            {told && told.differences.length > 0 && (
              <ul className="reasons small">
                {told.differences.slice(0, 10).map((one, i) => (
                  <li key={i}>{one.text}</li>
                ))}
              </ul>
            )}
          </div>
        )}
      </div>
    </div>
  );
}

const AROUND = 3;

/** A bar and the ones after it, the notes that differ ringed. */
function Place({
  score,
  xml,
  bar,
  differing,
}: {
  score: Score;
  xml: string;
  bar: number;
  differing: ReadonlySet<string>;
}) {
  const layers = useMemo(
    (): Layers => ({
      under: (boxes) => (
        <>
          <ChosenBars boxes={boxes} from={bar} to={bar} />
          {boxes.notes
            .filter((box) => differing.has(box.note.id))
            .map((box) => (
              <circle key={box.note.id} className="map-ring" cx={box.x} cy={box.y} r={250} />
            ))}
        </>
      ),
    }),
    [bar, differing],
  );
  return (
    <figure className="card editions-excerpt">
      <figcaption className="soft">{say`bar ${barSpan(score.bars, bar, bar)}`}</figcaption>
      <ScoreView
        xml={xml}
        score={score}
        zoom={0.85}
        layers={layers}
        range={[bar, Math.min(score.bars.length - 1, bar + AROUND)]}
        label={say`From bar ${barSpan(score.bars, bar, bar)}`}
      />
    </figure>
  );
}
