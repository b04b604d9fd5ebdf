import type { QueryClient } from "@tanstack/react-query";
import type { Answer, AnnotationsAnswer, OperationName } from "@yarrow-ridge/contract";
import { tell } from "../words/tell.ts";
import { call } from "../api/client.ts";
import { changesBetween } from "./changes.ts";
import { useOutbox } from "./outbox.ts";
import { pieceOf, type Entry } from "./request.ts";
import { written } from "./shown.ts";

const keyOf = (piece: string) => ["annotations", { id: piece }, null];

/** After these the score itself is read otherwise. */
const READ_AGAIN: readonly OperationName[] = ["putHands"];

/** Of a card only these follow; the score stays. */
const AFTER_A_TRY = [
  ...["ridge", "currentPlan", "forecast", "portfolio", "studio", "dueCards", "log", "lesson"],
];

/** What the screens are told when an entry is stored, or met another's edit. */
export function hooksFor(client: QueryClient) {
  const annotations = (piece: string) => client.getQueryData<AnnotationsAnswer>(keyOf(piece));

  const edited = (entry: Entry, piece: string, { revision }: { revision: number }) => {
    client.setQueryData<AnnotationsAnswer>(
      keyOf(piece),
      (marks) =>
        marks && {
          ...written(marks, entry.request),
          revision: Math.max(marks.revision, revision),
        },
    );
    if (READ_AGAIN.includes(entry.request.operation)) return void client.invalidateQueries();
    // as the server has it: words trimmed, printed marks back
    const waits = useOutbox
      .getState()
      .entries.some((one) => one.id !== entry.id && pieceOf(one.request) === piece);
    if (!waits) void client.invalidateQueries({ queryKey: keyOf(piece) });
    // of a piece on paper the names of its sections tell what returns
    if (entry.request.operation === "putSections")
      for (const key of ["form", "ridge"]) void client.invalidateQueries({ queryKey: [key] });
  };

  const tried = (state: Answer<"card">) => {
    client.setQueryData(["card", { id: state.id }, null], state);
    for (const key of AFTER_A_TRY) void client.invalidateQueries({ queryKey: [key] });
  };

  return {
    revisionOf: (piece: string) => annotations(piece)?.revision,
    stored: (entry: Entry, answer: never) => {
      const piece = pieceOf(entry.request);
      const { operation } = entry.request;
      if (piece !== undefined) edited(entry, piece, answer);
      else if (operation === "addAttempt") tried((answer as Answer<"addAttempt">).card);
      else if (operation === "removeAttempt") tried(answer);
      else if (operation === "editPage" || operation === "removePage")
        void client.invalidateQueries({ queryKey: ["pages"] });
      else if (operation === "removePlan")
        // there is none to go on showing until it is asked for again
        void client
          .resetQueries({ queryKey: ["currentPlan"] })
          .then(() => client.invalidateQueries());
      else {
        if (operation === "moveCard")
          for (const sentence of (answer as Answer<"moveCard">).broken)
            tell(sentence, { variant: "warning" });
        void client.invalidateQueries();
      }
    },
    moved: async (entry: Entry) => {
      const piece = pieceOf(entry.request);
      if (piece === undefined) {
        await client.invalidateQueries();
        return "";
      }
      const before = annotations(piece);
      const now = await call("annotations", { params: { id: piece } });
      client.setQueryData(keyOf(piece), now);
      return before ? changesBetween(before, now) : "";
    },
  };
}
