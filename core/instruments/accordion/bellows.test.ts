import { NO_SHAPE, readScore, type Score } from "../../score/index.ts";
import { readFileSync } from "node:fs";
import type { MarkTask, ProposedMark } from "../../score/marks/work.ts";
import { instrument, readingOf } from "../index.ts";
import { bellowsWork } from "./bellows/bellowsWork.ts";

// Situations: common practice, no source. A string is a bar, its notes have lengths in quarters.

const note = (text: string, staff: number) => {
  const [, grace, name, length, more = ""] = /^(@?)([A-Gr][#b]?\d?):([\d.]+)(.*)$/.exec(text)!;
  const pitch =
    name === "r"
      ? "<rest/>"
      : `<pitch><step>${name![0]}</step>${name!.includes("#") ? "<alter>1</alter>" : ""}` +
        `<octave>${name!.at(-1)}</octave></pitch>`;
  const signs =
    (more.includes("(") ? '<slur type="start" number="1"/>' : "") +
    (more.includes(")") ? '<slur type="stop" number="1"/>' : "") +
    (more.includes(">") ? "<articulations><accent/></articulations>" : "");
  return (
    `<note>${grace ? "" : ""}${more.includes("+") ? "<chord/>" : ""}${pitch}` +
    `<duration>${Number(length) * 4}</duration><voice>${staff}</voice><staff>${staff}</staff>` +
    `${signs ? `<notations>${signs}</notations>` : ""}</note>`
  );
};
const line = (text: string, staff: number) =>
  text
    .split(" ")
    .map((one) => note(one, staff))
    .join("");
const lengthOf = (text: string) =>
  text
    .split(" ")
    .filter((one) => !one.includes("+"))
    .reduce((sum, one) => sum + Number(/:([\d.]+)/.exec(one)![1]), 0);

/** @param bars of each the tune, and after a bar line the bass */
function scoreOf(bars: readonly string[], dynamic = "mf"): Score {
  const measures = bars.map((text, i) => {
    const [tune, bass] = text.split(" | ") as [string, string?];
    const length = lengthOf(tune);
    return (
      `<measure number="${length < 4 && i === 0 ? 0 : i + 1}"${length < 4 && i === 0 ? ' implicit="yes"' : ""}>` +
      (i === 0
        ? `<attributes><divisions>4</divisions><key><fifths>0</fifths></key><time><beats>4</beats>` +
          `<beat-type>4</beat-type></time><staves>2</staves><clef number="1"><sign>G</sign><line>2</line>` +
          `</clef><clef number="2"><sign>F</sign><line>4</line></clef></attributes>` +
          `<direction><direction-type><dynamics><${dynamic}/></dynamics></direction-type></direction>`
        : "") +
      `${line(tune, 1)}<backup><duration>${length * 4}</duration></backup>` +
      `${line(bass ?? `r:${length}`, 2)}</measure>`
    );
  });
  const xml =
    `<score-partwise version="4.0"><part-list><score-part id="P1"><part-name>x</part-name>` +
    `</score-part></part-list><part id="P1">${measures.join("")}</part></score-partwise>`;
  return read(xml);
}
const read = (xml: string): Score =>
  readScore(xml, readingOf(instrument("accordion"), { parts: null, layout: null, onPaper: false }))
    .score;

const taskOf = (score: Score, over: Partial<MarkTask> = {}): MarkTask => ({
  ...{ score, from: 0, to: score.bars.length - 1, tempo: 60, written: [] },
  ...{ shape: NO_SHAPE, options: {} },
  ...over,
});
const turns = (score: Score, over?: Partial<MarkTask>) => bellowsWork.propose!(taskOf(score, over));
const where = (marks: readonly ProposedMark[]) =>
  marks.map(
    ({ from, data }) =>
      `${from.bar + 1}.${from.offset.num / from.offset.den} ${data.direction as string}`,
  );
const problems = (score: Score, over?: Partial<MarkTask>) =>
  bellowsWork.problems!(taskOf(score, over)).map(({ text }) => text.replace(/\p{C}/gu, ""));

const OOM = "C3:1 E3:1 G3:1+ C4:1+ C3:1 E3:1 G3:1+ C4:1+";
const PLAIN = `C5:1 D5:1 E5:1 D5:1 | ${OOM}`;
const bars = (count: number, bar = PLAIN) => Array.from({ length: count }, () => bar);

/** Eight bars of which none comes again. */
const varied = (dynamic?: string) =>
  scoreOf(
    [..."CDEFGABE"].map((last) => `C5:1 D5:1 E5:1 ${last}5:1 | ${OOM}`),
    dynamic,
  );

describe("where the bellows turn", () => {
  it("they begin closed, opening, and close by the end", () => {
    const marks = turns(scoreOf(bars(4)));
    expect(where(marks)[0]).toBe("1.0 open");
    expect(marks.at(-1)!.data.direction).toBe("close");
  });

  it("never in a held note", () => {
    const score = scoreOf(["C5:4 | C3:4", "C5:2 D5:2 | C3:4", "C5:1 D5:1 E5:1 F5:1 | C3:4"]);
    for (const { from } of turns(score)) expect(from.offset.num).toBe(0);
  });

  it("under a moving tune not before the bass lets go", () => {
    const score = scoreOf(["C5:1 D5:1 E5:1 D5:1 | C3:4", "C5:1 D5:1 E5:1 D5:1 | C3:4"]);
    for (const { from } of turns(score, { options: { stroke: 5 } }))
      expect(from.offset.num).toBe(0);
  });

  it("in a rest rather than on the beat after it has begun", () => {
    const score = scoreOf([PLAIN, `C5:1 D5:1 r:0.5 E5:0.5 D5:1 | C3:1 E3:1 r:1 C3:1`, PLAIN]);
    expect(where(turns(score))).toContain("2.2.5 close");
  });

  it("after a long note rather than within a run", () => {
    const run = "C5:0.5 D5:0.5 E5:0.5 F5:0.5";
    const score = scoreOf([
      `${run} ${run} | C3:4`,
      `${run} G5:1 ${run.split(" ").slice(0, 2).join(" ")} | C3:2 r:1 E3:1`,
      `${run} ${run} | C3:4`,
    ]);
    expect(where(turns(score))).toContain("2.3 close");
  });

  it("afresh on an accent", () => {
    const tune = ["C5:1 D5:1 E5:1 D5:1", "C5:1 D5:1 E5:1 D5:1>", "C5:1 D5:1 E5:1 D5:1"];
    const score = scoreOf(tune.map((one) => `${one} | ${OOM}`));
    const plain = scoreOf(tune.map((one) => `${one.replace(">", "")} | ${OOM}`));
    expect(where(turns(score, { tempo: 90 }))).toContain("2.3 close");
    expect(where(turns(plain, { tempo: 90 }))).not.toContain("2.3 close");
  });

  it("not within a slur", () => {
    const score = scoreOf([
      `C5:1 D5:1 E5:1 D5:1( | ${OOM}`,
      `C5:1) D5:1 E5:1 D5:1 | ${OOM}`,
      PLAIN,
    ]);
    expect(where(turns(score)).map((one) => one.split(" ")[0])).not.toContain("2.0");
  });

  it("a pick-up stays with what it leads to", () => {
    const phrase = ["C5:1 D5:1 E5:1 C5:1", "F5:1 D5:1 E5:1 C5:1", "A5:1 D5:1 E5:1 C5:1"];
    const end = "G5:1 F5:1 E5:1 G4:1";
    const tune = ["G4:1", ...phrase, end, ...phrase, end];
    const score = scoreOf(
      tune.map((one, i) => `${one} | ${i === 0 ? "r:1" : OOM}`),
      "mp",
    );
    const places = where(turns(score, { tempo: 120 }));
    expect(places).toContain("5.3 open");
    expect(places.map((one) => one.split(" ")[0])).not.toContain("6.0");
  });

  it("after four bars rather than three, where the air lasts", () => {
    const marks = where(turns(scoreOf(bars(8)), { tempo: 180 }));
    // the second four are the first again: the same way, so that each four goes there and back
    expect(marks).toEqual(["1.0 open", "3.0 close", "5.0 open", "7.0 close"]);
    expect(where(turns(varied(), { tempo: 180 }))).toEqual(["1.0 open", "5.0 close"]);
  });

  it("more often when it is loud, slow, with more reeds, or with small bellows", () => {
    const count = (dynamic: string, over?: Partial<MarkTask>) =>
      turns(varied(dynamic), { tempo: 120, ...over }).length;
    const usual = count("mf");
    expect(count("p")).toBeLessThan(usual);
    expect(count("ff")).toBeGreaterThan(usual);
    expect(count("mf", { tempo: 60 })).toBeGreaterThan(usual);
    expect(count("mf", { tempo: 90, options: { couplers: ["16", "8", "4"] } })).toBeGreaterThan(
      count("mf", { tempo: 90 }),
    );
    expect(count("mf", { options: { stroke: 3 } })).toBeGreaterThan(usual);
    expect(count("mf", { options: { stroke: 20 } })).toBeLessThan(usual);
  });

  it("before the air is gone, however little each quick note takes", () => {
    // one reed at mezzo forte lasts 33 s where tune, bass and chord last 6
    const quick = Array.from({ length: 16 }, (_, i) => `${"CDED"[i % 4]}5:0.25`).join(" ");
    const all = turns(scoreOf(Array.from({ length: 40 }, () => quick)), { tempo: 100 });
    expect(all.length).toBeGreaterThan(3);
    const seconds = [...all.slice(1), { from: { bar: 40, offset: { num: 0, den: 1 } } }].map(
      ({ from: to }, i) => {
        const quarters = ({ bar, offset }: typeof to) => 4 * bar + offset.num / offset.den;
        return ((quarters(to) - quarters(all[i]!.from)) * 60) / 100;
      },
    );
    let open = 0;
    seconds.forEach((long, i) => {
      open += ((all[i]!.data["direction"] === "open" ? 1 : -1) * long) / 33;
      expect(open).toBeGreaterThan(-0.04);
      expect(open).toBeLessThan(1.04);
    });
  });

  it("the air button in a long rest, where the music asks for the same way again", () => {
    const score = scoreOf([PLAIN, "C5:1 r:3 | C3:1 r:3", PLAIN, "C5:1 r:3 | C3:1 r:3"], "p");
    const marks = turns(score, { options: { stroke: 9 } });
    const inRest = marks.filter(({ data }) => data.button !== undefined);
    for (const { from } of inRest) expect([from.bar, from.offset.num]).toEqual([2, 0]);
    expect(marks.length).toBeLessThanOrEqual(3);
  });

  it("says by how many seconds a note is longer than the bellows, and where", () => {
    const long = scoreOf(["C5:4 | C3:4 E3:4+ G3:4+", "C5:4 | C3:4"]);
    expect(problems(long, { tempo: 30, options: { stroke: 4 } })[0]).toMatch(
      /^Bar 1: the air runs out \d(\.\d)? s too early\. Softer, faster/,
    );
    expect(problems(long, { tempo: 120 })).toEqual([]);
  });

  it("goes on from where what is written before leaves it", () => {
    const score = scoreOf(bars(4));
    const written = [{ from: { bar: 0, offset: { num: 0, den: 1 } }, data: { direction: "open" } }];
    const marks = turns(score, {
      ...{ from: 1, to: 3 },
      written: written.map((one) => ({ ...one, id: "1", layer: "teacher" })),
    });
    // one bar has opened them by three quarters
    expect(marks[0]).toMatchObject({ from: { bar: 1 }, data: { direction: "close" } });
  });
});

describe("the demo's tune in two halves", () => {
  const score = read(
    readFileSync(
      new URL("../../../demo/pieces/lamps-along-the-quay.musicxml", import.meta.url),
      "utf8",
    ),
  );
  const asWritten = (marks: readonly ProposedMark[]) =>
    marks.map((mark, i) => ({ ...mark, id: String(i), layer: "teacher" }));

  it.each([
    [144, 6],
    [72, 6],
    [132, 10],
  ])("at %i with a stroke of %i s is never out of air, and alike in returns", (tempo, stroke) => {
    const task = taskOf(score, { tempo, options: { stroke } });
    expect(bellowsWork.problems!(task)).toEqual([]);
    const written = asWritten(bellowsWork.propose!(task));
    expect(bellowsWork.check!({ ...task, written })).toEqual([]);
    for (const { value } of bellowsWork.curve!({ ...task, written }, written)) {
      expect(value).toBeGreaterThanOrEqual(0);
      expect(value).toBeLessThanOrEqual(1);
    }
  });

  it("with small bellows keeps all but one bar alike, and says which is not", () => {
    const task = taskOf(score, { tempo: 144, options: { stroke: 4 } });
    expect(bellowsWork.problems!(task)).toEqual([]);
    const written = asWritten(bellowsWork.propose!(task));
    const doubts = bellowsWork.check!({ ...task, written });
    expect(doubts.length).toBeLessThanOrEqual(1);
    for (const { kind } of doubts) expect(kind).toBe("not as before");
  });

  it("in tempo turns every four bars, before the pick-ups; its second half in the new key alike", () => {
    const marks = where(turns(score, { tempo: 144 })).map((one) => one.split(" ")[0]);
    for (const place of ["5.2", "9.2", "13.2", "17.2", "21.2", "25.2", "29.2", "33.2"])
      expect(marks).toContain(place);
  });

  it("what was planned in tempo runs out of air when practised slowly, and the check says where", () => {
    const fast = taskOf(score, { tempo: 144 });
    const written = asWritten(bellowsWork.propose!(fast));
    const doubts = bellowsWork.check!({ ...fast, written, tempo: 72 });
    expect(doubts.length).toBeGreaterThan(0);
    expect(new Set(doubts.map(({ kind }) => kind))).toEqual(new Set(["air"]));
  });

  it("doubts a turn in a held note, and what goes otherwise than at first", () => {
    const task = taskOf(score, { tempo: 144 });
    const plan = asWritten(bellowsWork.propose!(task));
    const held = { ...plan[1]!, from: { bar: 7, offset: { num: 3, den: 2 } } };
    const kinds = bellowsWork.check!({ ...task, written: [plan[0]!, held] }).map(
      ({ kind, bar }) => `${kind} ${bar}`,
    );
    expect(kinds).toContain("held 7");
    const moved = plan.map((mark) =>
      mark.from.bar === 12 ? { ...mark, from: { bar: 11, offset: { num: 0, den: 1 } } } : mark,
    );
    expect(bellowsWork.check!({ ...task, written: moved }).map(({ kind }) => kind)).toContain(
      "not as before",
    );
  });
});
