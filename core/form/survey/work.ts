import { limbName, type Score } from "../../score/index.ts";
import type { FirstWork, Survey } from "./facts.ts";

const MOST = 6;
/**
 * Notes a second above the usual of the piece that make a bar dense. Common practice, no source.
 */
const DENSE = 1.6;

/** The bars in which most comes together that has to be worked on, hardest first. */
export function firstWork(score: Score, facts: Omit<Survey, "workFirst">): FirstWork[] {
  const found = new Map<number, { weight: number; reasons: string[] }>();
  const put = (bar: number, weight: number, reason: string) => {
    const at = found.get(bar) ?? { weight: 0, reasons: [] };
    if (at.reasons.includes(reason)) return;
    found.set(bar, { weight: at.weight + weight, reasons: [...at.reasons, reason] });
  };
  for (const one of facts.stretches)
    put(one.bar, 4, `${limbName(score, one.hand)} stretches ${one.notes}, ${one.millimetres} mm`);
  for (const one of facts.polyrhythms) put(one.bar, 3, `${one.ratio} between the hands`);
  for (const one of facts.leaps)
    put(
      one.bar,
      1.5 + one.semitones / 24,
      `${limbName(score, one.hand)} leaps ${one.centimetres} cm`,
    );
  for (const one of facts.accidentals)
    if (one.count >= 3) put(one.bar, one.count / 2, `${one.count} accidentals`);
  for (const one of facts.betweenHands)
    if (one.kind !== "interlocking")
      put(one.bar, 1, one.kind === "crossing" ? "the hands cross" : "both hands share a key");
  const playing = facts.density.filter((one) => one > 0).sort((a, b) => a - b);
  const usual = playing[Math.floor(playing.length / 2)] ?? 0;
  facts.density.forEach((value, bar) => {
    if (usual && value >= usual * DENSE)
      put(bar, value / usual, `${value} notes a second, where the piece has ${usual}`);
  });
  for (const one of facts.oddBars) if (one.text !== "a pick-up") put(one.bar, 1.5, one.text);
  return [...found]
    .filter(([bar]) => score.bars[bar])
    .sort((a, b) => b[1].weight - a[1].weight || a[0] - b[0])
    .slice(0, MOST)
    .map(([bar, { reasons }]) => ({ bar, reasons }));
}
