import { say, small } from "@yarrow-ridge/core/words";
import type { FormAnswer, SurveyAnswer } from "@yarrow-ridge/contract";
import { handName, type Instrument } from "@yarrow-ridge/core/instruments";
import { parseFraction, type Score } from "@yarrow-ridge/core/score";
import type { ReactNode } from "react";
import { lengthText } from "../words/spoken.ts";
import { useSpoken } from "../words/useSpoken.ts";
import { BarLinks } from "../piece/BarLinks.tsx";

const signed = (pitch: string): string => pitch.replace(/#/g, "♯").replace(/\b([A-G])b/g, "$1♭");

/** The facts of the survey, one a line; lines without anything to say are left out. */
export function Facts({
  survey,
  score,
  form,
  kind,
  onOpen,
}: {
  survey: SurveyAnswer;
  score: Score;
  form: FormAnswer;
  kind: Instrument;
  onOpen: (from: number, to: number) => void;
}) {
  const spoken = useSpoken();
  const at = (bars: readonly number[]) => (
    <BarLinks bars={bars} score={score} onOpen={onOpen} word="bar" />
  );
  const spots = (list: readonly { bar: number; text: string }[]): ReactNode =>
    list.slice(0, 8).map((one, i) => (
      <span key={`${one.bar} ${one.text}`}>
        {i > 0 && "; "}
        {one.text} ({at([one.bar])})
      </span>
    ));
  const signatures = survey.keys.filter((key) => key.from === "signature");
  const heard = survey.keys.filter((key) => key.from === "ear");
  const first = heard[0] ?? signatures[0];
  const lines: [string, ReactNode][] = [
    [
      say`Key`,
      signatures.length > 0 && (
        <>
          {signatures.map((key, i) => (
            <span key={key.bar}>
              {i > 0 && " → "}
              {signed(key.tonic)} {key.mode}
              {signatures.length > 1 && <> ({at([key.bar])})</>}
            </span>
          ))}
          {say` signed`}
        </>
      ),
    ],
    [
      say`The ear hears`,
      heard.length > 0 &&
        heard.map((key, i) => (
          <span key={key.bar}>
            {i > 0 && " → "}
            {signed(key.tonic)} {key.mode} ({at([key.bar])})
            {key.pivot && (
              <>
                {say`, turning on ${signed(key.pivot.text)} (`}
                {at([key.pivot.bar])})
              </>
            )}
          </span>
        )),
    ],
    [
      say`Scale to play first`,
      first &&
        `${signed(first.tonic)} ${first.mode === "minor" ? say`harmonic minor` : say`major`}`,
    ],
    [
      say`Metre`,
      <>
        {survey.meters.map((one, i) => (
          <span key={one.bar}>
            {i > 0 && ", "}
            {one.beats}/{one.beatType}
            {i > 0 && <> ({at([one.bar])})</>}
          </span>
        ))}
        {survey.feltMetre &&
          say`; written ${survey.feltMetre.written}, felt ${survey.feltMetre.felt}`}
      </>,
    ],
    [say`Odd bars`, survey.oddBars.length > 0 && spots(survey.oddBars)],
    [
      say`Loudest`,
      survey.loudest && (
        <>
          <i className="serif">{survey.loudest.mark}</i>
          {say` in `}
          {at(survey.loudest.bars)}
          {survey.peakIsHighest === false && say`: not where the notes are highest`}
        </>
      ),
    ],
    [
      say`Softest`,
      survey.softest && (
        <>
          <i className="serif">{survey.softest.mark}</i>
          {say` in `}
          {at(survey.softest.bars)}
        </>
      ),
    ],
    ...survey.range.map(({ hand, lowest, highest }): [string, ReactNode] => [
      handName(kind, hand),
      <>
        {signed(lowest.pitch)} ({at(lowest.bars.slice(0, 3))}
        {say`) to ${signed(highest.pitch)} (`}
        {at(highest.bars.slice(0, 3))})
      </>,
    ]),
    [
      say`Accidentals`,
      survey.accidentals.length > 0 && (
        <>
          {say`densest in `}
          {at(survey.accidentals.slice(0, 4).map((one) => one.bar))}
          {say`; ${survey.accidentals.length} bars have some`}
        </>
      ),
    ],
    [
      say`Leaps`,
      survey.leaps.length > 0 &&
        survey.leaps.slice(0, 5).map((one, i) => (
          <span key={i}>
            {i > 0 && "; "}
            {handName(kind, one.hand)} {lengthText(one.centimetres * 10, spoken, "cm")} (
            {at([one.bar])})
          </span>
        )),
    ],
    [
      say`Stretches`,
      survey.stretches.length > 0 &&
        survey.stretches.slice(0, 5).map((one, i) => (
          <span key={i}>
            {i > 0 && "; "}
            {handName(kind, one.hand)} {one.notes.split("–").map(signed).join("–")},{" "}
            {lengthText(one.millimetres, spoken)} ({at([one.bar])})
          </span>
        )),
    ],
    [
      say`Two against three`,
      survey.polyrhythms.length > 0 &&
        [...new Set(survey.polyrhythms.map((one) => one.ratio))].map((ratio, i) => (
          <span key={ratio}>
            {i > 0 && "; "}
            {say`${ratio.replace(":", " : ")} in `}
            {at(survey.polyrhythms.filter((one) => one.ratio === ratio).map((one) => one.bar))}
          </span>
        )),
    ],
    [
      say`Hands`,
      survey.betweenHands.length > 0 &&
        (["crossing", "sharing", "interlocking"] as const)
          .filter((what) => survey.betweenHands.some((one) => one.kind === what))
          .map((what, i) => (
            <span key={what}>
              {i > 0 && "; "}
              {say`${what} in `}
              {at(survey.betweenHands.filter((one) => one.kind === what).map((one) => one.bar))}
            </span>
          )),
    ],
    [say`Repeated notes`, survey.repeatedNotes.length > 0 && spots(survey.repeatedNotes)],
    [
      say`Clef changes`,
      survey.clefChanges.length > 0 && at(survey.clefChanges.map((one) => one.bar)),
    ],
    [
      say`Sequences`,
      form.sequences.length > 0 &&
        form.sequences.map((one, i) => (
          <span key={i}>
            {i > 0 && "; "}
            {say`${handName(kind, one.hand)} ${one.statements} times
              ${Math.abs(one.steps) === 1 ? say`a step` : say`${Math.abs(one.steps)} steps`}
                ${one.steps > 0 ? say`up` : say`down`} (`}
            {at(
              range(
                one.from.bar,
                parseFraction(one.to.exact)!.num === 0 ? one.to.bar - 1 : one.to.bar,
              ),
            )}
            )
          </span>
        )),
    ],
    [
      say`Imitation`,
      form.imitations.length > 0 &&
        form.imitations.slice(0, 6).map((one, i) => (
          <span key={i}>
            {i > 0 && "; "}
            {say`${handName(kind, one.follower)} ${one.canon ? say`in canon` : say`follows`} after
              ${one.distance} crotchets (`}
            {at([one.entry.bar])})
          </span>
        )),
    ],
    [
      say`Ground`,
      form.grounds.length > 0 &&
        form.grounds.map((one, i) => (
          <span key={i}>
            {i > 0 && "; "}
            {say`${one.statements} statements of ${one.length}
              ${one.length === 1 ? say`bar` : say`bars`},
                ${one.mode === "both" ? say`major and minor` : one.mode === "minor" ? say`minor` : say`major`} (`}
            {at(range(one.from, one.to))})
          </span>
        )),
    ],
    [say`Harmony`, survey.chords.length > 0 && harmonyText(survey, score, at)],
    [
      say`Cadences`,
      survey.cadences.length > 0 &&
        survey.cadences.slice(0, 10).map((one, i) => (
          <span key={i}>
            {i > 0 && "; "}
            {signed(one.text)} ({at([one.bar])})
          </span>
        )),
    ],
    [
      say`Longest run`,
      survey.longestRun && (
        <>
          {say`${survey.longestRun.notes} notes, ${handName(kind, survey.longestRun.hand)} (`}
          {at(range(survey.longestRun.from, survey.longestRun.to))})
        </>
      ),
    ],
    [say`Not on the ${small(kind.name)}`, survey.outside.length > 0 && spots(survey.outside)],
  ];
  return (
    <section className="card">
      <table className="survey-facts">
        <tbody>
          {lines
            .filter(([, text]) => Boolean(text))
            .map(([name, text], i) => (
              <tr key={i}>
                <th scope="row">{name}</th>
                <td>{text}</td>
              </tr>
            ))}
        </tbody>
      </table>
    </section>
  );
}

