import { excerpt, readScore, type Score } from "../index.ts";
import { attributes, lanterns, measure, note, wheel, wrap } from "../testFiles.ts";

/** What is heard in some bars, with bars counted from the first of them. */
const heard = (score: Score, from: number, to: number) =>
  score.notes
    .filter((one) => one.bar >= from && one.bar <= to)
    .map((one) => [one.bar - from, one.midi, one.offset, one.staff, one.duration]);
const texts = { wheel, lanterns };

it.each([
  ["wheel", 0, 3],
  ["wheel", 10, 17],
  ["wheel", 40, 62],
  ["wheel", 78, 78],
  ["lanterns", 4, 7],
  ["lanterns", 0, 23],
] as const)("%s, bars %i to %i: the same notes, key, metre and tempo", (name, from, to) => {
  const { score, xml } = texts[name];
  const { score: cut } = readScore(excerpt(xml, from, to));
  expect(cut.bars.length).toBe(to - from + 1);
  expect(heard(cut, 0, to - from)).toEqual(heard(score, from, to));
  expect(cut.bars.map(({ metre, key }) => [metre, key])).toEqual(
    score.bars.slice(from, to + 1).map(({ metre, key }) => [metre, key]),
  );
  const tempo = score.bars.slice(0, from + 1).findLast((bar) => bar.tempo !== undefined)?.tempo;
  expect(cut.bars[0]!.tempo).toBe(tempo);
  // but for the outside definition it names, as the whole does
  expect(cut.warnings.filter(({ message }) => !message.includes("DOCTYPE"))).toEqual([]);
});

it("leaves out what begins or ends outside, and keeps what lies inside", () => {
  const tied = (type: string) =>
    note("C", 4, 4).replace(
      "</note>",
      `<notations><tied type="${type}"/><slur number="1" type="${type}"/></notations></note>`,
    );
  const xml = wrap(
    measure("1", attributes() + tied("start")) +
      measure("2", tied("stop")) +
      measure("3", tied("start")) +
      measure("4", tied("stop")),
  );
  const count = (text: string, name: string) =>
    text.match(new RegExp(`<${name} `, "g"))?.length ?? 0;
  expect([count(excerpt(xml, 1, 2), "tied"), count(excerpt(xml, 1, 2), "slur")]).toEqual([0, 0]);
  expect([count(excerpt(xml, 2, 3), "tied"), count(excerpt(xml, 2, 3), "slur")]).toEqual([2, 2]);
});
