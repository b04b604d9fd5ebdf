import { say } from "@yarrow-ridge/core/words";
import DownloadIcon from "@mui/icons-material/FileDownloadOutlined";
import { Alert, Button, LinearProgress } from "@mui/material";
import { useQueryClient } from "@tanstack/react-query";
import dayjs from "dayjs";
import { useRef, useState } from "react";
import { useAnswer } from "../answers/queries.ts";
import { Title } from "../shell/Title.tsx";
import { bringCopy, type Brought } from "./bringCopy.ts";
import { CopyBrought } from "./CopyBrought.tsx";
import "./studio.css";

/** Copies of the whole studio: one is saved by a click, and brought back by another. */
export function CopiesScreen() {
  const client = useQueryClient();
  const copies = useAnswer("copies").data;
  const input = useRef<HTMLInputElement>(null);
  const [file, setFile] = useState<File>();
  const [share, setShare] = useState<number>();
  const [brought, setBrought] = useState<Brought>();
  const [problem, setProblem] = useState<string>();
  const bring = async (from: File, choice: "ask" | "keep" | "take") => {
    setFile(from);
    setProblem(undefined);
    setShare(0);
    try {
      const report = await bringCopy(from, choice, setShare);
      setBrought(report);
      if (report.brought) await client.invalidateQueries();
    } catch (error) {
      setProblem(error instanceof Error ? error.message : say`The copy could not be brought.`);
    } finally {
      setShare(undefined);
    }
  };
  return (
    <div className="archive stack">
      <Title name={say`Copies`} />
      <section className="card stack" aria-label={say`Save a copy`}>
        <h2>{say`Save a copy`}</h2>
        <p>{say`One file with everything: students, scores, fingers, marks, pages, plans and the
          log. Keep it somewhere else than this machine: a stick, another computer.`}</p>
        <div className="row">
          <Button
            variant="contained"
            startIcon={<DownloadIcon />}
            component="a"
            href="/api/studio/copy"
            download
          >{say`Save a copy of the studio`}</Button>
        </div>
      </section>
      <section className="card stack" aria-label={say`Bring a copy back`}>
        <h2>{say`Bring a copy back`}</h2>
        <p>{say`Into an empty studio or a full one. What is here already is recognised; nothing is
          gone over before you say so.`}</p>
        {share !== undefined && <LinearProgress aria-label={say`Bringing the copy`} />}
        {problem && (
          <Alert severity="error" role="alert">
            {problem}
          </Alert>
        )}
        {brought && file && (
          <CopyBrought brought={brought} onChoose={(choice) => void bring(file, choice)} />
        )}
        <div className="row">
          <input
            ref={input}
            type="file"
            accept=".zip"
            className="sr-only"
            tabIndex={-1}
            aria-label={say`Copy file`}
            data-testid="copy-file"
            onChange={(event) => {
              const chosen = event.target.files?.[0];
              event.target.value = "";
              if (chosen) void bring(chosen, "ask");
            }}
          />
          <Button
            variant="outlined"
            disabled={share !== undefined}
            onClick={() => input.current?.click()}
          >{say`Choose the copy`}</Button>
        </div>
      </section>
      <section className="card stack" aria-label={say`Copies made each day`}>
        <h2>{say`Each day by itself`}</h2>
        {copies?.folder ? (
          <>
            <p>
              {copies.last
                ? say`The last one is of ${dayjs(copies.last).format("dddd, D MMMM YYYY")}; it was
                  brought back for a check.`
                : say`The first is made while the program runs, in a minute or so.`}
            </p>
            <p className="small soft">{say`${copies.dates.length} of the last 14 days, in
              ${copies.folder}`}</p>
          </>
        ) : (
          <p className="soft">{say`Not here: the made-up studio is made anew at will, and a database
            server is copied by whoever keeps it. A copy can be saved above at any time.`}</p>
        )}
      </section>
    </div>
  );
}
