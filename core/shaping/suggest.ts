import { say } from "../words/say.ts";
import {
  AMOUNTS,
  comparePlaces,
  lastBarOf,
  startOf,
  type Place,
  type Score,
  type Section,
  type Shape,
  type TimingKind,
  type TimingMark,
} from "../score/index.ts";
import { overlapping } from "./time.ts";

/** A place where the time may give, and why. */
export interface TimingIdea {
  readonly mark: TimingMark;
  readonly why: string;
}

const SLOWER =
  /^(poco |un poco |molto )?(a poco )?(rit|rall|allarg|slargando|ritenuto|tratt|calando|smorz|morendo)/i;
const FASTER =
  /^(poco |un poco |molto )?(a poco )?(accel|string|affrett|stretto|piu mosso|più mosso)/i;
const BACK = /a tempo|tempo (i|primo)\b|^tempo$/i;
/** A printed word whose end is not said lasts so many bars. Common practice, no source. */
const WORD_LASTS = 2;
/** `poco` asks for so much of the usual change. */
const LITTLE = 0.5;

/**
 * Where the time could give: the printed words, a breath before a new section, a moment before the
 * climax, the last two bars. What is marked already, or would pull against a mark, is left out.
 */
export function timingIdeas(
  score: Score,
  sections: readonly Section[],
  climax: Place | undefined,
  shape: Shape,
): TimingIdea[] {
  const ideas = [
    ...printed(score),
    ...breaths(score, sections),
    ...beforeClimax(score, climax),
    ...ending(score),
  ];
  const kept: TimingIdea[] = [];
  for (const idea of ideas) {
    const all = [...shape.timing, ...kept.map((one) => one.mark)];
    const isThere = all.some(
      (mark) => mark.kind === idea.mark.kind && comparePlaces(mark.from, idea.mark.from) === 0,
    );
    if (!isThere && !overlapping([...all, idea.mark])) kept.push(idea);
  }
  return kept.sort((a, b) => comparePlaces(a.mark.from, b.mark.from));
}

const idea = (
  kind: TimingKind,
  from: Place,
  to: Place,
  why: string,
  amount = AMOUNTS[kind].usual,
): TimingIdea => ({
  mark: {
    id: `${kind} ${from.bar} ${from.offset.num}/${from.offset.den}`,
    kind,
    from: { bar: from.bar, offset: from.offset },
    to: { bar: to.bar, offset: to.offset },
    amount,
  },
  why,
});

function printed(score: Score): TimingIdea[] {
  const words = score.marks.filter((mark) => mark.kind === "words");
  return words.flatMap((mark): TimingIdea[] => {
    const kind = SLOWER.test(mark.text) ? "broaden" : FASTER.test(mark.text) ? "push" : undefined;
    if (!kind) return [];
    const back = words.find(
      (one) =>
        comparePlaces(one, mark) > 0 &&
        (BACK.test(one.text) || SLOWER.test(one.text) || FASTER.test(one.text)),
    );
    const most = startOf(Math.min(score.bars.length, mark.bar + WORD_LASTS));
    const usual = AMOUNTS[kind].usual;
    const amount = /poco/i.test(mark.text) ? 1 + (usual - 1) * LITTLE : usual;
    return [
      idea(
        kind,
        mark,
        back && comparePlaces(back, most) < 0 ? back : most,
        say`“${mark.text}” is printed in bar ${score.bars[mark.bar]!.number}`,
        Math.round(amount * 100) / 100,
      ),
    ];
  });
}

function breaths(score: Score, sections: readonly Section[]): TimingIdea[] {
  const starts = sections.filter((section) => section.from.bar > 0 || section.from.offset.num > 0);
  return starts
    .filter(
      (section, i) => starts.findIndex((one) => comparePlaces(one.from, section.from) === 0) === i,
    )
    .flatMap((section): TimingIdea[] => {
      // a rest breathes by itself
      const last = score.bars[section.from.offset.num ? section.from.bar : section.from.bar - 1]!;
      return score.notes.some((note) => note.bar === last.index)
        ? [idea("breathe", section.from, section.from, say`a new section begins: ${section.name}`)]
        : [];
    });
}

const beforeClimax = (score: Score, climax: Place | undefined): TimingIdea[] =>
  climax && score.bars[climax.bar] && (climax.bar > 0 || climax.offset.num > 0)
    ? [idea("wait", climax, climax, say`the climax: do not arrive early`, 0.25)]
    : [];

function ending(score: Score): TimingIdea[] {
  const from = startOf(Math.max(0, score.bars.length - 2));
  const to = startOf(score.bars.length);
  return lastBarOf(to) > 2 ? [idea("broaden", from, to, say`the end`, 0.75)] : [];
}
