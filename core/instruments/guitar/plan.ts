import { listed } from "../../words/listed.ts";
import { say } from "../../words/say.ts";
import { agreeingIn, toldMoments } from "../../fingering/index.ts";
import type { Played, Plan, Problem, Solved, Task } from "../../fingering/index.ts";
import { calledIn } from "../calledIn.ts";
import { barSpan, beatName, subtract, toNumber, type Score } from "../../score/index.ts";
import { barsNamed } from "../barsNamed.ts";
import { returnReasons } from "../returnReasons.ts";
import { between, isNatural, placesOf, roman, TUNINGS, type Neck } from "./neck.ts";
import { keptIn, positionsIn, restAfter, shiftsIn, type Kept } from "./moves.ts";
import type { NeckWay } from "./way.ts";
import { canTake, type AtNeck } from "./ways.ts";

/** So near the most a hand reaches, a stretch is said. */
const AT_THE_EDGE = 0.9;

/** What a player of frets adds to a line: the words for what came of it. */
export function neckPlan(at: AtNeck, { moments, score }: Task): Plan<NeckWay> {
  return {
    moments,
    terms: [],
    problems: (_, told) => problemsOf(at, told, score),
    reasons: (solved, asked) => reasonsOf(at, solved, asked, score),
    moves: (solved, asked) => ({
      positions: positionsIn(solved, asked),
      shifts: shiftsIn(at.neck, solved, asked),
    }),
    differences: (solved, asked, others) => {
      const first = told(solved.line.ways, solved.path, asked);
      return others.map((path) => {
        const other = told(solved.line.ways, path, asked);
        return other === first ? say`Other fingers in the same positions.` : other;
      });
    },
  };
}

const inBar = (bar: number, score: Score | undefined): string =>
  score ? say` (bar ${barSpan(score.bars, bar, bar)})` : "";

/** Positions in the order they come. */
function told(
  ways: readonly (readonly NeckWay[])[],
  path: readonly number[],
  asked: readonly number[],
): string {
  const positions = asked
    .map((at) => ways[at]![path[at]!]!)
    .filter(({ notes }) => notes.some(({ finger }) => finger > 0))
    .map(({ position }) => position);
  const inOrder = positions.filter((one, i) => one !== positions[i - 1]);
  if (inOrder.length === 0) return say`All on open strings.`;
  const named = listed(inOrder.map(roman));
  return inOrder.length === 1 ? say`All in position ${named}.` : say`Positions ${named}.`;
}

/** Where the hand shifts, what guides it, how far, where it lies flat, how far it stretches. */
function reasonsOf(
  at: AtNeck,
  solved: Solved<NeckWay>,
  asked: readonly number[],
  score: Score | undefined,
): string[] {
  if (asked.length === 0) return [];
  const { neck, most } = at;
  const { line, path } = solved;
  const again = agreeingIn(solved, asked);
  const way = (at: number) => line.ways[at]![path[at]!]!;
  const shifts = shiftsIn(neck, solved, asked).map(({ bar, from, to, mm, guide }) => {
    const frets = Math.abs(to - from);
    const how = guide ? say`, finger ${guide.finger} leads on string ${guide.string}` : "";
    return say`${roman(from)} to ${roman(to)}, ${frets} ${frets === 1 ? say`fret` : say`frets`},
      ${mm} mm${how}${inBar(bar, score)}`;
  });
  const barres: string[] = [];
  let lastBarre = -1;
  const { stays, early } = keptIn(solved, asked);
  const touched: string[] = [];
  let widest = { mm: 0, text: "" };
  for (const at of asked) {
    const [now, { bar }] = [way(at), line.moments[at]!];
    const stopped = now.notes
      .filter(({ finger }) => finger > 0)
      .sort((a, b) => a.finger - b.finger);
    const [low, high] = [stopped[0], stopped.at(-1)];
    if (low && high && low !== high) {
      const mm = between(neck, low.fret, high.fret);
      if (mm > widest.mm)
        widest = {
          mm,
          text: say`${low.finger}–${high.finger}, ${Math.round(mm)} mm${inBar(bar, score)}`,
        };
    }
    for (const { natural, finger, string, fret } of now.notes)
      if (natural && finger > 0)
        touched.push(say`string ${string} at fret ${roman(fret)}${inBar(bar, score)}`);
    for (const { from, to, fret, finger } of now.barres) {
      lastBarre = at;
      barres.push(
        finger === 1
          ? say`${to - from + 1} strings at fret ${roman(fret)}${inBar(bar, score)}`
          : say`${to - from + 1} strings at fret ${roman(fret)} with finger
            ${finger}${inBar(bar, score)}`,
      );
    }
  }
  const list = (all: readonly string[]) => listed(all, { between: "; " });
  const unlike = barres.filter((one, i) => one !== barres[i - 1]);
  return [
    ...(at.first ? [firstText(at.first, solved, asked, score)] : []),
    told(line.ways, path, asked),
    ...(shifts.length ? [say`Shifts to practise without looking: ${list(shifts)}.`] : []),
    ...returnReasons(again, say`on other frets or one string over`),
    ...(touched.length
      ? [say`Touch over the fret itself and let go at once: ${list(touched)}.`]
      : []),
    ...(unlike.length
      ? [say`Barre over ${list(unlike)}. ${restText(restAfter(solved, asked, lastBarre), score)}`]
      : []),
    ...(stays.length
      ? [say`Stay down for their next note: ${list(stays.map((one) => keptText(one, score)))}.`]
      : []),
    ...(early.length
      ? [
          say`Can be set early: ${list(
            early.map((one) => keptText(one, score) + say`, free from ${whenText(one, score)} on`),
          )}.`,
        ]
      : []),
    ...(widest.mm > most * AT_THE_EDGE
      ? [say`The widest stretch is ${widest.text}; this hand reaches ${most} mm. Never force it.`]
      : []),
  ];
}

