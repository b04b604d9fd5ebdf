import { say } from "@yarrow-ridge/core/words";
import {
  keysWithoutFlips,
  tunedTo,
  tuningOf,
  type Harp,
} from "@yarrow-ridge/core/instruments/harp";
import type { Answer, Piece } from "@yarrow-ridge/contract";
import { Button } from "@mui/material";
import { useState } from "react";
import { inquire } from "../../outbox/inquire.ts";
import { editFields } from "../../edits/fields.ts";
import { tell } from "../../words/tell.ts";

type Tried = Answer<"leverTunings">["tunings"][number];

/** A tuning as it is written: `E♭`. */
const named = (tuning: string): string => tuning.replace("b", "♭");

/** Keys that need no flip as the strings are tuned, and what another tuning would save. */
export function LeverTunings({
  piece,
  harp,
  tempo,
}: {
  piece: Piece;
  harp: Harp;
  /** Quarters a minute. */
  tempo: number;
}) {
  const [tried, setTried] = useState<readonly Tried[]>();
  const [isBusy, setBusy] = useState(false);
  const now = tuningOf(harp);
  const ask = async () => {
    setBusy(true);
    try {
      const { tunings } = await inquire("leverTunings", {
        params: { id: piece.id },
        body: { tempo },
      });
      setTried(tunings);
    } catch (error) {
      tell(error instanceof Error ? error.message : say`The tunings could not be tried.`, {
        variant: "warning",
      });
    } finally {
      setBusy(false);
    }
  };
  const tune = (tuning: string) =>
    editFields(
      "editPiece",
      piece.id,
      { setup: piece.setup },
      { setup: { ...piece.setup, tuning } },
      say`strings tuned to ${named(tuning)} major`,
    );
  return (
    <>
      <p className="small">
        {say`Tuned to ${named(now)} major no lever is flipped in
          ${keysWithoutFlips(harp).join(", ")} major.`}
      </p>
      {!tried && (
        <Button variant="outlined" disabled={isBusy} onClick={() => void ask()}>
          {isBusy ? say`Trying the tunings …` : say`Which tuning saves most?`}
        </Button>
      )}
      {tried?.map(({ tuning, flips, missing }) => (
        <div key={tuning} className="lever-tuning small">
          <span>
            {say`${named(tuning)} major: ${flips === 1 ? say`1 flip` : say`${flips} flips`}`}
            {missing > 0 && say`, ${missing === 1 ? say`1 note` : say`${missing} notes`} missing`}
          </span>
          {tuning === now ? (
            <span className="soft">{say`as it is`}</span>
          ) : (
            <Button
              size="small"
              title={keysWithoutFlips({ ...harp, tuning: tunedTo(tuning) }).join(", ")}
              onClick={() => void tune(tuning)}
            >
              {say`Tune so`}
            </Button>
          )}
        </div>
      ))}
    </>
  );
}
