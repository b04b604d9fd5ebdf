import { say } from "@yarrow-ridge/core/words";
import { Button } from "@mui/material";
import { tell } from "../words/tell.ts";
import { useState } from "react";
import { useAnswer } from "../answers/queries.ts";
import { settled } from "../outbox/outbox.ts";
import { useQueryClient } from "@tanstack/react-query";
import type { AnnotationsAnswer } from "@yarrow-ridge/contract";

interface Doubt {
  readonly text: string;
}

/** More than these are read by nobody at once. */
const SHOWN = 40;

/** Looks through what is written when asked, and lists what to doubt, each leading to its place. */
export function CheckCard<D extends Doubt>({
  pieceId,
  about,
  nothing,
  ask,
  onShow,
}: {
  pieceId: string;
  about: string;
  nothing: (count: number) => string;
  ask: () => Promise<{ doubts: D[]; count: number }>;
  onShow: (doubt: D) => void;
}) {
  const [found, setFound] = useState<{
    doubts: D[];
    count: number;
    revision: number | undefined;
  }>();
  const client = useQueryClient();
  const key = ["annotations", { id: pieceId }, null];
  const revision = useAnswer("annotations", { id: pieceId }).data?.revision;
  const check = async () => {
    try {
      await settled();
      const looked = client.getQueryData<AnnotationsAnswer>(key)?.revision;
      setFound({ ...(await ask()), revision: looked });
    } catch (error) {
      tell(error instanceof Error ? error.message : say`It could not be checked.`, {
        variant: "error",
      });
    }
  };
  return (
    <div className="card stack">
      <div className="row spread">
        <h2>{say`What is written`}</h2>
        <Button size="small" variant="outlined" onClick={() => void check()}>
          {found ? say`Check again` : say`Check`}
        </Button>
      </div>
      {!found && <p className="small soft">{about}</p>}
      {found && found.revision !== revision && (
        <p className="small soft">{say`Edited since: check again.`}</p>
      )}
      {found && found.doubts.length === 0 && <p>{nothing(found.count)}</p>}
      {found && found.doubts.length > 0 && (
        <ul className="reasons">
          {found.doubts.slice(0, SHOWN).map((doubt, i) => (
            <li key={i}>
              <button type="button" className="bar-link" onClick={() => onShow(doubt)}>
                {doubt.text}
              </button>
            </li>
          ))}
          {found.doubts.length > SHOWN && (
            <li className="soft">{say`and ${found.doubts.length - SHOWN} more`}</li>
          )}
        </ul>
      )}
    </div>
  );
}
