import { say } from "@yarrow-ridge/core/words";
import type { Answer, CardStateAnswer } from "@yarrow-ridge/contract";
import { tell } from "../words/tell.ts";
import { useEffect, useState } from "react";
import { v4 as newId } from "uuid";
import { send } from "../outbox/outbox.ts";
import { request, type Outcome } from "../outbox/request.ts";

/** Where the repair of a slip stands: half tempo, then between, then the old tempo again. */
export type Mend = 0 | 1 | 2;

/** Tempos of a repair: half the step, then half-way between. Common practice, no source. */
export const mendTempo = (step: number, mend: Mend): number =>
  mend === 1 ? Math.round(step / 2) : mend === 2 ? Math.round(step * 0.75) : step;

/** Beats a minute a metronome goes down and up to. */
const [SLOWEST, FASTEST] = [10, 400];

/** A step that is earned on several days, once today has done its part. */
export const hasHadItsDay = ({
  finished,
  daysNeeded,
  missing,
}: Pick<CardStateAnswer, "finished" | "daysNeeded" | "missing">): boolean =>
  !finished && daysNeeded > 1 && missing === 0;

/** The tries of a card: logged one after the other, the newest can be taken back. */
export function useRoom(cardId: string, card: CardStateAnswer | undefined) {
  /** A tempo set by hand; what is tried at it does not count for the step. */
  const [byHand, setByHand] = useState<number>();
  useEffect(() => setByHand(undefined), [cardId]);
  const [mend, setMend] = useState<Mend>(0);
  const [slipped, setSlipped] = useState(false);
  const [news, setNews] = useState("");
  const [mine, setMine] = useState<string[]>([]);
  const refused = (outcome: Outcome) => {
    if (outcome.kind === "refused") tell(outcome.error.message, { variant: "error" });
  };
  const log = async (
    result: "clean" | "slip",
    bar: number | undefined,
    tempo: number | undefined,
    slips: number | undefined,
  ) => {
    const id = newId();
    const at = new Date().toISOString();
    const body = {
      id,
      at,
      cardId,
      result,
      ...(bar === undefined ? {} : { bar }),
      ...(tempo === undefined ? {} : { tempo }),
      ...(slips === undefined ? {} : { slips }),
    };
    setNews("");
    setMine((before) => [...before, id]);
    if (byHand === undefined && tempo !== undefined)
      setMend((now) => (result === "slip" ? 1 : now === 1 ? 2 : 0));
    setSlipped(result === "slip" && tempo === undefined);
    const outcome = await send(request("addAttempt", {}, body), say`a try`);
    refused(outcome);
    if (outcome.kind === "refused") setMine((before) => before.filter((one) => one !== id));
    if (outcome.kind !== "stored") return;
    const { promoted, card: after } = outcome.answer as unknown as Answer<"addAttempt">;
    if (!promoted && hasHadItsDay(after))
      setNews(
        say`Good for today: on ${after.days} of ${after.daysNeeded} days. Again another day.`,
      );
    if (promoted)
      setNews(
        after.finished
          ? say`Step earned. This card is at its goal, ${after.step}.`
          : say`Step earned. Now ${after.step}.`,
      );
  };
  const attempt = (result: "clean" | "slip", bar?: number, slips?: number) => {
    if (!card) return;
    const tempo = byHand ?? (mend === 0 ? undefined : mendTempo(card.step, mend));
    void log(result, bar, tempo, slips);
  };
  const takeBack = () => {
    const last = mine.at(-1) ?? card?.tries.at(-1)?.id;
    if (!last) return;
    setMine((before) => before.slice(0, -1));
    setSlipped(false);
    setMend(0);
    setNews(say`The last try was taken back.`);
    void send(request("removeAttempt", { id: last }), say`a try taken back`).then(refused);
  };
  /** Slower or faster by hand; back at the step the tries count again. */
  const turn = (by: number) => {
    if (!card) return;
    const next = Math.max(SLOWEST, Math.min(FASTEST, (byHand ?? card.step) + by));
    setMend(0);
    setByHand(next === card.step ? undefined : next);
  };
  return {
    byHand,
    turn,
    countAgain: () => setByHand(undefined),
    mend,
    setMend: (next: Mend) => {
      setByHand(undefined);
      setMend(next);
    },
    slipped,
    news,
    attempt,
    takeBack,
    canTakeBack: mine.length > 0 || (card?.tries.length ?? 0) > 0,
  };
}
