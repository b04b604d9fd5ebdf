import { NO_SHAPE, readScore, type Score } from "../../score/index.ts";
import { readFileSync } from "node:fs";
import type { MarkTask, ProposedMark } from "../../score/marks/work.ts";
import { instrument, readingOf } from "../index.ts";
import { bellowsWork } from "./bellows/bellowsWork.ts";
import { groupsOf, planBellows, unlike } from "./bellows/alike.ts";
import { cheapest, costOf } from "./bellows/plan.ts";
import type { Ends, Wanted } from "./bellows/plan.ts";
import { inner, type Moment } from "./bellows/places.ts";

/** A generator of its own, so that the cases are the same each time. */
function randomOf(seed: number): () => number {
  let state = seed;
  return () => (state = (state * 1_103_515_245 + 12_345) % 2_147_483_648) / 2_147_483_648;
}

function randomMoments(random: () => number, count: number, again = 0): Moment[] {
  return Array.from({ length: count }, (_, i): Moment => ({
    ...{ bar: i, offset: { num: 0, den: 1 }, at: i, why: "" },
    canTurn: random() < 0.7,
    price: Math.round(random() * 30) / 10 - 0.5,
    silence: i > 0 && random() < 0.15 ? 0.4 + random() * 0.1 : 0,
    air: Math.floor(random() * 70),
    ...(again && i >= again ? { again: i - again } : {}),
  }));
}

/** Every way there is, tried out: which direction, turned or brought there by the air button. */
function tryEverything(
  moments: readonly Moment[],
  { start, closes, end }: Ends,
  { turns, now }: Pick<Wanted, "turns" | "now">,
): number {
  let best = Infinity;
  const wayOf = (by: number) => (by > 0 ? "open" : "close");
  const go = (i: number, open: number, way: number, cost: number): void => {
    if (cost >= best) return;
    const moment = moments[i];
    if (!moment) {
      const off = end ? 0.1 * Math.abs(open - end.open) + (wayOf(way) === end.way ? 0 : 1000) : 0;
      best = Math.min(best, cost + (closes ? 0.03 * open : 0) + off);
      return;
    }
    const play = (from: number, by: number, all: number) => {
      const to = from + by * moment.air;
      const missing = Math.max(0, to - 100, -to);
      const short = missing > 2 ? missing : 0;
      const changed = now?.has(i) && now.get(i) !== wayOf(by) ? 0.3 : 0;
      const more = changed + (short ? 1000 + 10 * short : 0);
      go(i + 1, Math.max(0, Math.min(100, to)), by, all + more);
    };
    const turn = turns?.get(i);
    if (!turn) play(open, way, cost);
    if ((moment.canTurn || turn) && (i > 0 || start) && (!turn || turn === wayOf(-way)))
      play(open, -way, cost + 1 + moment.price);
    const reach = Math.floor((moment.silence / 1.5) * 100);
    if (!turn && i > 0 && moment.silence >= 0.4)
      for (let to = Math.max(0, open - reach); to <= Math.min(100, open + reach); to++)
        if (to !== open) for (const by of [1, -1]) play(to, by, cost + 0.7);
  };
  go(0, start?.open ?? 0, start?.way === "close" ? -1 : 1, 0);
  return best;
}

