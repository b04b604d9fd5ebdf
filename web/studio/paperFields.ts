import { say } from "@yarrow-ridge/core/words";
import { parseFraction, type Paper } from "@yarrow-ridge/core/score";

/** A piece on paper as it is filled in: bars by their printed numbers, lengths in beats. */
export interface PaperFields {
  bars: string;
  metre: string;
  pickup: string;
  fifths: number;
  mode: "major" | "minor";
  tempo: string;
  metres: { bar: string; metre: string }[];
  keys: { bar: string; fifths: number; mode: "major" | "minor" }[];
  repeats: { from: string; to: string; times: string; endings: string }[];
  lengths: { bar: string; beats: string }[];
}

export const NO_PAPER: PaperFields = {
  bars: "",
  metre: "4/4",
  pickup: "",
  fifths: 0,
  mode: "major",
  tempo: "",
  metres: [],
  keys: [],
  repeats: [],
  lengths: [],
};

const metreIn = (text: string): { beats: number; beatType: number } | undefined => {
  const match = /^\s*(\d{1,2})\s*\/\s*(1|2|4|8|16|32|64)\s*$/.exec(text);
  return match && Number(match[1]) >= 1
    ? { beats: Number(match[1]), beatType: Number(match[2]) }
    : undefined;
};

/** Beats such as `1`, `1½`, `1.5` or `3/2` as exact quarters. */
function quartersIn(text: string, beatType: number): string | undefined {
  const plain = text
    .trim()
    .replace(/(\d*)\s*½/, (_, whole: string) => `${Number(whole || 0) * 2 + 1}/2`)
    .replace(/^(\d+)[.,]5$/, (_, whole: string) => `${Number(whole) * 2 + 1}/2`);
  const value = /^\d{1,4}(\/[1-9]\d{0,3})?$/.test(plain) ? parseFraction(plain) : undefined;
  if (!value || value.num === 0) return undefined;
  const exact = { num: value.num * 4, den: value.den * beatType };
  const divisor = gcd(exact.num, exact.den);
  return exact.den === divisor
    ? String(exact.num / divisor)
    : `${exact.num / divisor}/${exact.den / divisor}`;
}

const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b));

/** What was filled in as it is sent, or the sentence that says what is missing. */
export function paperOf(fields: PaperFields): Paper | string {
  const first = fields.pickup.trim() ? 0 : 1;
  const metre = metreIn(fields.metre);
  if (!metre) return say`“${fields.metre}” is no metre; write one such as 3/4.`;
  if (!/^\d{1,4}$/.test(fields.bars.trim()) || Number(fields.bars) < 1)
    return say`Say how many bars the piece has, as the last one is numbered.`;
  const bars = Number(fields.bars) + 1 - first;
  const pickup = fields.pickup.trim() ? quartersIn(fields.pickup, metre.beatType) : undefined;
  if (fields.pickup.trim() && !pickup)
    return say`“${fields.pickup}” is no number of beats for a pick-up; write one such as 1 or 1½.`;
  let wrong = "";
  const bar = (text: string, what: string): number => {
    if (!/^\s*\d{1,4}\s*$/.test(text)) wrong ||= say`${what}: “${text}” is no bar number.`;
    const index = Number(text) - first;
    if (index < 0 || index >= bars) wrong ||= say`${what}: bar ${text} is not in the piece.`;
    return index;
  };
  const metres = fields.metres.map((one) => {
    const changed = metreIn(one.metre);
    if (!changed) wrong ||= say`“${one.metre}” is no metre; write one such as 3/4.`;
    return { bar: bar(one.bar, say`Change of metre`), ...(changed ?? metre) };
  });
  const at = (index: number) =>
    [{ bar: 0, ...metre }, ...metres]
      .filter((one) => one.bar <= index)
      .sort((a, b) => a.bar - b.bar)
      .at(-1)!;
  const paper: Paper = {
    bars,
    metres: [{ bar: 0, ...metre }, ...metres.filter((one) => one.bar > 0)],
    keys: [
      { bar: 0, fifths: fields.fifths, mode: fields.mode },
      ...fields.keys
        .map((one) => ({
          bar: bar(one.bar, say`Change of key`),
          fifths: one.fifths,
          mode: one.mode,
        }))
        .filter((one) => one.bar > 0),
    ],
    ...(pickup ? { pickup } : {}),
    repeats: fields.repeats.map((one) => ({
      from: bar(one.from, say`Repeat`),
      to: bar(one.to, say`Repeat`),
      ...(Number(one.times) > 2 ? { times: Number(one.times) } : {}),
      ...(one.endings.trim()
        ? {
            endings: one.endings.split(/[,/]/).map((text, i) => {
              const [from = "", to = from] = text.split(/[–-]/);
              return { from: bar(from, say`Ending`), to: bar(to, say`Ending`), passes: [i + 1] };
            }),
          }
        : {}),
    })),
    lengths: fields.lengths.map((one) => {
      const index = bar(one.bar, say`Odd bar`);
      const quarters = quartersIn(one.beats, at(index).beatType);
      if (!quarters) wrong ||= say`“${one.beats}” is no number of beats for bar ${one.bar}.`;
      return { bar: index, quarters: quarters ?? "1" };
    }),
    ...(Number(fields.tempo) >= 10 && Number(fields.tempo) <= 400
      ? { tempo: Number(fields.tempo) }
      : {}),
  };
  return wrong || paper;
}

/** What was sent, as it is filled in. */
export function fieldsOf(paper: Paper): PaperFields {
  const first = paper.pickup === undefined ? 1 : 0;
  const number = (bar: number) => String(bar + first);
  const [head = { beats: 4, beatType: 4, bar: 0 }, ...metres] = [...paper.metres].sort(
    (a, b) => a.bar - b.bar,
  );
  const beats = (quarters: string, beatType: number) => {
    const value = parseFraction(quarters)!;
    const [num, den] = [value.num * beatType, value.den * 4];
    return num % den === 0 ? String(num / den) : `${num / gcd(num, den)}/${den / gcd(num, den)}`;
  };
  const key = paper.keys.find((one) => one.bar === 0);
  const mode = (one: { mode?: string } | undefined) =>
    one?.mode === "minor" ? ("minor" as const) : ("major" as const);
  return {
    bars: String(paper.bars - 1 + first),
    metre: `${head.beats}/${head.beatType}`,
    pickup: paper.pickup === undefined ? "" : beats(paper.pickup, head.beatType),
    fifths: key?.fifths ?? 0,
    mode: mode(key),
    tempo: paper.tempo === undefined ? "" : String(paper.tempo),
    metres: metres.map((one) => ({ bar: number(one.bar), metre: `${one.beats}/${one.beatType}` })),
    keys: paper.keys
      .filter((one) => one.bar > 0)
      .map((one) => ({ bar: number(one.bar), fifths: one.fifths, mode: mode(one) })),
    repeats: paper.repeats.map((one) => ({
      from: number(one.from),
      to: number(one.to),
      times: one.times === undefined ? "" : String(one.times),
      endings: (one.endings ?? [])
        .map((ending) =>
          ending.from === ending.to
            ? number(ending.from)
            : `${number(ending.from)}–${number(ending.to)}`,
        )
        .join(", "),
    })),
    lengths: paper.lengths.map((one) => ({
      bar: number(one.bar),
      beats: beats(
        one.quarters,
        [...paper.metres]
          .sort((a, b) => a.bar - b.bar)
          .filter((metre) => metre.bar <= one.bar)
          .at(-1)?.beatType ?? 4,
      ),
    })),
  };
}
