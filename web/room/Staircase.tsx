import { say } from "@yarrow-ridge/core/words";
/** The tempo steps as a stair: earned below, the present one large, the goal in gold at the top. */
export function Staircase({
  steps,
  step,
  secure,
  goal,
  sounding,
  finished,
  most,
}: {
  steps: readonly number[];
  step: number;
  secure: number;
  goal: number;
  sounding: number;
  finished: boolean;
  /** So many steps have room. */
  most: number;
}) {
  const shown = around(steps, step, most);
  const all = shown.at(-1) === goal ? shown : [...shown, goal];
  return (
    <ol className="stair" aria-label={say`Tempo ${step}, goal ${goal}`}>
      {[...all].reverse().map((tempo) => (
        <li
          key={tempo}
          data-gap={tempo === goal && steps.at(-1) !== goal ? "yes" : undefined}
          className={
            (tempo === step && !finished ? "now" : tempo <= secure ? "earned" : "") +
            (tempo === goal ? " goal" : "")
          }
          aria-current={tempo === step ? "step" : undefined}
        >
          <span>{tempo}</span>
          <i />
          {tempo === step && sounding !== step && <em>{say`mending ${sounding}`}</em>}
        </li>
      ))}
    </ol>
  );
}

function around(steps: readonly number[], step: number, most: number): readonly number[] {
  const at = steps.indexOf(step);
  const from = Math.max(0, Math.min(at - Math.floor(most / 2) + 1, steps.length - most));
  return steps.slice(from, from + most);
}
