import type { Answer } from "@yarrow-ridge/contract";

export function Told({ report }: { report: Answer<"correctPiece"> }) {
  const { kept, moved, orphaned, removedBars, addedBars } = report;
  return (
    <>
      <p>
        {kept} {kept === 1 ? "mark stays" : "marks stay"}.{" "}
        {addedBars.length > 0 &&
          `${addedBars.length} new ${addedBars.length === 1 ? "bar" : "bars"}. `}
        {removedBars.length > 0 &&
          `Gone: ${removedBars.length === 1 ? "bar" : "bars"} ${removedBars.join(", ")}.`}
      </p>
      {moved.length > 0 && (
        <>
          <h3>Moved</h3>
          <ul className="reasons">
            {moved.map((text) => (
              <li key={text}>{text}</li>
            ))}
          </ul>
        </>
      )}
      {orphaned.length > 0 && (
        <>
          <h3>Lost their place</h3>
          <ul className="reasons">
            {orphaned.map((text) => (
              <li key={text}>{text}</li>
            ))}
          </ul>
          <p className="small soft">Fingers are kept and come back when their note does.</p>
        </>
      )}
    </>
  );
}
