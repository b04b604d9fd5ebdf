import { useMutation, useQueryClient } from "@tanstack/react-query";
import type { CardStateAnswer } from "@yarrow-ridge/contract";
import { enqueueSnackbar } from "notistack";
import { useState } from "react";
import { call } from "../api/client.ts";

/** Where the repair of a slip stands: half tempo, then between, then the old tempo again. */
export type Mend = 0 | 1 | 2;

/** Tempos of a repair: half the step, then half-way between. Common practice, no source. */
export const mendTempo = (step: number, mend: Mend): number =>
  mend === 1 ? Math.round(step / 2) : mend === 2 ? Math.round(step * 0.75) : step;

/** The tries of a card: logged one after the other, the newest can be taken back. */
export function useRoom(cardId: string, card: CardStateAnswer | undefined) {
  const client = useQueryClient();
  const [mend, setMend] = useState<Mend>(0);
  const [slipped, setSlipped] = useState(false);
  const [news, setNews] = useState("");
  const [mine, setMine] = useState<string[]>([]);
  const keep = (state: CardStateAnswer) => {
    client.setQueryData(["card", { id: cardId }, null], state);
    for (const stale of ["ridge", "currentPlan", "studio", "dueCards", "log"])
      void client.invalidateQueries({ queryKey: [stale] });
  };
  const tell = (error: unknown) =>
    enqueueSnackbar(error instanceof Error ? error.message : "The try was not logged.", {
      variant: "error",
    });
  const log = useMutation({
    scope: { id: "tries" },
    mutationFn: ({
      result,
      bar,
      tempo,
    }: {
      result: "clean" | "slip";
      bar?: number;
      tempo?: number;
    }) =>
      call("addAttempt", {
        body: {
          cardId,
          result,
          ...(bar === undefined ? {} : { bar }),
          ...(tempo === undefined ? {} : { tempo }),
        },
      }),
    onSuccess: (answer, { result, tempo }) => {
      keep(answer.card);
      setMine((before) => [...before, answer.id]);
      if (answer.promoted)
        setNews(
          answer.card.finished
            ? `Step earned. This card is at its goal, ${answer.card.step}.`
            : `Step earned. Now ${answer.card.step}.`,
        );
      else setNews("");
      if (tempo !== undefined && result === "clean") setMend((now) => (now === 1 ? 2 : 0));
      else if (tempo !== undefined) setMend(1);
      setSlipped(result === "slip" && tempo === undefined);
    },
    onError: tell,
  });
  const back = useMutation({
    scope: { id: "tries" },
    mutationFn: (id: string) => call("removeAttempt", { params: { id } }),
    onSuccess: (state) => {
      keep(state);
      setMine((before) => before.slice(0, -1));
      setNews("The last try was taken back.");
      setSlipped(false);
      setMend(0);
    },
    onError: tell,
  });
  const attempt = (result: "clean" | "slip", bar?: number) => {
    if (!card) return;
    log.mutate({
      result,
      ...(bar === undefined ? {} : { bar }),
      ...(mend === 0 ? {} : { tempo: mendTempo(card.step, mend) }),
    });
  };
  const takeBack = () => {
    const last = mine.at(-1) ?? card?.tries.at(-1)?.id;
    if (last) back.mutate(last);
  };
  return {
    mend,
    setMend,
    slipped,
    news,
    attempt,
    takeBack,
    canTakeBack: mine.length > 0 || (card?.tries.length ?? 0) > 0,
  };
}