describe("the plan of the bellows", () => {
  it("costs what the cheapest of all ways costs, in 300 passages", () => {
    const random = randomOf(7);
    for (let n = 0; n < 300; n++) {
      const moments = randomMoments(random, 7);
      const ends: Ends = {
        closes: random() < 0.5,
        ...(random() < 0.4
          ? { start: { open: Math.floor(random() * 100), way: random() < 0.5 ? "open" : "close" } }
          : {}),
      };
      const { steps, cost } = cheapest(moments, ends);
      expect(cost).toBeCloseTo(tryEverything(moments, ends, {}), 6);
      expect(costOf(moments, steps, ends)).toBeCloseTo(cost, 6);
    }
  });

  it("costs the least too where turns, an end and what is now are given, in 300 passages", () => {
    const random = randomOf(13);
    const way = () => (random() < 0.5 ? "open" : "close");
    for (let n = 0; n < 300; n++) {
      const moments = randomMoments(random, 7);
      const stand = () => ({ open: Math.floor(random() * 100), way: way() }) as const;
      const ends: Ends = { closes: false, start: stand(), end: stand() };
      const now = new Map(moments.map((_, i) => [i, way()] as const));
      const turns = new Map([[1 + Math.floor(random() * 6), way()] as const]);
      const { cost } = cheapest(moments, ends, { turns, now });
      expect(cost).toBeCloseTo(tryEverything(moments, ends, { turns, now }), 6);
    }
  });

  it("is alike in what comes again, where some way is, in 200 passages", () => {
    const random = randomOf(11);
    let [alike, could] = [0, 0];
    for (let n = 0; n < 200; n++) {
      const moments = randomMoments(random, 14, 7).map((one, i, all) => ({
        ...one,
        silence: 0,
        ...(i >= 7 ? { canTurn: all[i - 7]!.canTurn, air: all[i - 7]!.air } : {}),
      }));
      const groups = groupsOf(moments, inner(moments));
      const steps = planBellows(moments, { closes: false });
      const isAlike = unlike(groups, steps) === 0;
      // without missing air: whether the directions of the first time can be those of the second
      const canBe = someAlike(moments, groups);
      could += Number(canBe);
      alike += Number(isAlike && canBe);
      if (!canBe) continue;
      expect(steps.some(({ missing }) => missing > 0) && isAlike).toBe(false);
    }
    expect(could).toBeGreaterThan(45);
    expect(alike).toBe(could);
  });

  it("costs what the cheapest of all ways costs where music comes again, in 300 passages", () => {
    const random = randomOf(17);
    let unlikes = 0;
    for (let n = 0; n < 300; n++) {
      const moments = randomMoments(random, 12, 6).map((one, i) => ({
        ...one,
        silence: 0,
        again: i >= 6 ? i - 6 : undefined,
        air: Math.floor(one.air / 2),
      })) as Moment[];
      const groups = groupsOf(moments, inner(moments));
      const ends = { closes: random() < 0.5 };
      const steps = planBellows(moments, ends);
      const price = costOf(moments, steps, ends) + 20 * unlike(groups, steps);
      expect(price).toBeCloseTo(cheapestAlike(moments, ends, groups), 6);
      unlikes += unlike(groups, steps);
    }
    // in some of them no way is alike
    expect(unlikes).toBeGreaterThan(0);
  });
});

/** The cheapest of all directions, 20 more for each moment that is not as the first time. */
function cheapestAlike(
  moments: readonly Moment[],
  { closes }: Ends,
  groups: readonly (readonly number[])[],
): number {
  const firstOf = new Map(groups.flatMap(([first, ...rest]) => rest.map((at) => [at, first!])));
  let best = Infinity;
  const ways: number[] = [];
  const go = (i: number, open: number, cost: number): void => {
    if (cost >= best) return;
    const moment = moments[i];
    if (!moment) {
      best = Math.min(best, cost + (closes ? 0.03 * open : 0));
      return;
    }
    for (const way of [1, -1]) {
      const isTurn = way !== (ways[i - 1] ?? 1);
      if (isTurn && (i === 0 || !moment.canTurn)) continue;
      const to = open + way * moment.air;
      const missing = Math.max(0, to - 100, -to);
      const short = missing > 2 ? 1000 + 10 * missing : 0;
      const first = firstOf.get(i);
      const other = first !== undefined && ways[first] !== way ? 20 : 0;
      ways[i] = way;
      const price = (isTurn ? 1 + moment.price : 0) + short + other;
      go(i + 1, Math.max(0, Math.min(100, to)), cost + price);
    }
  };
  go(0, 0, 0);
  return best;
}

/** Whether any directions without missing air are alike where the music comes again. */
function someAlike(moments: readonly Moment[], groups: readonly (readonly number[])[]): boolean {
  const firstOf = new Map(groups.flatMap(([first, ...rest]) => rest.map((at) => [at, first!])));
  const ways: number[] = [];
  const go = (i: number, open: number): boolean => {
    const moment = moments[i];
    if (!moment) return true;
    const before = ways[i - 1] ?? 1;
    const asked = firstOf.has(i) ? [ways[firstOf.get(i)!]!] : [1, -1];
    return asked.some((way) => {
      if (way !== before && (!moment.canTurn || i === 0)) return false;
      const to = open + way * moment.air;
      if (to < 0 || to > 100) return false;
      ways[i] = way;
      return go(i + 1, to);
    });
  };
  return go(0, 0);
}

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
