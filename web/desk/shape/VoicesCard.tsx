import { capital, say, small } from "@yarrow-ridge/core/words";
import { MenuItem, TextField } from "@mui/material";
import type { Piece } from "@yarrow-ridge/contract";
import { handName, instrument } from "@yarrow-ridge/core/instruments";
import {
  barSpan,
  comparePlaces,
  lastBarOf,
  type Lead,
  type Place,
  type Score,
  type Shape,
  type Touch,
} from "@yarrow-ridge/core/score";
import { touchWord, type VoiceIdea } from "@yarrow-ridge/core/shaping";
import type { Change, Here } from "./here.ts";

/** Shares of the written length that touches hold. Common practice, no source. */
const TOUCHES = [1, 0.75, 0.5, 0.25];

/** More ideas than these are read by nobody at once. */
const SHOWN = 3;

interface Span {
  readonly from: Place;
  readonly to: Place;
}

/** The list with a stretch cut out: what reaches into it keeps its ends. */
function without<T extends Span>(list: readonly T[], { from, to }: Span): T[] {
  return list.flatMap((one) => {
    if (comparePlaces(one.to, from) <= 0 || comparePlaces(one.from, to) >= 0) return [one];
    return [
      ...(comparePlaces(one.from, from) < 0 ? [{ ...one, to: from }] : []),
      ...(comparePlaces(one.to, to) > 0 ? [{ ...one, from: to }] : []),
    ];
  });
}

/** Which line leads in the chosen bars, and how each hand touches the keys. */
export function VoicesCard({
  piece,
  score,
  shape,
  ideas,
  here,
  change,
}: {
  piece: Piece;
  score: Score;
  shape: Shape;
  ideas: readonly VoiceIdea[];
  here: Here;
  change: Change;
}) {
  const kind = instrument(piece.instrument);
  const inside = <T extends Span>(list: readonly T[]) =>
    list.find(
      (one) => comparePlaces(one.from, here.from) <= 0 && comparePlaces(one.to, here.from) > 0,
    );
  const lead = inside(shape.leads);
  const lines = piece.hands.flatMap((hand) =>
    (["all", "top", "bottom"] as const).map((line) => ({ hand, line })),
  );
  const nameOf = ({ hand, line }: Pick<Lead, "hand" | "line">) =>
    `${line === "all" ? "" : say`${line} of the `}${small(handName(kind, hand))}`;
  const setLead = (value: string) => {
    const [hand, line] = value.split(" ") as [string, Lead["line"]];
    change(
      (before) => ({
        ...before,
        leads: [
          ...without(before.leads, here),
          ...(value ? [{ from: here.from, to: here.to, hand, line }] : []),
        ].sort((a, b) => comparePlaces(a.from, b.from)),
      }),
      value ? say`${nameOf({ hand, line })} leads, ${here.name}` : say`nobody leads, ${here.name}`,
    );
  };
  const setTouch = (hand: string, share: number | undefined) =>
    change(
      (before) => {
        const [own, others] = [
          before.touch.filter((one) => one.hand === hand),
          before.touch.filter((one) => one.hand !== hand),
        ];
        const touch: Touch[] = [
          ...others,
          ...without(own, here),
          ...(share === undefined ? [] : [{ from: here.from, to: here.to, hand, share }]),
        ];
        return { ...before, touch: touch.sort((a, b) => comparePlaces(a.from, b.from)) };
      },
      `${small(handName(kind, hand))} ${
        share === undefined
          ? say`as
        written`
          : touchWord(share)
      }, ${here.name}`,
    );
  return (
    <div className="card stack">
      <h2>{say`Voices and touch`}</h2>
      <TextField
        select
        label={say`Leads`}
        value={lead ? `${lead.hand} ${lead.line}` : ""}
        onChange={(event) => setLead(event.target.value)}
      >
        <MenuItem value="">{say`nobody said`}</MenuItem>
        {lines.map((one) => (
          <MenuItem key={`${one.hand} ${one.line}`} value={`${one.hand} ${one.line}`}>
            {nameOf(one)}
          </MenuItem>
        ))}
      </TextField>
      {ideas.length > 0 && (
        <div className="shape-ideas">
          {ideas.slice(0, SHOWN).map(({ lead: one, why }) => {
            const bars = barSpan(score.bars, one.from.bar, lastBarOf(one.to));
            return (
              <button
                key={`${one.from.bar} ${one.hand}`}
                type="button"
                className="shape-idea"
                onClick={() =>
                  change(
                    (before) => ({
                      ...before,
                      leads: [...without(before.leads, one), one].sort((a, b) =>
                        comparePlaces(a.from, b.from),
                      ),
                    }),
                    say`${nameOf(one)} leads, bars ${bars}`,
                  )
                }
              >
                <b>{say`${capital(nameOf(one))} leads in ${bars}?`}</b>{" "}
                <span className="soft">{why}</span>
              </button>
            );
          })}
        </div>
      )}
      {piece.hands
        .filter((hand) => score.notes.some((note) => note.hand === hand))
        .map((hand) => {
          const touch = inside(shape.touch.filter((one) => one.hand === hand));
          const shares =
            touch && !TOUCHES.includes(touch.share) ? [...TOUCHES, touch.share] : TOUCHES;
          return (
            <TextField
              key={hand}
              select
              label={say`${handName(kind, hand)}: touch`}
              value={touch?.share ?? ""}
              onChange={(event) =>
                setTouch(hand, event.target.value === "" ? undefined : Number(event.target.value))
              }
            >
              <MenuItem value="">{say`as written`}</MenuItem>
              {shares.map((share) => (
                <MenuItem key={share} value={share}>
                  {touchWord(share)} · {Math.round(share * 100)} %
                </MenuItem>
              ))}
            </TextField>
          );
        })}
    </div>
  );
}
