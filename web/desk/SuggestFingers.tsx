import { Button, LinearProgress } from "@mui/material";
import type { FormAnswer, Piece } from "@yarrow-ridge/contract";
import { carryFingers } from "@yarrow-ridge/core/form";
import { instrument } from "@yarrow-ridge/core/instruments";
import { barSpan, type Score } from "@yarrow-ridge/core/score";
import { enqueueSnackbar } from "notistack";
import { useEffect, useEffectEvent, useMemo, useRef } from "react";
import { useCommand } from "../shell/useCommand.ts";
import { call } from "../api/client.ts";
import { useAnnotationEdits } from "../edits/annotations.ts";
import type { WrittenFinger } from "../score/Fingers.tsx";
import { BarLinks } from "../piece/BarLinks.tsx";
import { FingerAdviceList } from "./FingerAdvice.tsx";
import { rubOut } from "../piece/rubOut.tsx";
import { NO_ADVICE, useDesk, type FingerWay } from "../piece/useDesk.ts";
import { usePlayer } from "./usePlayer.ts";
import { stopped, useWork } from "../piece/useWork.ts";

/** In longer stretches other ways are too many to compare at the keyboard. */
const MOST_FOR_WAYS = 12;

const fingersOf = (
  notes: readonly { id: string; finger: number | null; to?: number | undefined }[],
): ReadonlyMap<string, string> =>
  new Map(
    notes.flatMap((one) =>
      one.finger === null
        ? []
        : [[one.id, one.to ? `${one.finger}-${one.to}` : String(one.finger)] as const],
    ),
  );

/**
 * Fingers in pencil for the chosen bars: suggested for this hand, or carried to where the bars
 * return.
 */
