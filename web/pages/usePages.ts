import { say } from "@yarrow-ridge/core/words";
import { useQueryClient } from "@tanstack/react-query";
import type { PageAnswer } from "@yarrow-ridge/contract";
import { useMemo, useState } from "react";
import { address } from "../api/client.ts";
import { Refusal } from "../api/refusal.ts";
import { upload } from "../api/upload.ts";
import { useAnswer } from "../answers/queries.ts";
import { useHistory } from "../edits/history.ts";
import { request } from "../outbox/request.ts";
import { picturesOf } from "./pictures.ts";

export type Mark = PageAnswer["marks"][number];
export const pictureOf = (pieceId: string, page: string): string =>
  address("pagePicture", { id: pieceId, page });

/** The pages of a piece, and the edits of them, each of which can be undone. */
export function usePages(pieceId: string | undefined) {
  const client = useQueryClient();
  const perform = useHistory((state) => state.perform);
  const asked = useAnswer("pages", { id: pieceId ?? "" }, undefined, pieceId !== undefined);
  const [progress, setProgress] = useState<string>();
  const [problem, setProblem] = useState<string>();
  const edits = useMemo(() => {
    const id = pieceId ?? "";
    const refresh = () => client.invalidateQueries({ queryKey: ["pages"] });
    const patch = (page: string, body: { marks?: Mark[]; position?: number; removed?: false }) =>
      request("editPage", { id, page }, body);
    const remove = (page: string) => request("removePage", { id, page });
    return {
      mark: (page: PageAnswer, marks: readonly Mark[], label: string) =>
        perform({
          label,
          redo: [patch(page.id, { marks: [...marks] })],
          undo: [patch(page.id, { marks: page.marks })],
        }),
      remove: (page: PageAnswer) =>
        perform({
          label: say`removing page ${page.name}`,
          redo: [remove(page.id)],
          undo: [patch(page.id, { removed: false })],
        }),
      swap: (a: PageAnswer, b: PageAnswer) => {
        const put = (first: number, second: number) => [
          patch(a.id, { position: first }),
          patch(b.id, { position: second }),
        ];
        return perform({
          label: say`the order of pages`,
          redo: put(b.position, a.position),
          undo: put(a.position, b.position),
        });
      },
      add: async (files: readonly File[]) => {
        setProblem(undefined);
        const added: string[] = [];
        try {
          for (const file of files) {
            for await (const { picture, text } of picturesOf(file)) {
              setProgress(text);
              added.push((await upload("addPage", { id }, picture, {}, () => undefined)).id);
              await refresh();
            }
          }
        } catch (error) {
          setProblem(
            error instanceof Refusal || error instanceof Error
              ? error.message
              : say`The page could not be read.`,
          );
        } finally {
          setProgress(undefined);
        }
        if (added.length) {
          useHistory.getState().record({
            label: added.length === 1 ? say`the page` : say`${added.length} pages`,
            undo: added.map(remove),
            redo: added.map((page) => patch(page, { removed: false })),
          });
        }
      },
    };
  }, [client, perform, pieceId]);
  return { pages: asked.data?.items, error: asked.error, progress, problem, ...edits };
}
