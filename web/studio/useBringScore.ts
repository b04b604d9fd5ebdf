import { say } from "@yarrow-ridge/core/words";
import type { Body } from "@yarrow-ridge/contract";
import { useQueryClient } from "@tanstack/react-query";
import { tell } from "../words/tell.ts";
import { useRef, useState } from "react";
import { useNavigate } from "react-router";
import { call } from "../api/client.ts";
import { Refusal } from "../api/refusal.ts";
import { upload } from "../api/upload.ts";
import type { TuneChoice } from "../api/refusal.ts";
import { bringCopy, isCopy, type Brought } from "./bringCopy.ts";
import type { PaperDraft } from "./PaperForm.tsx";
import { useHistory } from "../edits/history.ts";
import { request } from "../outbox/request.ts";

/** Bringing a score: how far it is, what was wrong with it, and how to stop it. */
export function useBringScore() {
  const client = useQueryClient();
  const navigate = useNavigate();
  const record = useHistory((state) => state.record);
  const [progress, setProgress] = useState<{ name: string; share: number }>();
  const [problem, setProblem] = useState<string>();
  /** A file of several tunes that waits for one to be chosen. */
  const [choosing, setChoosing] = useState<{
    file: File;
    instrument: string;
    tunes: readonly TuneChoice[];
  }>();
  /** A copy that was brought, or that waits for an answer. */
  const [copy, setCopy] = useState<{ file: File; report: Brought }>();
  const abort = useRef<AbortController>(undefined);
  const remember = ({ id, title }: { id: string; title: string }) => {
    const archive = (archived: boolean) => request("editPiece", { id }, { archived });
    record({ label: say`bringing ${title}`, redo: [archive(false)], undo: [archive(true)] });
  };
  /** A piece or a studio that somebody saved with everything in it. */
  const bringBack = async (file: File, choice: "ask" | "keep" | "take") => {
    setProblem(undefined);
    setProgress({ name: file.name, share: 0 });
    try {
      const report = await bringCopy(file, choice, (share) =>
        setProgress({ name: file.name, share }),
      );
      setCopy({ file, report });
      if (report.brought) await client.invalidateQueries();
    } catch (error) {
      setProblem(
        `${file.name}: ${error instanceof Error ? error.message : say`it could not be read.`}`,
      );
    } finally {
      setProgress(undefined);
    }
  };
  const bring = async (file: File, instrument: string, tune?: number) => {
    if (isCopy(file)) return bringBack(file, "ask");
    setProblem(undefined);
    setCopy(undefined);
    setChoosing(undefined);
    setProgress({ name: file.name, share: 0 });
    abort.current = new AbortController();
    try {
      const piece = await upload(
        "addPiece",
        {},
        file,
        { instrument, ...(tune === undefined ? {} : { tune: String(tune) }) },
        (share) => setProgress({ name: file.name, share }),
        abort.current.signal,
      );
      remember(piece);
      await client.invalidateQueries();
      tell(say`${piece.title}: ${piece.bars} bars, ${piece.newBars} of them new.`, {
        variant: "success",
      });
      void navigate(`/pieces/${piece.id}`);
    } catch (error) {
      if (error instanceof Refusal && error.choices?.length)
        setChoosing({ file, instrument, tunes: error.choices });
      else
        setProblem(
          `${file.name}: ${error instanceof Error ? error.message : say`it could not be read.`}`,
        );
    } finally {
      setProgress(undefined);
    }
  };
  /** A piece that has no file. */
  const describe = async (draft: PaperDraft) => {
    const piece = await call("addPaperPiece", {
      body: JSON.parse(JSON.stringify(draft)) as Body<"addPaperPiece">,
    });
    remember(piece);
    await client.invalidateQueries();
    void navigate(`/pieces/${piece.id}`);
  };
  return {
    bring,
    bringBack,
    copy,
    tell: describe,
    progress,
    problem,
    choosing,
    cancel: () => setChoosing(undefined),
    stop: () => abort.current?.abort(),
  };
}
