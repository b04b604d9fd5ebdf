import { say } from "@yarrow-ridge/core/words";
import type { SurveyAnswer } from "@yarrow-ridge/contract";
import { barSpan, type Bar } from "@yarrow-ridge/core/score";
import { BarStop } from "../piece/BarStop.tsx";
import { HarmonyStrip } from "./HarmonyStrip.tsx";

const LETTERS: Record<string, string> = {
  tune: "T",
  chords: "C",
  "broken chords": "B",
  "running notes": "R",
  rests: "",
};
const TONES: Record<string, string> = {
  tune: "var(--ridge)",
  chords: "var(--heather)",
  "broken chords": "var(--moss)",
  "running notes": "var(--rust)",
};
const ROW = 20;
/**
 * What each hand does bar by bar and how dense it is, on the bar axis; below it the harmony with
 * its degrees and cadences.
 */
export function HandsChart({
  survey,
  bars,
  hands,
  onOpen,
}: {
  survey: SurveyAnswer;
  bars: readonly Bar[];
  hands: readonly string[];
  onOpen: (from: number, to: number) => void;
}) {
  const count = bars.length;
  const most = Math.max(1, ...survey.density);
  const letters = count <= 120;
  const told = (h: number, bar: number) =>
    (survey.roles[h]!.roles[bar] ?? say`rests`) +
    (survey.roles[h]!.odd.includes(bar) ? say`, unlike the bars around it` : "");
  const text = (bar: number) =>
    say`bar ${barSpan(bars, bar, bar)}:
      ${survey.roles.map((_, h) => `${hands[h]} ${told(h, bar)}`).join("; ")};
      ${survey.density[bar]!} notes a second`;
  return (
    <div className="hands-chart">
      <BarStop
        label={say`What each hand does in each bar`}
        count={count}
        text={text}
        onOpen={(bar) => onOpen(bar, bar)}
      >
        {(held) => (
          <>
            {survey.roles.map(({ hand, roles, odd }, h) => (
              <div key={hand} className="hands-row">
                <span className="small">{hands[h]}</span>
                <div
                  className="hands-axis"
                  style={{ gridTemplateColumns: `repeat(${count}, 1fr)` }}
                >
                  {roles.map((role, bar) => (
                    <span
                      key={bar}
                      data-bar={bar}
                      title={say`bar ${barSpan(bars, bar, bar)}: ${told(h, bar)}`}
                      className={
                        `hands-cell${odd.includes(bar) ? " odd" : ""}` +
                        (bar === held ? " held" : "")
                      }
                      style={{
                        height: ROW,
                        background: TONES[role]
                          ? `color-mix(in srgb, ${TONES[role]} 22%, var(--card))`
                          : "none",
                      }}
                    >
                      {letters ? LETTERS[role] : ""}
                    </span>
                  ))}
                </div>
              </div>
            ))}
            <div className="hands-row">
              <span className="small">{say`notes a second`}</span>
              <div
                className="hands-axis dense"
                style={{ gridTemplateColumns: `repeat(${count}, 1fr)` }}
                title={say`Notes a second, at most ${most}`}
              >
                {survey.density.map((value, bar) => (
                  <span
                    key={bar}
                    data-bar={bar}
                    title={say`bar ${barSpan(bars, bar, bar)}: ${value}`}
                    style={{ height: `${(value / most) * 100}%` }}
                  />
                ))}
              </div>
            </div>
          </>
        )}
      </BarStop>
      <div className="hands-row from-top">
        <span className="small">{say`harmony`}</span>
        <HarmonyStrip survey={survey} bars={bars} onOpen={onOpen} />
      </div>
      <p className="small soft">{say`T tune · C chords · B broken chords · R running notes · framed:
        unlike the bars around it · a line after a chord: a cadence`}</p>
    </div>
  );
}
