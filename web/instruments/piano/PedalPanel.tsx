import { say } from "@yarrow-ridge/core/words";
import { v4 as newId } from "uuid";
import { instrument, pedalMark, pedalOf, stratumOf } from "@yarrow-ridge/core/instruments";
import { Button } from "@mui/material";
import {
  beatName,
  compare,
  comparePlaces,
  parseFraction,
  type OtherPedal,
  type Mark,
  type PedalDepth,
  type PedalMark,
} from "@yarrow-ridge/core/score";
import { useMemo } from "react";
import { useCommand } from "../../shell/useCommand.ts";
import { useAnnotationEdits } from "../../edits/annotations.ts";
import { call } from "../../api/client.ts";
import { CheckCard } from "../../piece/CheckCard.tsx";
import type { PanelProps } from "../view.ts";
import { SuggestPedal } from "./SuggestPedal.tsx";
import { pedalText } from "./pedalText.ts";
import { stepPlace } from "../../piece/places.ts";
import { useDesk } from "../../piece/useDesk.ts";

const KINDS: [PedalMark["kind"], string, string, string][] = [
  ["down", say`Down`, "d", say`down with the note`],
  ["change", say`Change`, "c", say`late: up with the note, down just after it`],
  ["up", say`Up`, "u", say`up with the note`],
  [
    "flutter",
    say`Flutter`,
    "v",
    say`up a little and down again, over and over, until the next mark`,
  ],
];
/** The other pedals, with the key that puts each down or takes it up again. */
const OTHERS: [OtherPedal, string, string][] = [
  ["soft", say`Una corda`, "a"],
  ["sostenuto", say`Sostenuto`, "n"],
];

/** How far the foot goes, with the key that says so. */
const DEPTHS: [PedalDepth | undefined, string, string][] = [
  [undefined, say`Full`, "1"],
  [0.5, say`Half`, "2"],
  [0.25, say`Quarter`, "4"],
];

/**
 * The pedal stratum's side: put down, change or up at the chosen place; the script of the bars in
 * words.
 */
