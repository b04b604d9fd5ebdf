import { createHash } from "node:crypto";
import { readFileSync, writeFileSync } from "node:fs";
import { cases, caseScore, caseXml, realScores } from "../../core/cases/index.ts";
import { propose } from "../../core/instruments/propose.ts";
import { analyse } from "../../core/form/index.ts";
import { proposePedal } from "../../core/pedalling/index.ts";
import { exported } from "../../core/testing.ts";
import { plain } from "../../core/words/index.ts";
import { engravable, type Score } from "../../core/score/index.ts";

// npm run same: whether proposals, exports and what is engraved are what they were at the commit
// the answers were kept at. npm run same -- keep: keeps today's answers, when they are meant to be
// otherwise; the commit message says why.
const kept = new URL("same.json", import.meta.url);
const hash = (text: string) => createHash("sha256").update(text).digest("hex").slice(0, 16);
/** With its sentences as they are read. */
const inPlain = (answer: unknown) =>
  JSON.stringify(answer, (_, one: unknown) => (typeof one === "string" ? plain(one) : one));

function answersOf(score: Score, xml: string): Record<string, string> {
  const whole = { from: 0, to: score.bars.length - 1 };
  const form = analyse(score);
  const hands = [...new Set(score.notes.map((note) => note.hand))].filter((hand) =>
    ["right", "left"].includes(hand),
  );
  const answers: Record<string, string> = {};
  const fingerings: { id: string; finger: string }[] = [];
  for (const instrument of ["piano", "organ"]) {
    for (const hand of hands) {
      const proposal = propose(score, { ...whole, hand, instrument, form, alternatives: 0 });
      answers[`${instrument}, ${hand}`] = hash(inPlain(proposal));
      if (instrument === "piano")
        for (const { id, finger, then } of proposal.notes)
          if (finger) fingerings.push({ id, finger: then ? `${finger}-${then}` : finger });
    }
  }
  const pedal = proposePedal(score, { ...whole, style: "harmony", tempo: 90 });
  answers.pedal = hash(inPlain(pedal));
  const file = exported(xml, { fingerings, pedal });
  answers.export = hash(file);
  answers.engraved = hash(engravable(file));
  return answers;
}

const scores = [
  ...realScores(),
  ...cases.map((one) => [one.file, caseScore(one), caseXml(one)] as const),
];
const now = Object.fromEntries(scores.map(([name, score, xml]) => [name, answersOf(score, xml)]));
if (process.argv.includes("keep")) {
  writeFileSync(kept, `${JSON.stringify(now, null, 1)}\n`);
} else {
  const before = JSON.parse(readFileSync(kept, "utf8")) as typeof now;
  const other = Object.entries(now).flatMap(([name, answers]) =>
    Object.entries(answers)
      .filter(([what, answer]) => before[name]?.[what] !== answer)
      .map(([what]) => `${name}: ${what}`),
  );
  process.stdout.write(
    other.length
      ? `${other.join("\n")}\n${other.length} answers are not what they were.\n`
      : `${scores.length} scores answer as they did.\n`,
  );
  process.exitCode = other.length ? 1 : 0;
}