/** What it costs to stay in the first positions: what would sound, or ring on, otherwise. */
function firstText(
  { positions, otherwise }: NonNullable<AtNeck["first"]>,
  { line }: Solved<NeckWay>,
  asked: readonly number[],
  score: Score | undefined,
): string {
  const can = (notes: readonly Played[]) => canTake(notes, otherwise);
  const [lost, ended]: [Played[], Played[]] = [[], []];
  const told = toldMoments(asked.map((one) => line.moments[one]!));
  for (const { notes, struck, beyond, released } of told) {
    const together = [...notes.filter((_, i) => struck[i]), ...beyond];
    if (beyond.length && can(together)) lost.push(...beyond);
    if (released.length && can([...together, ...released])) ended.push(...released);
  }
  const bars = (all: readonly Played[]) => {
    const own = all.map(({ bar }) => bar);
    return score ? say` (bar ${barsNamed(own, score)})` : "";
  };
  const what = say`For a beginner: positions I to ${roman(positions)}, no stretch, no barre.`;
  const costs = [
    ...(lost.length ? [say`${lost.length} left out${bars(lost)}`] : []),
    ...(ended.length ? [say`${ended.length} ended early${bars(ended)}`] : []),
  ];
  return costs.length
    ? say`${what} It costs notes that could be played otherwise: ${costs.join(say`, `)}.`
    : say`${what} It costs no note.`;
}

const barText = (bar: number, score: Score): string => say`bar ${barSpan(score.bars, bar, bar)}`;

/** When a finger comes free: its place, or alone how long before it is needed. */
const whenText = ({ at, free }: Kept, score: Score | undefined): string => {
  const bar = score?.bars[free.bar];
  const before = toNumber(subtract(at, free.at));
  return score && bar
    ? say`${barText(free.bar, score)}, beat ${beatName(bar, subtract(free.at, bar.start))}`
    : say`${before} ${before === 1 ? say`quarter` : say`quarters`} before`;
};

const keptText = ({ finger, string, fret, bar }: Kept, score: Score | undefined): string =>
  say`${finger} on string ${string} at fret ${roman(fret)}${inBar(bar, score)}`;

/** When the hand may rest after it has lain flat. */
const restText = (bar: number | undefined, score: Score | undefined): string =>
  bar === undefined
    ? say`Let the hand rest after these bars.`
    : score
      ? say`The hand can rest in ${barText(bar, score)}.`
      : say`Let the hand rest after it.`;