export function PedalPanel({ piece, score, marks: written, taken }: PanelProps) {
  const marks = useMemo(() => written.map(pedalOf), [written]);
  const { place, chosen, set } = useDesk();
  const edits = useAnnotationEdits(piece.id);
  const here = place && { bar: place.bar, offset: parseFraction(place.offset)! };
  const at = (pedal?: OtherPedal) =>
    here &&
    marks.find(
      (one) =>
        one.pedal === pedal && one.bar === here.bar && compare(one.offset, here.offset) === 0,
    );
  const mark = at();
  const holds =
    here && stratumOf(instrument(piece.instrument), "pedal")?.state?.(written, here, score);
  const isDown = (pedal: OtherPedal) =>
    here !== undefined &&
    marks.findLast((one) => one.pedal === pedal && comparePlaces(one, here) < 0)?.kind === "down";
  const rewrite = (
    kind: PedalMark["kind"] | undefined,
    depth: PedalDepth | undefined,
    pedal?: OtherPedal,
  ) => {
    if (!here || (kind === undefined && !at(pedal))) return;
    const where = say`bar ${score.bars[here.bar]!.number}, beat
      ${beatName(score.bars[here.bar]!, here.offset)}`;
    const placed: PedalMark | undefined = kind && {
      ...here,
      kind,
      ...(depth ? { depth } : {}),
      ...(pedal ? { pedal } : {}),
    };
    const there = (one: Mark) =>
      comparePlaces(one.from, here) === 0 && (one.data.pedal ?? undefined) === pedal;
    void edits.marks(
      "pedal",
      (before) => [
        ...before.filter((one) => !there(one)),
        ...(placed ? [pedalMark(placed, newId())] : []),
      ],
      kind
        ? say`pedal ${pedalText({ kind, ...(depth ? { depth } : {}), ...(pedal ? { pedal } : {}) })}
          in ${where}`
        : say`no pedal mark in ${where}`,
    );
  };
  const write = (kind: PedalMark["kind"] | undefined) =>
    rewrite(kind, mark?.kind === kind ? mark?.depth : undefined);
  const other = (pedal: OtherPedal) =>
    rewrite(at(pedal) ? undefined : isDown(pedal) ? "up" : "down", undefined, pedal);
  const move = (step: 1 | -1) => {
    const next = place ? stepPlace(score, place, step) : { bar: chosen?.from ?? 0, offset: "0" };
    set({ place: next, chosen: { from: next.bar, to: next.bar } });
  };
  useCommand("mark.along", (event) => move(event.key === "ArrowRight" ? 1 : -1), {
    preventDefault: true,
  });
  useCommand("pedal.kind", (event) =>
    write(KINDS.find(([, , key]) => key === event.key.toLowerCase())?.[0]),
  );
  useCommand("pedal.other", (event) =>
    other(OTHERS.find(([, , key]) => key === event.key.toLowerCase())![0]),
  );
  const deepen = (depth: PedalDepth | undefined) => {
    if (mark?.kind === "down" || mark?.kind === "change") rewrite(mark.kind, depth);
  };
  useCommand("pedal.depth", (event) => deepen(DEPTHS.find(([, , key]) => key === event.key)?.[0]), {
    enabled: mark !== undefined,
  });
  useCommand("mark.none", () => write(undefined));
  const from = chosen?.from ?? 0;
  const script = score.bars.slice(from, Math.max(from + 8, (chosen?.to ?? 0) + 1));
  return (
    <div className="stack">
      <div className="card stack">
        <h2>
          {here
            ? say`Bar ${score.bars[here.bar]!.number}, beat
              ${beatName(score.bars[here.bar]!, here.offset)}`
            : say`Damper pedal`}
        </h2>
        {here ? (
          <p className="soft">
            {mark ? say`here: ${pedalText(mark)}` : (holds ?? say`no mark here`)}
          </p>
        ) : (
          <p className="soft">
            {say`Click a place in the score, or press `}
            <span className="key">→</span>.
          </p>
        )}
        <div className="row pedal-keys">
          {KINDS.map(([kind, name, key, how]) => (
            <Button
              key={kind}
              title={how}
              variant={mark?.kind === kind ? "contained" : "outlined"}
              disabled={!here}
              onClick={() => write(kind)}
            >
              {name} <span className="key">{key.toUpperCase()}</span>
            </Button>
          ))}
        </div>
        {(mark?.kind === "down" || mark?.kind === "change") && (
          <div className="row" role="group" aria-label={say`How far down`}>
            {DEPTHS.map(([depth, name, key]) => (
              <Button
                key={key}
                size="small"
                variant={mark.depth === depth ? "contained" : "text"}
                onClick={() => deepen(depth)}
              >
                {name}&nbsp;<span className="key">{key}</span>
              </Button>
            ))}
          </div>
        )}
        <div className="row" role="group" aria-label={say`Other pedals`}>
          {OTHERS.map(([pedal, name, key]) => (
            <Button
              key={pedal}
              size="small"
              variant={at(pedal) ? "contained" : "outlined"}
              disabled={!here}
              onClick={() => other(pedal)}
            >
              {at(pedal)
                ? say`No ${pedalText(at(pedal)!)}`
                : isDown(pedal)
                  ? say`${name} up`
                  : name}
              &nbsp;<span className="key">{key.toUpperCase()}</span>
            </Button>
          ))}
        </div>
        <Button disabled={!mark} onClick={() => write(undefined)}>
          {say`Rub out `}
          <span className="key">⌫</span>
        </Button>
      </div>
      <SuggestPedal piece={piece} score={score} />
      <CheckCard
        pieceId={piece.id}
        about={say`Blurs, rests and detached notes the pedal fills, a bass lost at a change, moves
          too quick for a foot.`}
        nothing={(count) =>
          count === 0
            ? say`No pedal mark is written yet.`
            : say`Nothing to doubt in ${count === 1 ? say`one mark` : say`${count} marks`}.`
        }
        ask={async () => {
          const { doubts, marks: count } = await call("checkPedal", {
            params: { id: piece.id },
            body: {},
          });
          return { doubts, count };
        }}
        onShow={(doubt) =>
          set({
            place: { bar: doubt.bar, offset: doubt.exact },
            chosen: { from: doubt.bar, to: doubt.bar },
          })
        }
      />
      <h2>{say`Script`}</h2>
      <table className="script">
        <tbody>
          {script.map((bar) => {
            const inBar = marks.filter((one) => one.bar === bar.index);
            return (
              <tr key={bar.index}>
                <th scope="row">{bar.number}</th>
                <td>
                  {inBar.length ? (
                    inBar.map((one) => `${pedalText(one)} ${beatName(bar, one.offset)}`).join(" · ")
                  ) : (
                    <span className="soft">{held(marks, bar.index) ? say`held` : "–"}</span>
                  )}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {!taken ? (
        <p className="small soft">
          {marks.length
            ? say`As printed in the file; the first change you make is your own pedalling.`
            : say`Nothing is printed. A mark is a hint, the ear decides.`}
        </p>
      ) : (
        <Button
          onClick={() => void edits.marks("pedal", null, say`back to the printed pedal`)}
        >{say`Back to the printed pedal`}</Button>
      )}
      <p className="small soft">{say`Pedals only if the feet reach them with good posture; a
        footstool or extender helps.`}</p>
    </div>
  );
}

const held = (marks: readonly PedalMark[], bar: number): boolean => {
  const before = marks.findLast((one) => !one.pedal && one.bar < bar);
  return before !== undefined && before.kind !== "up";
};