export function SuggestFingers({
  piece,
  score,
  form,
  fingers,
  assignmentId,
}: {
  piece: Piece;
  score: Score;
  form: FormAnswer;
  fingers: ReadonlyMap<string, WrittenFinger>;
  assignmentId: string | undefined;
}) {
  const { chosen, pencil, suggested, written, reasons, advice, school, set } = useDesk();
  const edits = useAnnotationEdits(piece.id);
  const { player, layer } = usePlayer(assignmentId);
  const kind = instrument(piece.instrument);
  const models = kind.limbs.filter((limb) => limb.proposed && piece.hands.includes(limb.id));
  const { busy, share, begin, end, cancel } = useWork(models.map((limb) => limb.id));
  const free = (id: string) => fingers.get(id)?.layer !== layer;

  const suggest = async (bars = chosen, again = false) => {
    if (!bars || models.length === 0 || busy) return;
    const name = begin();
    try {
      const params = { id: piece.id };
      const isShort = bars.to - bars.from < MOST_FOR_WAYS;
      const handing = () => call("proposeHandovers", { params, body: { ...bars, player } });
      const [early, answers] = await Promise.all([
        isShort ? handing() : undefined,
        Promise.all(
          models.map(({ id }) =>
            call("propose", {
              params,
              body: {
                hand: id,
                ...bars,
                alternatives: isShort ? 2 : 0,
                player,
                school,
                layer,
                work: `${name}-${id}`,
              },
            }),
          ),
        ),
      ]);
      // inked or rubbed out meanwhile: there is nothing left to solve around
      if (again && useDesk.getState().suggested === undefined) return;
      const problems = answers.flatMap((answer) => answer.problems);
      const { handovers } = early ?? (problems.length ? await handing() : { handovers: [] });
      const ways = answers.flatMap((answer, i) =>
        [{ ...answer, more: 0, reason: "first choice" }, ...answer.alternatives].map(
          ({ notes, elsewhere, more, reason }): FingerWay => ({
            hand: models[i]!.id,
            more,
            reason,
            fingers: fingersOf(notes),
            elsewhere: fingersOf(elsewhere),
          }),
        ),
      );
      const found = ways
        .filter((way) => way.more === 0)
        .flatMap((way) => [...way.fingers])
        .filter(([id]) => free(id));
      set({
        // solved again, the pencil of before has no say
        pencil: new Map(again ? found : [...pencil, ...found]),
        suggested: bars,
        reasons: answers.flatMap((answer, i) =>
          answer.reasons.map(
            (reason) => `${models.length > 1 ? `${models[i]!.name}: ` : ""}${reason}`,
          ),
        ),
        advice: {
          ways,
          handovers,
          problems: problems.map(({ bar, notes, text, ways: out }) => ({
            bar,
            note: notes[0],
            text,
            ways: out,
          })),
          sisters: [
            ...new Set(answers.flatMap((answer) => answer.elsewhere.map((one) => one.bar))),
          ].sort((a, b) => a - b),
        },
      });
      if (found.length === 0 && !again)
        enqueueSnackbar("Every note in these bars has its finger already.");
    } catch (error) {
      if (!stopped(error))
        enqueueSnackbar(error instanceof Error ? error.message : "No fingers could be suggested.", {
          variant: "error",
        });
    } finally {
      end();
    }
  };
  // a finger written over the pencil stays, and the rest is solved around it at once
  const solveAgain = useEffectEvent(() => {
    if (suggested && pencil.size > 0) void suggest(suggested, true);
  });
  const solved = useRef(written);
  useEffect(() => {
    // what was typed while it was thinking comes when it is done
    if (busy || solved.current === written) return;
    solved.current = written;
    solveAgain();
  }, [written, busy]);
  const nothing = {
    pencil: new Map<string, string>(),
    suggested: undefined,
    reasons: [],
    advice: NO_ADVICE,
  };
  const ink = (only?: { from: number; to: number }) => {
    const bars = only && new Map(score.notes.map((note) => [note.id, note.bar]));
    const wanted = [...pencil]
      .filter(([id]) => !only || (bars!.get(id)! >= only.from && bars!.get(id)! <= only.to))
      .map(([id, value]) => ({ id, value }));
    if (wanted.length === 0) return;
    const rest = new Map([...pencil].filter(([id]) => !wanted.some((one) => one.id === id)));
    set({ suggested: undefined });
    void edits
      .notes("finger", wanted, `${wanted.length} suggested fingers`, layer)
      .then((ok) => ok && set(rest.size ? { pencil: rest } : nothing));
  };
  const carried = useMemo(() => {
    if (!chosen) return undefined;
    const inked = new Map([...fingers].map(([id, { finger }]) => [id, finger]));
    return carryFingers(score, form.returns, inked, chosen.from, chosen.to);
  }, [score, form, fingers, chosen]);
  const carry = () => {
    if (!carried) return;
    set({
      pencil: new Map([
        ...pencil,
        ...carried.fingerings.map(({ id, finger }) => [id, finger] as const),
      ]),
      advice: NO_ADVICE,
      reasons: [
        "Carried to " +
          `${carried.to.map(({ from, to }) => barSpan(score.bars, from, to)).join(", ")}, ` +
          "where these bars return.",
        ...carried.misfits.slice(0, 6).map((text) => `Does not fit: ${text}.`),
      ],
    });
  };
  /** What would be the same elsewhere, of the ways that stand in pencil. */
  const along = advice.ways
    .filter((way) => [...way.fingers].every(([id, one]) => !free(id) || pencil.get(id) === one))
    .flatMap((way) => [...way.elsewhere])
    .filter(([id]) => free(id) && !pencil.has(id));
  useCommand("hands.suggest", () => void suggest());
  useCommand("hands.ink", () => ink(), { enabled: pencil.size > 0 });
  useCommand(
    "hands.ink.chosen",
    () => {
      if (chosen) ink(chosen);
    },
    { enabled: pencil.size > 0 },
  );

  if (models.length === 0) return null;
  const span = chosen && barSpan(score.bars, chosen.from, chosen.to);
  const inside = chosen
    ? score.notes.filter(
        (note) => note.bar >= chosen.from && note.bar <= chosen.to && pencil.has(note.id),
      ).length
    : 0;
  return (
    <div className="card pencil-card stack">
      <h2>{pencil.size ? `${pencil.size} fingers in pencil` : "Suggest fingers"}</h2>
      {pencil.size > 0 && (
        <>
          <div className="row">
            <Button variant="contained" onClick={() => ink()}>
              Ink them
            </Button>
            {chosen && inside > 0 && inside < pencil.size && (
              <Button onClick={() => ink(chosen)}>Only {span}</Button>
            )}
            <Button onClick={() => rubOut(nothing)}>Rub out</Button>
          </div>
          {advice.sisters.length > 0 && (
            <p>
              The same in{" "}
              <BarLinks
                bars={advice.sisters}
                score={score}
                word="bar"
                onOpen={(from, to) => set({ chosen: { from, to } })}
              />
              .{" "}
              {along.length > 0 && (
                <Button
                  size="small"
                  onClick={() => set({ pencil: new Map([...pencil, ...along]) })}
                >
                  Pencil them there too
                </Button>
              )}
            </p>
          )}
          <FingerAdviceList piece={piece} score={score} free={free} />
          {reasons.length > 0 && (
            <ul className="reasons">
              {reasons.map((reason) => (
                <li key={reason}>{reason}</li>
              ))}
            </ul>
          )}
          <p className="small soft">
            Type over any note you would finger otherwise; what you wrote stays.
          </p>
        </>
      )}
      {pencil.size === 0 &&
        (chosen ? (
          <p>For bars {span}, around what is written. Same fingers where bars return.</p>
        ) : (
          <p className="soft">Choose bars on the ridge or in the score first.</p>
        ))}
      {carried &&
        carried.fingerings.length > 0 &&
        !carried.fingerings.every(({ id }) => pencil.has(id)) && (
          <Button variant="outlined" onClick={carry}>
            Carry {carried.fingerings.length} fingers to{" "}
            {carried.to
              .map(({ from, to }) => barSpan(score.bars, from, to))
              .slice(0, 3)
              .join(", ")}
          </Button>
        )}
      {share !== undefined && (
        <div className="row" role="status">
          <LinearProgress
            variant="determinate"
            value={share * 100}
            className="grow"
            aria-label="Thinking of fingers"
          />
          <Button size="small" onClick={cancel}>
            Stop
          </Button>
        </div>
      )}
      <div className="row">
        <Button
          variant={pencil.size ? "text" : "contained"}
          disabled={!chosen || busy}
          onClick={() => void suggest()}
        >
          {busy ? "Thinking …" : chosen ? `Suggest for ${span}` : "Suggest"}
        </Button>
        {pencil.size === 0 && (
          <Button onClick={() => set({ chosen: { from: 0, to: score.bars.length - 1 } })}>
            Choose the whole piece
          </Button>
        )}
      </div>
    </div>
  );
}
