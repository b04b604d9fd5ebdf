import { allTexts, writtenTexts } from "../../scripts/texts.mjs";
import { inTerms } from "./terms.ts";

// American names of note values: The Harvard Dictionary of Music, 4th ed., "note" (from memory)
it.each([
  ["Bars 3–4, as bar 2 has them", "Measures 3–4, as measure 2 has them"],
  ["the barline, a barre, Barcarolle", "the barline, a barre, Barcarolle"],
  [
    "D for 2 crotchets instead of a semiquaver",
    "D for 2 quarter notes instead of a sixteenth note",
  ],
  ["Quavers, minims, a semibreve", "Eighth notes, half notes, a whole note"],
])("“%s” is “%s”", (sentence, american) => {
  expect(inTerms(sentence, { bars: "measure", noteValues: "quarter note" })).toBe(american);
  expect(inTerms(sentence, { bars: "bar", noteValues: "crotchet" })).toBe(sentence);
});

it("knows every sentence of the program, for those who put them into another language", () => {
  // npm run texts writes the file
  expect(writtenTexts()).toEqual(allTexts());
});

it("speaks of bars and crotchets throughout, so that they can be named otherwise", () => {
  const other = /\bmeasures? \d|\bquarter notes?\b|\beighth notes?\b|\b\d+ quarters\b/;
  const meant = ["half, quarter, eighth note"];
  expect(allTexts().filter((text) => other.test(text) && !meant.includes(text))).toEqual([]);
});
