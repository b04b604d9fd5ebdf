import { marksHeard, pedalMark, sounded } from "./instruments/index.ts";
import { piano } from "./instruments/piano/index.ts";
import {
  annotate,
  perform,
  startOf,
  type Annotations,
  type PedalMark,
  type Shape,
} from "./score/index.ts";
import { readScore, type Score } from "./score/index.ts";

/** A note of the shorthand: `F#4:2` is F sharp, two quarters; `r:1` a rest; `C4+E4:1` a chord. */
function noteXml(text: string, staff: number): string {
  const [what, length] = text.split(":");
  const duration = Number(length ?? 1) * 12;
  const tail = `<duration>${duration}</duration><voice>${staff}</voice><staff>${staff}</staff></note>`;
  if (what === "r") return `<note><rest/>${tail}`;
  return what!
    .split("+")
    .map((pitch, i) => {
      const match = /^([A-G])([#b]?)(\d)$/.exec(pitch)!;
      const alter = match[2] === "#" ? 1 : match[2] === "b" ? -1 : 0;
      const octave = Number(match[3]);
      return (
        `<note>${i ? "<chord/>" : ""}<pitch><step>${match[1]}</step><alter>${alter}</alter>` +
        `<octave>${octave}</octave></pitch>${tail}`
      );
    })
    .join("");
}

/** A two-hand score from bars in shorthand, one string for each hand; for tests. */
export function scoreOf(
  bars: readonly (readonly [right: string, left: string])[],
  metre: [number, number] = [4, 4],
): Score {
  const measures = bars.map(([right, left], index) => {
    const head = index
      ? ""
      : `<attributes><divisions>12</divisions><time><beats>${metre[0]}</beats>` +
        `<beat-type>${metre[1]}</beat-type></time><staves>2</staves></attributes>`;
    const line = (text: string, staff: number) =>
      text
        .split(" ")
        .map((note) => noteXml(note, staff))
        .join("");
    const length = right
      .split(" ")
      .reduce((sum, note) => sum + Number(note.split(":")[1] ?? 1) * 12, 0);
    return (
      `<measure number="${index + 1}">${head}${line(right, 1)}<backup>` +
      `<duration>${length}</duration></backup>${line(left, 2)}</measure>`
    );
  });
  return readScore(
    `<score-partwise><part-list/><part id="P1">${measures.join("")}</part></score-partwise>`,
  ).score;
}

/** One hand's line of single notes, a quarter each, by key number. */
export function lineOf(keys: readonly number[], hand: "right" | "left"): Score {
  const names = ["C", "C#", "D", "D#", "E", "F", "F#", "G", "G#", "A", "A#", "B"];
  const text = keys.map((key) => `${names[key % 12]}${Math.floor(key / 12) - 1}`).join(" ");
  const rest = `r:${keys.length}`;
  return scoreOf([hand === "right" ? [text, rest] : [rest, text]], [Math.min(64, keys.length), 4]);
}

interface Written {
  readonly fingerings?: readonly { readonly id: string; readonly finger: string }[];
  /** In the place of what is printed. */
  readonly pedal?: readonly PedalMark[];
  readonly sections?: Annotations["sections"];
  readonly shape?: Shape | undefined;
}

/** A piano score with what was written into it. */
export const exported = (
  xml: string,
  { fingerings = [], pedal, sections = [], shape }: Written,
  parts: readonly number[] = [],
): string =>
  annotate(
    xml,
    {
      notes: fingerings.map(({ id, finger }) => ({ id, aspect: "finger", value: finger })),
      sections,
      ...(shape ? { shape } : {}),
      ...(pedal ? { marks: { pedal: pedal.map((one, i) => pedalMark(one, String(i))) } } : {}),
    },
    parts,
    piano.strata,
  );

/** The notes of a piano score as they sound under pedal marks. */
export const heardUnder = (score: Score, pedal: readonly PedalMark[]) =>
  sounded(
    piano,
    perform(score, startOf(0), startOf(score.bars.length), {
      marks: marksHeard(new Map([["pedal", pedal.map((one, i) => pedalMark(one, String(i)))]])),
    }),
  ).notes;
