import { say } from "@yarrow-ridge/core/words";
import type { CardStateAnswer } from "@yarrow-ridge/contract";
import { isRunThrough } from "@yarrow-ridge/core/practice";
import { hasHadItsDay } from "./useRoom.ts";

/**
 * The tries on this step in order, and the places still to fill. In the strict school a slip
 * empties the row.
 */
export function Tries({ card }: { card: CardStateAnswer }) {
  const strict = card.rule === "ten-in-a-row";
  const results = card.tries.map((one) => one.result);
  const row = strict ? results.slice(results.lastIndexOf("slip") + 1) : results.slice(-14);
  const clean = row.filter((one) => one === "clean").length;
  const slips = results.filter((one) => one === "slip").length;
  const onDays = card.daysNeeded > 1 ? say`; good on ${card.days} of ${card.daysNeeded} days` : "";
  const text = card.finished
    ? say`at the goal; play it once more if you like`
    : hasHadItsDay(card)
      ? say`enough for today${onDays}`
      : isRunThrough(card.kind)
        ? say`one good run-through${onDays}`
        : strict
          ? say`${clean} clean in a row, ${card.missing} to go`
          : say`${results.filter((one) => one === "clean").length} clean, ${slips}
            ${slips === 1 ? "slip" : say`slips`}; ${card.missing} clean to go${onDays}`;
  return (
    <div className="tries" role="img" aria-label={text}>
      {row.map((result, i) => (
        <span key={i} className={`try ${result}`}>
          {result === "clean" ? "" : "✕"}
        </span>
      ))}
      {!card.finished &&
        Array.from({ length: Math.min(card.missing, 14) }, (_, i) => (
          <span key={`m${i}`} className="try" />
        ))}
      <span className="tries-text">{text}</span>
    </div>
  );
}
