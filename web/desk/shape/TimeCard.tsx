import { say } from "@yarrow-ridge/core/words";
import { v4 as newId } from "uuid";
import DeleteIcon from "@mui/icons-material/DeleteOutlined";
import { Button, IconButton, Slider } from "@mui/material";
import {
  AMOUNTS,
  barSpan,
  beatName,
  comparePlaces,
  lastBarOf,
  lasts,
  type Score,
  type Shape,
  type TimingKind,
  type TimingMark,
} from "@yarrow-ridge/core/score";
import { withTiming, type TimingIdea } from "@yarrow-ridge/core/shaping";
import { useState } from "react";
import { useDesk } from "../../piece/useDesk.ts";
import type { Change, Here } from "./here.ts";

const KINDS: [TimingKind, string, string][] = [
  ["broaden", say`Broaden`, say`slower and slower to the end of the chosen bars, then in tempo`],
  ["push", say`Push on`, say`faster and faster to the end of the chosen bars, then in tempo`],
  [
    "lean",
    say`Lean`,
    say`long notes a little longer, short ones gathered; the bars stay where they are`,
  ],
  ["wait", say`Wait`, say`what sounds is held a moment longer before this place`],
  ["breathe", say`Breathe`, say`the hands lift before this place`],
  ["run", say`Arch a run`, say`slow, fast, slow, and in time at its end`],
];

/** More ideas than these are read by nobody at once. */
const SHOWN = 6;

const nameOf = (kind: TimingKind): string => KINDS.find(([one]) => one === kind)![1];

function whereOf(score: Score, { kind, from, to }: TimingMark): string {
  const bar = score.bars[from.bar]!;
  return lasts(kind)
    ? barSpan(score.bars, from.bar, lastBarOf(to))
    : say`before ${bar.number}${from.offset.num ? say`, beat ${beatName(bar, from.offset)}` : ""}`;
}

/** How much, in words. */
export function amountText({ kind, amount }: Pick<TimingMark, "kind" | "amount">): string {
  if (kind === "broaden" || kind === "push") return `to ${Math.round(amount * 100)}\u00a0%`;
  if (kind === "wait" || kind === "breathe") return say`${Math.round(amount * 100) / 100} beat`;
  return amount < 0.25 ? say`a little` : amount < 0.6 ? say`clearly` : say`much`;
}

/** Where the time gives in the chosen bars. */
export function TimeCard({
  score,
  shape,
  ideas,
  here,
  whole,
  change,
}: {
  score: Score;
  shape: Shape;
  ideas: readonly TimingIdea[];
  here: Here;
  whole: boolean;
  change: Change;
}) {
  const { note } = useDesk();
  const at = score.notes.find((one) => one.id === note);
  const given = shape.timing.filter((mark) =>
    lasts(mark.kind)
      ? comparePlaces(mark.from, here.to) < 0 && comparePlaces(mark.to, here.from) > 0
      : comparePlaces(mark.from, here.from) >= 0 && comparePlaces(mark.from, here.to) < 0,
  );
  const add = (kind: TimingKind) => {
    // a chosen note says where to wait, the chosen bars where to begin
    const from = !lasts(kind) && at ? { bar: at.bar, offset: at.offset } : here.from;
    const mark: TimingMark = {
      id: newId(),
      kind,
      from,
      to: lasts(kind) ? here.to : from,
      amount: AMOUNTS[kind].usual,
    };
    change(
      (before) => ({ ...before, timing: withTiming(before.timing, mark) }),
      `${kind}, ${here.name}`,
    );
  };
  return (
    <div className="card stack">
      <h2>{say`Time`}</h2>
      <div className="shape-kinds">
        {KINDS.map(([kind, name, about]) => (
          <Button
            key={kind}
            size="small"
            variant="outlined"
            title={about}
            disabled={whole && (lasts(kind) || !at)}
            onClick={() => add(kind)}
          >
            {name}
          </Button>
        ))}
      </div>
      {given.length === 0 && (
        <p className="small soft">
          {whole
            ? say`Choose the bars, or a note, where the time gives.`
            : say`Strict here. Strict comes first; shape the time when the notes are at home.`}
        </p>
      )}
      {given.map((mark) => (
        <Given
          key={`${mark.id} ${mark.amount}`}
          score={score}
          mark={mark}
          onAmount={(amount) =>
            change(
              (before) => ({
                ...before,
                timing: before.timing.map((one) => (one.id === mark.id ? { ...one, amount } : one)),
              }),
              say`how much to ${mark.kind}`,
            )
          }
          onRemove={() =>
            change(
              (before) => ({
                ...before,
                timing: before.timing.filter((one) => one.id !== mark.id),
              }),
              say`no ${mark.kind}, ${here.name}`,
            )
          }
        />
      ))}
      {ideas.length > 0 && (
        <div className="shape-ideas">
          {ideas.slice(0, SHOWN).map(({ mark, why }) => (
            <button
              key={mark.id}
              type="button"
              className="shape-idea"
              onClick={() =>
                change(
                  (before) => ({
                    ...before,
                    timing: withTiming(before.timing, { ...mark, id: newId() }),
                  }),
                  say`${mark.kind} in bar ${score.bars[mark.from.bar]!.number}`,
                )
              }
            >
              <b>
                {nameOf(mark.kind)} {whereOf(score, mark)}?
              </b>{" "}
              <span className="soft">{why}</span>
            </button>
          ))}
          {ideas.length > SHOWN && (
            <span className="small soft">{say`and ${ideas.length - SHOWN} more ideas; choose fewer
              bars to see them`}</span>
          )}
        </div>
      )}
    </div>
  );
}

function Given({
  score,
  mark,
  onAmount,
  onRemove,
}: {
  score: Score;
  mark: TimingMark;
  onAmount: (amount: number) => void;
  onRemove: () => void;
}) {
  const [amount, setAmount] = useState(mark.amount);
  const { least, most, usual } = AMOUNTS[mark.kind];
  // a pause is rarely long, and set finely
  const end = lasts(mark.kind) ? most : Math.min(most, Math.max(4 * usual, mark.amount));
  const [where, name] = [whereOf(score, mark), nameOf(mark.kind)];
  return (
    <div className="shape-given">
      <span>
        <b>{name}</b> {where}{" "}
        <span className="soft">{amountText({ kind: mark.kind, amount })}</span>
      </span>
      <Slider
        size="small"
        aria-label={say`How much: ${name} ${where}`}
        min={least}
        max={end}
        step={0.01}
        value={amount}
        onChange={(_, value) => setAmount(value)}
        onChangeCommitted={(_, value) => onAmount(value)}
      />
      <IconButton size="small" aria-label={say`Remove ${name} ${where}`} onClick={onRemove}>
        <DeleteIcon fontSize="small" />
      </IconButton>
    </div>
  );
}
