import { forecastFigures, stabilityFigures } from "./forecasts.ts";
import { cases, caseScore, isSeen, realScores } from "../../core/cases/index.ts";
import { agreements } from "../../core/instruments/keyboard/taught/again.ts";
import { chromaticFigures, figures } from "../../core/instruments/keyboard/taught/figures.ts";
import { publishedFigures } from "../../core/instruments/guitar/taught/published.ts";
import { bassFigures } from "../../core/instruments/accordion/taught/measure.ts";
import { pluckingFigures } from "../../core/instruments/guitar/taught/plucking.ts";
import { harpFigures } from "../../core/instruments/harp/taught/measure.ts";
import { feetFigures } from "../../core/instruments/organ/taught/measure.ts";
import { taughtFigures } from "../../core/instruments/guitar/taught/measure.ts";
import { ordinary, summary } from "../../core/instruments/keyboard/taught/ordinary.ts";

// npm run figures: how far proposed fingers agree with what is taught or published, and with
// themselves where music returns; one JSON line each. Figures that are all or nothing follow as
// tests: their names say how many, their files the sources.
const say = (figure: object) => process.stdout.write(`${JSON.stringify(figure)}\n`);
for (const { notes, ...one } of figures())
  say({ ...one, notes: Math.round(notes * 10_000) / 10_000 });
for (const one of chromaticFigures())
  say({
    what: `chromatic scale, ${one.scheme}, ${one.hand} hand, ${one.where}`,
    exact: one.fingers === one.accepted,
    fingers: one.fingers,
  });

const scores = realScores();
for (const { relation, ...one } of agreements(scores))
  say({
    what:
      `returns, ${relation}: notes that take the finger of the first time, two ` +
      "free at each end and beside each change",
    source: `${scores.length} scores: public-domain music in files by other hands, and the demo`,
    ...one,
  });
const ofCases = (seen: boolean) =>
  cases.filter((one) => isSeen(one) === seen).map((one) => [one.file, caseScore(one)] as const);
for (const [what, some] of [
  ["real scores", scores],
  ["texture cases that were looked at", ofCases(true)],
  ["texture cases kept to the end", ofCases(false)],
] as const) {
  const hands = ordinary(some);
  say({
    what:
      `ordinary music, ${what}: what agreement costs, runs of five notes under ` +
      "the hand, places no teacher would sign",
    source: "our own detectors",
    ...summary(hands),
  });
  for (const { name, hand, silly } of hands)
    if (silly.length)
      say({
        what: `places no teacher would sign, ${name}, ${hand} hand`,
        places: silly.map((one) => `bar index ${one.bar}: ${one.kind} ${one.fingers}`),
      });
}
for (const one of [
  ...taughtFigures(),
  ...publishedFigures(),
  ...pluckingFigures(),
  ...harpFigures(),
  ...feetFigures(),
  ...bassFigures(),
])
  say(one);
forecastFigures();
stabilityFigures();