/** How fast the harmony moves, and where it moves fastest. */
function harmonyText(
  { chords }: SurveyAnswer,
  score: Score,
  at: (bars: readonly number[]) => ReactNode,
): ReactNode {
  const inBar = (bar: number) => chords.filter((one) => one.bar === bar && one.name !== "");
  const changes = chords.filter(
    (one, i) => one.name !== "" && one.name !== chords[i - 1]?.name,
  ).length;
  const most = Math.max(...score.bars.map(({ index }) => inBar(index).length));
  const pace = changes / score.bars.length;
  const fastest = score.bars.map(({ index }) => index).filter((bar) => inBar(bar).length === most);
  return (
    <>
      {pace > 0.8 && pace < 1.25
        ? say`about a chord a bar`
        : pace >= 1.25
          ? say`about ${Math.round(pace * 10) / 10} chords a bar`
          : say`a new chord about every ${Math.round((1 / pace) * 10) / 10} bars`}
      {most > 1 && fastest.length < score.bars.length / 2 && (
        <>
          {say`; fastest, ${most} in a bar, in `}
          {at(fastest.slice(0, 6))}
        </>
      )}
    </>
  );
}

const range = (from: number, to: number): number[] =>
  Array.from({ length: to - from + 1 }, (_, i) => from + i);
