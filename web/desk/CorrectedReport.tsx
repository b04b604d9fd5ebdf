import { say } from "@yarrow-ridge/core/words";
import type { Answer } from "@yarrow-ridge/contract";

export function Told({ report }: { report: Answer<"correctPiece"> }) {
  const { kept, moved, orphaned, removedBars, addedBars } = report;
  return (
    <>
      <p>
        {kept} {kept === 1 ? say`mark stays` : say`marks stay`}.{" "}
        {addedBars.length > 0 &&
          say`${addedBars.length} new ${addedBars.length === 1 ? say`bar` : say`bars`}. `}
        {removedBars.length > 0 &&
          say`Gone: ${removedBars.length === 1 ? say`bar` : say`bars`} ${removedBars.join(", ")}.`}
      </p>
      {moved.length > 0 && (
        <>
          <h3>{say`Moved`}</h3>
          <ul className="reasons">
            {moved.map((text) => (
              <li key={text}>{text}</li>
            ))}
          </ul>
        </>
      )}
      {orphaned.length > 0 && (
        <>
          <h3>{say`Lost their place`}</h3>
          <ul className="reasons">
            {orphaned.map((text) => (
              <li key={text}>{text}</li>
            ))}
          </ul>
          <p className="small soft">{say`Fingers are kept and come back when their note does.`}</p>
        </>
      )}
    </>
  );
}
