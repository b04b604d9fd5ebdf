import { capital, say } from "@yarrow-ridge/core/words";
import type { Answer } from "@yarrow-ridge/contract";
import { useAnswer } from "../answers/queries.ts";
import { type Spoken } from "../words/spoken.ts";
import { dayAndMonth } from "../settings/spokenDates.ts";
import { useSpoken } from "../words/useSpoken.ts";

type Forecast = Answer<"forecast">;

/** Such as “likely ready between 8 and 19 December”; nothing where nothing is to be forecast. */
export function likelyText({ p10, p50, p90, chance }: Forecast, spoken: Spoken): string {
  if (chance === null) return "";
  if (p50 === null) return say`not ready within four months of the day, at this pace`;
  const [first, last] = [p10 ?? p50, p90];
  if (last === null) return say`likely ready from ${dayAndMonth(first, spoken)} on, or much later`;
  return first === last
    ? say`likely ready on ${dayAndMonth(first, spoken)}`
    : say`likely ready between ${dayAndMonth(first, spoken)} and ${dayAndMonth(last, spoken)}`;
}

/** When the piece will be ready, how sure that is, and what would make it surer. */
export function Likely({ planId, readyBy }: { planId: string; readyBy: string }) {
  const spoken = useSpoken();
  const { data, isError } = useAnswer("forecast", { id: planId });
  if (isError)
    return <p className="soft small">{say`When it will be ready could not be worked out.`}</p>;
  if (!data) return <p className="soft small">{say`Working out when it will be ready …`}</p>;
  const { p50, chance, minutesFor80 } = data;
  if (chance === null) return null;
  const text = likelyText(data, spoken);
  return (
    <div className="likely">
      <p>
        <b>{capital(text)}</b>
        {p50 !== null && say`, in the middle ${dayAndMonth(p50, spoken)}`}.
      </p>
      <p>
        {say`By ${dayAndMonth(readyBy, spoken)}: ${Math.round(chance * 100)} in 100.`}
        {chance < 0.8 &&
          (minutesFor80 === null
            ? say` An hour more a day would not make it four in five.`
            : say` ${minutesFor80} min more a day make it four in five.`)}
      </p>
      <p className="soft small">{say`As a hundred students like this one play the plan through:
        eight in ten are ready between these days. It gets surer with every day in the log.`}</p>
    </div>
  );
}
