import { runInNewContext } from "node:vm";
import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import * as fingering from "./fingering/index.ts";
import * as form from "./form/index.ts";
import * as instruments from "./instruments/index.ts";
import * as accordion from "./instruments/accordion/accordion.ts";
import * as guitar from "./instruments/guitar/neck.ts";
import * as harp from "./instruments/harp/harp.ts";
import * as organ from "./instruments/organ/organ.ts";
import * as ornaments from "./instruments/ornaments/index.ts";
import * as keyboard from "./instruments/keyboard/index.ts";
import * as proposals from "./instruments/propose.ts";
import * as surveys from "./instruments/survey.ts";
import * as timbres from "./instruments/timbre.ts";
import * as pedalling from "./pedalling/index.ts";
import * as practice from "./practice/index.ts";
import * as scores from "./score/index.ts";
import * as shaping from "./shaping/index.ts";

// The examples in the docstrings hold: what stands before `// =>` is what stands after it.

const here = fileURLToPath(new URL(".", import.meta.url));
const file = new Uint8Array(
  readFileSync(new URL("../demo/pieces/lanterns-on-the-ettle.musicxml", import.meta.url)),
);
const scope: Record<string, unknown> = {
  ...{ ...fingering, ...form, ...keyboard, ...timbres, ...instruments, ...surveys },
  ...{ ...pedalling, ...practice, ...scores, ...shaping, ...proposals },
  ...{ ...accordion, ...guitar, ...harp, ...organ, ...ornaments },
  ...{ file, ...scores.readFile(file) },
};
const evaluate = (text: string): unknown => runInNewContext(`(${text})`, scope) as unknown;

/** Each example with the name of what it is of. */
function examplesIn(path: string): [name: string, example: string, expected: string][] {
  const text = readFileSync(path, "utf8");
  return [...text.matchAll(/@example([\s\S]*?)\*\/\s*export (?:function|const) (\w+)/g)].map(
    ([, block, name]) => {
      const plain = block!.replace(/\n \*/g, " ").trim();
      const [example, expected] = plain.split(/\/\/ =>/);
      return [name!, example!.trim(), (expected ?? "").trim()];
    },
  );
}
const examples = readdirSync(here, { recursive: true, encoding: "utf8" })
  .filter((path) => path.endsWith(".ts") && !path.endsWith(".test.ts"))
  .flatMap((path) => examplesIn(join(here, path)));

it.each(examples)("%s: %s is %s", (_, example, expected) => {
  expect(expected).not.toBe("");
  expect(evaluate(example)).toEqual(evaluate(expected));
});

it("where one comes in has an example", () => {
  const doors = [
    ...["readFile", "readScore", "engravable", "playingOrder", "perform", "performRoad"],
    ...["analyse", "segment", "hear", "surveyFor", "propose", "check", "proposePedal"],
    ...["clarityOf", "checkPedal", "shaped", "shapeWords", "unitsOf", "ridge", "linesIn"],
    ...["readingOf", "handName", "compassOf", "steps", "parseWritten", "midiOf", "lying"],
  ];
  expect(doors.filter((name) => !examples.some(([known]) => known === name))).toEqual([]);
});
