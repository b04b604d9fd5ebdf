import { say } from "../words/say.ts";
import { barSpan, notesByBar, toNumber, type Bar, type Note, type Score } from "../score/index.ts";
import type { Form } from "./model.ts";
import { hear, spellingOf } from "./harmony/index.ts";
import type { Return } from "./returns.ts";
import { rolesOf } from "./survey/roles.ts";

/** What speaks for a section or phrase beginning with a bar. */
export interface Evidence {
  readonly weight: number;
  /** In sentences without a full stop, the one that counts most first. */
  readonly reasons: readonly string[];
}

export type Span = Pick<Return, "from" | "to" | "of" | "ofTo" | "relation" | "hand">;

const WORDS: Readonly<Record<Return["relation"], string>> = {
  exact: say`return here`,
  octave: say`return here an octave away`,
  transposed: say`return here in another key`,
  exchanged: say`return here with the hands exchanged`,
  varied: say`return here, changed`,
  rhythm: say`return here in their rhythm`,
};

/**
 * Weights of what a listener goes by. Set on the first half of the composed forms and on two
 * inventions.
 */
const WEIGHTS = {
  returns: 2.2,
  source: 1.1,
  over: 0.9,
  alone: 0.5,
  varied: 0.6,
  cadence: { perfect: 1.3, half: 0.8, plagal: 0.7, deceptive: 0.3 },
  key: 0.7,
  texture: 0.3,
  rests: 0.4,
  repeat: 2,
  signature: 1,
  entry: 0.5,
} as const;
/** Bars of a return that is worth the whole. */
const LONG = 8;

/**
 * By bar, what speaks for a beginning there: cadences before it, returns, keys, texture, rests,
 * signs.
 */
export function evidenceOf(
  score: Score,
  form: Form,
  returns: readonly Span[],
  together: string | undefined,
): Evidence[] {
  const found = score.bars.map(() => [] as { weight: number; text: string; kind: string }[]);
  const number = (bar: number) => score.bars[bar]?.number ?? say`the end`;
  const span = (from: number, to: number) =>
    say`bars ${number(from)}–${number(Math.min(to, score.bars.length - 1))}`;
  const put = (bar: number, kind: string, weight: number, text: string) => {
    if (bar <= 0 || bar >= score.bars.length || weight <= 0) return;
    // of each kind what says most
    const other = found[bar]!.findIndex((one) => one.kind === kind);
    if (other >= 0 && found[bar]![other]!.weight >= weight) return;
    if (other >= 0) found[bar]!.splice(other, 1);
    found[bar]!.push({ weight, text, kind });
  };
  for (const one of returns) {
    const share =
      Math.min(1, (one.to - one.from + 1) / LONG) *
      (one.hand === together ? 1 : WEIGHTS.alone) *
      (one.relation === "varied" ? WEIGHTS.varied : 1);
    put(
      one.from,
      "return",
      WEIGHTS.returns * share,
      `${span(one.of, one.ofTo)} ${WORDS[one.relation]}`,
    );
    put(
      one.of,
      "return",
      WEIGHTS.source * share,
      say`what begins here returns in bar ${number(one.from)}`,
    );
    put(
      one.to + 1,
      "over",
      WEIGHTS.over * share,
      say`the return of ${span(one.of, one.ofTo)} ends before it`,
    );
    put(
      one.ofTo + 1,
      "over",
      WEIGHTS.over * share,
      say`what returns in bar ${number(one.from)} ends before it`,
    );
  }
  const { cadences, keys } = hear(score);
  const spelling = spellingOf(score);
  const keyText = (key: (typeof keys)[number]) =>
    `${spelling.tonic(key, key.from, key.to)}${key.mode === "minor" ? say` minor` : ""}`;
  for (const { kind, bar, offset, key, strength, rests } of cadences) {
    // a close that the line goes on from without a rest is one for the bass alone
    put(
      bar + 1,
      "cadence",
      WEIGHTS.cadence[kind] * strength * (rests ? 1 : 0.6),
      say`${kind} cadence in ${keyText(key)}, bar ${number(bar)}`,
    );
    // where the line goes on, the end of one phrase is the beginning of the next
    if (!rests && offset < 1e-9)
      put(
        bar,
        "cadence",
        WEIGHTS.cadence[kind] * strength * 0.7,
        say`${kind} cadence in ${keyText(key)}, bar ${number(bar)}`,
      );
  }
  keys.forEach((key, i) => {
    if (i > 0)
      for (const by of [0, -1, 1])
        put(
          key.from + by,
          "key",
          WEIGHTS.key * (by === 0 ? 1 : 0.7),
          say`the key turns to ${keyText(key)}`,
        );
  });
  for (const bar of textureChanges(score))
    put(bar, "texture", WEIGHTS.texture, say`the texture changes`);
  for (const one of form.imitations)
    put(
      one.entry.bar,
      "entry",
      WEIGHTS.entry,
      say`the ${one.follower} hand takes up what the ${one.leader} began in ${
        barSpan(score.bars, one.from.bar, one.from.bar) === number(one.entry.bar)
          ? say`it`
          : say`bar ${number(one.from.bar)}`
      }`,
    );
  const byBar = notesByBar(score);
  score.bars.forEach((bar, index) => {
    if (bar.repeatStart) put(index, "repeat", WEIGHTS.repeat, say`a repeat begins here`);
    if (bar.repeatEnd && !score.bars[index + 1]?.endings)
      put(index + 1, "repeat", WEIGHTS.repeat, say`a repeat ends before it`);
    if (index > 0 && bar.key.fifths !== score.bars[index - 1]!.key.fifths)
      put(index, "signature", WEIGHTS.signature, say`the key signature changes here`);
    if (restsIn(byBar[index]!, bar))
      put(index + 1, "rest", WEIGHTS.rests, say`the line comes to rest in bar ${number(index)}`);
  });
  return found.map((list) => ({
    weight: list.reduce((sum, one) => sum + one.weight, 0),
    // what a listener names first: a return, or the cadence before it
    reasons: list
      .sort(
        (a, b) =>
          Number(NAMED.includes(b.kind)) - Number(NAMED.includes(a.kind)) || b.weight - a.weight,
      )
      .map((one) => one.text),
  }));
}

const NAMED = ["return", "cadence"];

/**
 * Bars with which every hand that plays goes over to another way of moving, for two bars at least.
 */
function textureChanges(score: Score): number[] {
  const roles = rolesOf(score);
  return score.bars.flatMap((_, bar) => {
    const changed = roles.filter(
      ({ roles: own }) =>
        bar > 1 &&
        own[bar] !== own[bar - 1] &&
        own[bar - 1] === own[bar - 2] &&
        own[bar + 1] === own[bar],
    );
    return changed.length ? [bar] : [];
  });
}

/**
 * Whether the top line comes to rest in a bar: its last note is at least half of it, or silence
 * follows.
 */
function restsIn(notes: readonly Note[], bar: Bar): boolean {
  const top = notes.filter((note) => note.staff === 1 && !note.grace);
  const length = toNumber(bar.length);
  const last = Math.max(-1, ...top.map((note) => toNumber(note.offset)));
  return last < 0 || length - last >= length / 2;
}
