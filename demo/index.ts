import { readFileSync } from "node:fs";
import type { Paper, ShapeRecord } from "@yarrow-ridge/core/score";

export interface DemoSection {
  name: string;
  from: number;
  to: number;
  words: string;
  about?: Record<string, unknown>;
}

/**
 * The made-up studio of the demo. Days count from today; bars are 0-based, `to` is the first bar
 * after.
 */
export interface DemoStudio {
  students: {
    key: string;
    name: string;
    instrument: string;
    lessonWeekday: number;
    lessonTime: string;
    minutesByWeekday?: number[];
    reach?: number;
    notes: string;
  }[];
  pieces: {
    key: string;
    file: string;
    instrument: string;
    sections: DemoSection[];
    /** Bars, inclusive, in which the proposed fingers are written. */
    fingered: [number, number];
    pedal: [number, string, "down" | "change" | "up"][] | null;
    /** Bars, inclusive, in which what is proposed of a kind of marks is written, by stratum. */
    marks?: Record<string, [number, number]>;
    /** What the teacher wrote of a kind of marks, by stratum: bar, offset, what it says. */
    told?: Record<string, [number, string, Record<string, unknown>][]>;
    climax?: [bar: number, offset: string];
    shape?: ShapeRecord;
    /** Notes to oneself. */
    remarks?: [bar: number, offset: string, text: string][];
  }[];
  /** Pieces that have no file, with a picture of their page. */
  paper: {
    title: string;
    composer: string;
    instrument: string;
    paper: Paper;
    sections: DemoSection[];
    page: {
      file: string;
      width: number;
      height: number;
      marks: [bar: number, x: number, y: number, width: number, height: number][];
    };
  }[];
  assignments: {
    student: string;
    piece: string;
    goalTempo: number;
    readyInDays: number;
    rule: "three-to-one" | "ten-in-a-row";
    /**
     * Days of practice behind, those left out, and the slips before each step was earned, in turn.
     */
    daysBehind: number;
    skips: number[];
    slips: number[];
  }[];
  /** Ways to plan that this studio has a name for. */
  houseRules: Record<"name" | "rule" | "order" | "raise" | "hands" | "ladder", string>[];
  /** What was agreed at lessons. */
  lessons: { student: string; daysAgo: number; notes: string }[];
}

export const demoStudio = (): DemoStudio =>
  JSON.parse(readFileSync(new URL("./studio.json", import.meta.url), "utf8")) as DemoStudio;

export const demoPage = (file: string): Uint8Array =>
  new Uint8Array(readFileSync(new URL(`./pages/${file}`, import.meta.url)));

export const demoScore = (file: string): Uint8Array =>
  new Uint8Array(readFileSync(new URL(`./pieces/${file}`, import.meta.url)));
