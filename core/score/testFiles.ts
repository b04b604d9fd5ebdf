import { readFileSync } from "node:fs";
import { readFile } from "./index.ts";

// Files for the tests of this folder.
export const demo = (name: string) =>
  readFileSync(new URL(`../../demo/pieces/${name}.musicxml`, import.meta.url));
export const wheel = readFile(demo("the-ferrymans-wheel"));
export const lanterns = readFile(demo("lanterns-on-the-ettle"));

export const note = (step: string, octave: number, duration: number | string, more = "") =>
  `<note>${more.includes("<grace/>") ? "<grace/>" : ""}<pitch><step>${step}</step>` +
  `<octave>${octave}</octave></pitch>` +
  (more.includes("<grace/>") ? "" : `<duration>${duration}</duration>`) +
  `${more.replace("<grace/>", "")}</note>`;
export const measure = (number: string, content: string) =>
  `<measure number="${number}">${content}</measure>`;
export const wrap = (measures: string, head = "") =>
  `<?xml version="1.0" encoding="UTF-8"?><score-partwise version="4.0">${head}<part-list><score-part ` +
  `id="P1"><part-name>Piano</part-name></score-part></part-list><part ` +
  `id="P1">${measures}</part></score-partwise>`;
export const attributes = (divisions: number | string = 2, beats = 4, type = 4) =>
  `<attributes><divisions>${divisions}</divisions><time><beats>${beats}</beats>` +
  `<beat-type>${type}</beat-type></time></attributes>`;
export const bytes = (text: string) => new TextEncoder().encode(text);
export const why = (text: string | Uint8Array): string => {
  try {
    readFile(typeof text === "string" ? bytes(text) : text);
  } catch (error) {
    return (error as Error).message;
  }
  return "accepted";
};
