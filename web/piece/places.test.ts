import { readFileSync } from "node:fs";
import { placesIn, readFile, toText } from "@yarrow-ridge/core/score";
import { beatName } from "@yarrow-ridge/core/score";
import { stepPlace } from "./places.ts";
import { families, familyName } from "../ridge/families.ts";

const { score } = readFile(
  readFileSync(new URL("../../demo/pieces/the-ferrymans-wheel.musicxml", import.meta.url)),
);

it("offers every half beat and every onset of a bar as a place", () => {
  expect(placesIn(score, 1).map(toText)).toEqual(["0", "1/2", "3/4", "1", "3/2", "2"]);
  expect(placesIn(score, 0).map(toText)).toEqual(["0", "1/2"]);
  expect(placesIn(score, 34).map(toText)).toEqual(["0", "1/2", "1", "3/2", "2", "5/2", "3"]);
});

it("names places as a musician counts", () => {
  expect(placesIn(score, 1).map((at) => beatName(score.bars[1]!, at))).toEqual([
    "1",
    "1½",
    "1¾",
    "2",
    "2½",
    "3",
  ]);
});

it("steps over bar lines, and stops at both ends of the piece", () => {
  expect(stepPlace(score, { bar: 0, offset: "0" }, 1)).toEqual({ bar: 1, offset: "0" });
  expect(stepPlace(score, { bar: 1, offset: "3/2" }, 1)).toEqual({ bar: 2, offset: "0" });
  expect(stepPlace(score, { bar: 2, offset: "0" }, -1)).toEqual({ bar: 1, offset: "3/2" });
  expect(stepPlace(score, { bar: 0, offset: "0" }, -1)).toEqual({ bar: 0, offset: "0" });
  expect(stepPlace(score, { bar: 78, offset: "2" }, 1)).toEqual({ bar: 78, offset: "2" });
});

it("takes primes and numbers as one family, with a hatch of its own", () => {
  expect(["A", "A′", "A″", "B2", "Coda", "′", "Verse 3"].map(familyName)).toEqual([
    "A",
    "A",
    "A",
    "B",
    "Coda",
    "′",
    "Verse",
  ]);
  const found = families(["A", "B", "A′", "Coda"]);
  expect([...found.keys()]).toEqual(["A", "B", "Coda"]);
  expect(new Set([...found.values()].map((one) => `${one.tone} ${one.hatch}`)).size).toBe(3);
});