/** What cannot be taken on this neck with this hand. */
function problemsOf(at: AtNeck, told: Task["moments"], score: Score | undefined): Problem[] {
  const { neck } = at;
  let tunings: string[] | undefined;
  /** Ways out by another tuning, worked out where they are asked for. */
  const retuned = () => (tunings ??= tuningsFor(at, told));
  const { among, where } = calledIn(score);
  return told.flatMap((moment): Problem[] => {
    const { bar, beyond, released, notes, struck } = moment;
    const list = among(moment);
    const playing = notes.filter((_, i) => struck[i]);
    const found: Problem[] = [];
    const unsounded = beyond.filter((note) => isNatural(note) && placesOf(neck, note).length === 0);
    if (unsounded.length)
      found.push({
        ...{ kind: "unreachable", bar, notes: unsounded.map(({ id }) => id) },
        text: say`${where(bar)}: no open string of this neck has ${list(unsounded)} as a natural
          harmonic.`,
        ways: [say`Play it stopped, without the sign.`, ...retuned()],
      });
    const outside = beyond.filter((note) => !isNatural(note) && placesOf(neck, note).length === 0);
    if (outside.length)
      found.push({
        ...{ kind: "unreachable", bar, notes: outside.map(({ id }) => id) },
        text: say`${where(bar)}: ${list(outside)}
          ${outside.length === 1 ? say`is` : say`are`} not on this neck.`,
        ways: [
          say`Play it an octave ${outside[0]!.midi < Math.min(...neck.tuning) ? say`higher` : say`lower`}.`,
          ...asNatural(neck, outside),
          ...retuned(),
        ],
      });
    const inside = beyond.filter((note) => ![...outside, ...unsounded].includes(note));
    if (inside.length) {
      const twice = inside.filter((note) => playing.some(({ midi }) => midi === note.midi));
      const doubled = inside.filter(
        (note) =>
          !twice.includes(note) && playing.some((other) => (other.midi - note.midi) % 12 === 0),
      );
      found.push({
        ...{ kind: "too many", bar, notes: inside.map(({ id }) => id) },
        text: say`${where(bar)}: ${list(inside)} cannot sound together with ${list(playing)}: each
          needs a string of its own, in reach of this hand.`,
        ways: [
          ...(twice.length ? [say`Play ${list(twice)} once.`] : []),
          ...(doubled.length
            ? [say`Leave out ${list(doubled)}: the chord has it in another octave.`]
            : []),
          say`Play it an octave higher or lower.`,
          say`Break the chord.`,
          ...retuned(),
        ],
      });
    }
    if (released.length)
      found.push({
        ...{ kind: "let go", bar, notes: released.map(({ id }) => id) },
        text: say`${where(bar)}: ${list(released)} cannot ring on while ${list(playing)}
          ${playing.length === 1 ? say`is` : say`are`} played; it keeps
          ${released.map((note) => shareKept(note, moment)).join(", ")} of its value.`,
        ways: [say`Let it end there.`, say`Take it on another string.`],
      });
    return found;
  });
}

/** Where notes beyond the last fret sound as natural harmonics, if all of them do. */
function asNatural(neck: Neck, notes: readonly Played[]): string[] {
  const places = notes.map(
    ({ midi }) => placesOf(neck, { midi, printed: { harmonic: "natural" } })[0],
  );
  if (places.includes(undefined)) return [];
  const named = places.map((one) => say`string ${one!.string} at fret ${roman(one!.fret)}`);
  return [say`Play it as a natural harmonic: ${named.join(", ")}.`];
}

/** The part of its value that a note keeps when it ends with a moment. */
function shareKept({ at, length }: Played, { notes, struck }: Task["moments"][number]): string {
  const next = notes.find((_, i) => struck[i])!;
  const percent = (100 * toNumber(subtract(next.at, at))) / toNumber(length);
  return say`${Math.round(percent)} %`;
}

/** The first tuning that players know in which all that is struck can be taken. */
function tuningsFor(at: AtNeck, moments: Task["moments"]): string[] {
  const able = ({ tuning }: (typeof TUNINGS)[number]) =>
    moments.every(({ notes, struck, beyond }) => {
      const all = [...notes.filter((_, i) => struck[i]), ...beyond];
      return canTake(all, { ...at, neck: { ...at.neck, tuning } });
    });
  if (at.neck.tuning.length !== TUNINGS[0]!.tuning.length) return [];
  const found = TUNINGS.find((one) => one.tuning.join() !== at.neck.tuning.join() && able(one));
  return found
    ? [say`Tune the strings ${found.name}, from the sixth: then all of these bars can be played.`]
    : [];
}
