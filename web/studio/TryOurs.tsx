import { say } from "@yarrow-ridge/core/words";
import { Button } from "@mui/material";
import { USUAL_INSTRUMENT } from "@yarrow-ridge/core/instruments";
import lanterns from "../../demo/pieces/lanterns-on-the-ettle.musicxml?url";
import wheel from "../../demo/pieces/the-ferrymans-wheel.musicxml?url";
import { useBringScore } from "./useBringScore.ts";

const OURS = [
  [lanterns, "Lanterns on the Ettle", say`24 bars in three`],
  [wheel, "The Ferryman’s Wheel", say`79 bars, faster`],
] as const;

/** No file at hand: a piece of ours to try everything with. It can be erased again. */
export function TryOurs() {
  const { bring, progress, problem } = useBringScore();
  const take = async (url: string, title: string) => {
    const file = await (await fetch(url)).blob();
    await bring(new File([file], `${title}.musicxml`), USUAL_INSTRUMENT);
  };
  return (
    <div className="stack try-ours">
      <p className="soft">{say`No file at hand? Try it with a piece made for that:`}</p>
      <div className="row" style={{ justifyContent: "center" }}>
        {OURS.map(([url, title, about]) => (
          <Button
            key={title}
            variant="outlined"
            disabled={progress !== undefined}
            onClick={() => void take(url, title)}
          >
            {title}, {about}
          </Button>
        ))}
      </div>
      {problem && <p role="alert">{problem}</p>}
    </div>
  );
}
