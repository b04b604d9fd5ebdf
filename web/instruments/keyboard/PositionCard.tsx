import { say, small } from "@yarrow-ridge/core/words";
import { v4 as newId } from "uuid";
import LeftIcon from "@mui/icons-material/ChevronLeft";
import RightIcon from "@mui/icons-material/ChevronRight";
import { Button, IconButton } from "@mui/material";
import type { Piece } from "@yarrow-ridge/contract";
import { along, lying } from "@yarrow-ridge/core/instruments/keyboard";
import { handName, instrument, positionOf, withPosition } from "@yarrow-ridge/core/instruments";
import {
  barSpan,
  beatName,
  comparePlaces,
  firstFinger,
  ZERO,
  type Mark,
  type Note,
  type Place,
  type Score,
} from "@yarrow-ridge/core/score";
import { useCommand } from "../../shell/useCommand.ts";
import { useAnnotationEdits } from "../../edits/annotations.ts";
import type { WrittenFinger } from "../../score/placeFingers.ts";
import { keysOf } from "./Positions.tsx";
import { useDesk } from "../../piece/useDesk.ts";

/** Keeps a hand in its position for some bars: fingers are proposed within it. */
export function PositionCard({
  piece,
  score,
  hand,
  current,
  fingers,
  positions,
  layer,
}: {
  piece: Piece;
  score: Score;
  hand: string;
  current: Note | undefined;
  fingers: ReadonlyMap<string, WrittenFinger>;
  positions: readonly Mark[];
  layer: string;
}) {
  const { chosen, pencil, set } = useDesk();
  const edits = useAnnotationEdits(piece.id);
  const name = handName(instrument(piece.instrument), hand);
  const own = positions.filter((one) => one.layer === layer);
  const here = chosen
    ? own.filter(
        (one) =>
          one.line === hand &&
          one.from.bar <= chosen.to &&
          comparePlaces(one.to!, { bar: chosen.from, offset: ZERO }) > 0,
      )
    : [];

  const save = (next: readonly Mark[], label: string) =>
    void edits
      .marks("position", () => next, label, layer)
      .then((ok) => ok && set({ written: useDesk.getState().written + 1 }));
  const change = (one: Mark, to: Partial<Mark>, label: string) =>
    save(
      withPosition(
        own.filter((other) => other !== one),
        { ...one, ...to },
        newId(),
      ),
      label,
    );
  const keep = () => {
    if (!chosen) return;
    const thumb = thumbHere(
      score,
      hand,
      current,
      chosen,
      (id) => fingers.get(id)?.finger ?? pencil.get(id),
    );
    if (thumb === undefined) return;
    save(
      withPosition(
        own,
        {
          id: newId(),
          line: hand,
          layer,
          data: { thumb },
          from: { bar: chosen.from, offset: ZERO },
          to: { bar: chosen.to + 1, offset: ZERO },
        },
        newId(),
      ),
      say`${small(name)} stays in position, bars
        ${barSpan(score.bars, chosen.from, chosen.to)}`,
    );
  };
  useCommand("hands.keep", keep, { enabled: chosen !== undefined && here.length === 0 });

  if (!chosen) return null;
  const span = barSpan(score.bars, chosen.from, chosen.to);
  return (
    <div className="card stack">
      <h2>{say`Position of the ${small(name)}`}</h2>
      {here.map((one) => {
        const inside =
          current && comparePlaces(one.from, current) < 0 && comparePlaces(current, one.to!) < 0;
        const { fifths } = score.bars[one.from.bar]!.key;
        const { thumb } = positionOf(one);
        return (
          <div key={one.id} className="stack position-entry">
            <div className="row">
              <IconButton
                size="small"
                aria-label={say`One key lower`}
                onClick={() =>
                  change(
                    one,
                    { data: { thumb: along(fifths, thumb, -1) } },
                    say`position one key lower`,
                  )
                }
              >
                <LeftIcon />
              </IconButton>
              <b className="figures">{keysOf(positionOf(one), score)}</b>
              <IconButton
                size="small"
                aria-label={say`One key higher`}
                onClick={() =>
                  change(
                    one,
                    { data: { thumb: along(fifths, thumb, 1) } },
                    say`position one key higher`,
                  )
                }
              >
                <RightIcon />
              </IconButton>
              <span className="soft small grow">{spanOf(score, one.from, one.to!)}</span>
              <Button
                size="small"
                onClick={() =>
                  save(
                    own.filter((other) => other !== one),
                    say`position let go`,
                  )
                }
              >{say`Let go`}</Button>
            </div>
            {inside && (
              <div className="row">
                <Button
                  size="small"
                  onClick={() =>
                    change(
                      one,
                      { from: { bar: current.bar, offset: current.offset } },
                      say`where the position begins`,
                    )
                  }
                >{say`Begins at this note`}</Button>
                <Button
                  size="small"
                  onClick={() =>
                    change(
                      one,
                      { to: { bar: current.bar, offset: current.offset } },
                      say`where the position ends`,
                    )
                  }
                >{say`Ends before it`}</Button>
              </div>
            )}
          </div>
        );
      })}
      {here.length === 0 && (
        <div className="row">
          <Button size="small" variant="outlined" onClick={keep}>
            {say`Keep the hand here, ${span.includes("–") ? say`bars` : say`bar`} ${span}\u00a0`}
            <span className="key">k</span>
          </Button>
        </div>
      )}
      {here.length === 0 && (
        <p className="small soft">{say`The thumb stays over its key, the fingers beside it;
          suggested fingers keep to it.`}</p>
      )}
    </div>
  );
}

const spanOf = (score: Score, from: Place, to: Place): string => {
  const last = to.offset.num > 0 ? to.bar : to.bar - 1;
  const beat =
    from.offset.num > 0 ? say`, from beat ${beatName(score.bars[from.bar]!, from.offset)}` : "";
  const end = to.offset.num > 0 ? say`, to beat ${beatName(score.bars[to.bar]!, to.offset)}` : "";
  return `${from.bar === last ? say`bar` : say`bars`} ${barSpan(score.bars, from.bar, last)}${beat}${end}`;
};

/**
 * Where the thumb lies with the finger that is written on the note; without one, over the outer key
 * of the bars on its side.
 */
function thumbHere(
  score: Score,
  hand: string,
  current: Note | undefined,
  { from, to }: { from: number; to: number },
  written: (id: string) => string | undefined,
): number | undefined {
  const here = score.notes.filter(
    (note) => note.hand === hand && note.bar >= from && note.bar <= to && !note.held,
  );
  const fingered = current && written(current.id) ? current : here.find((note) => written(note.id));
  const lies =
    fingered &&
    lying(
      [{ midi: fingered.midi, finger: firstFinger(written(fingered.id)!) }],
      hand,
      score.bars[fingered.bar]!.key.fifths,
    );
  const keys = here.map((note) => note.midi);
  return (
    lies?.find((one) => one.finger === 1)?.midi ??
    (keys.length ? (hand === "left" ? Math.max(...keys) : Math.min(...keys)) : undefined)
  );
}
