import { say } from "@yarrow-ridge/core/words";
import type { SurveyAnswer } from "@yarrow-ridge/contract";
import { BarStop } from "../piece/BarStop.tsx";
import { barSpan, beatName, fromNumber, type Bar } from "@yarrow-ridge/core/score";

type Chords = SurveyAnswer["chords"];

/** Signs of music for the letters of a chord or a note. */
const signed = (name: string): string => name.replace(/#/g, "♯").replace(/([A-G])b/g, "$1♭");
const WHAT: Record<string, string> = {
  passing: say`passes`,
  neighbour: say`is a neighbour`,
  suspension: say`is held over`,
  anticipation: say`comes before its time`,
  appoggiatura: say`leans`,
};

/** The harmony of a bar, beat by beat: `bar 7: G (I) on 1, D7 (V7) on 3; A passes on 2`. */
const chordsText = (bar: Bar, chords: Chords): string => {
  const strangers = chords.flatMap((chord) =>
    chord.strangers.filter((one) => one.bar === bar.index),
  );
  const told = strangers.slice(0, 6).map(
    (one) =>
      say`${signed(one.pitch)} ${WHAT[one.what] ?? one.what} on
          ${beatName(bar, fromNumber(one.offset))}`,
  );
  return say`bar ${bar.number}: ${[
    chords
      .map(
        (chord) =>
          say`${signed(chord.name)} (${chord.numeral}) on
            ${beatName(bar, fromNumber(chord.offset))}`,
      )
      .join(", "),
    ...told,
  ].join("; ")}`;
};

/** Bars from one in which a chord begins to the next. */
function cellsOf(count: number, chords: Chords): { from: number; to: number; chords: Chords }[] {
  const starts = [...new Set(chords.map((one) => one.bar))];
  return starts.map((from, i) => ({
    from,
    to: (starts[i + 1] ?? count) - 1,
    chords: chords.filter((one) => one.bar === from),
  }));
}

interface Props {
  readonly survey: SurveyAnswer;
  readonly bars: readonly Bar[];
  readonly onOpen: (from: number, to: number) => void;
}

/**
 * Chords over their degrees, in lines as wide as the page: each cell is as wide as its names, a
 * line after it is a cadence.
 */
export function HarmonyStrip({ survey, bars, onOpen }: Props) {
  if (survey.chords.length === 0) return null;
  const cells = cellsOf(bars.length, survey.chords).map((cell) => {
    const cadences = survey.cadences
      .filter((one) => one.bar >= cell.from && one.bar <= cell.to)
      .map((one) => one.text);
    const text = [chordsText(bars[cell.from]!, cell.chords), ...cadences].join("; ");
    return { ...cell, text, isCadence: cadences.length > 0 };
  });
  const cellAt = (bar: number) => cells.findLast((cell) => cell.from <= bar);
  return (
    <BarStop
      label={say`Harmony, bar by bar`}
      count={bars.length}
      text={(bar) => cellAt(bar)?.text ?? say`bar ${bars[bar]!.number}: no chord`}
      onOpen={(bar) => {
        const cell = cellAt(bar);
        onOpen(cell?.from ?? bar, cell?.to ?? bar);
      }}
    >
      {(held) => (
        <div className="harmony">
          {cells.map(({ from, to, chords, text, isCadence }) => (
            <span
              key={from}
              data-bar={from}
              className={
                `harmony-cell${isCadence ? " cadence" : ""}` +
                (held !== undefined && held >= from && held <= to ? " held" : "")
              }
              title={text}
            >
              <span className="harmony-bar">{barSpan(bars, from, to)}</span>
              {chords.map((chord) => (
                <span key={chord.offset} className="harmony-chord">
                  <b>{signed(chord.name)}</b>
                  <i>{chord.numeral}</i>
                </span>
              ))}
            </span>
          ))}
        </div>
      )}
    </BarStop>
  );
}
