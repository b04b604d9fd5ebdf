import { fraction, NO_SHAPE, readFile, startOf, type Score, type Shape } from "../score/index.ts";
import { levelAt, loudnessOf } from "./index.ts";

// Pieces for the tests of this folder, and the signs in them.

/**
 * Four quarters a bar; `marks` are directions put before the quarter of that index, `notes` go into
 * the note elements.
 */
export function pieceOf(
  bars: number,
  marks: Record<string, string> = {},
  notes: Record<string, string> = {},
  pitches = "CDEF",
): Score {
  const measure = (bar: number) =>
    `<measure number="${bar + 1}">` +
    (bar === 0
      ? "<attributes><divisions>12</divisions><time><beats>4</beats>" +
        "<beat-type>4</beat-type></time></attributes>"
      : "") +
    [0, 1, 2, 3]
      .map(
        (q) =>
          `${marks[`${bar}:${q}`] ?? ""}<note><pitch><step>${pitches[q]}</step>` +
          "<octave>4</octave></pitch><duration>12</duration><voice>1</voice>" +
          `<type>quarter</type>${notes[`${bar}:${q}`] ?? ""}</note>`,
      )
      .join("") +
    `${marks[`${bar}:4`] ?? ""}</measure>`;
  return readFile(
    new TextEncoder().encode(
      `<?xml version="1.0"?><score-partwise ` +
        `version="4.0"><part-list><score-part ` +
        `id="P1"><part-name>x</part-name></score-part></part-list><part id="P1">` +
        `${Array.from({ length: bars }, (_, bar) => measure(bar)).join("")}</part>` +
        "</score-partwise>",
    ),
  ).score;
}
export const say = (inner: string) =>
  `<direction><direction-type>${inner}</direction-type></direction>`;
export const level = (name: string) => say(`<dynamics><${name}/></dynamics>`);
export const hairpin = (type: string) => say(`<wedge type="${type}"/>`);
export const accent = "<notations><articulations><accent/></articulations></notations>";
export const dot = "<notations><articulations><staccato/></articulations></notations>";
export const at = (bar: number, quarter = 0) => ({ bar, offset: fraction(quarter) });
export const levels = (score: Score, shape: Shape = NO_SHAPE) =>
  score.bars.map((bar) => levelAt(score, loudnessOf(score, shape), startOf(bar.index)));
