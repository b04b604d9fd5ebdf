import { scoreOf } from "../../testing.ts";
import { fraction, type Score } from "../../score/index.ts";
import { propose } from "../propose.ts";
import { respelled } from "./respelled.ts";
import { NATURALS, type Setting } from "./strings.ts";

// A string is a letter: C on the B sharp string lies a string lower. Common practice, no source.

const setting = (over: Partial<Setting>, offset = 0) => ({
  ...{ id: String(offset), layer: "teacher", from: { bar: 0, offset: fraction(offset) } },
  data: over,
});
const line = scoreOf([["C5:0.25 C5:0.25 C5:0.25 C5:0.25 E5:1 B4:1 B4:1", "r:4"]]);
const spelling = ({ notes }: Score) =>
  notes.map(({ pitch }) => `${pitch.step}${pitch.alter}${pitch.octave}`).join(" ");
const AS_WRITTEN = "C05 C05 C05 C05 E05 B04 B04";

it("leaves notes on their own strings where those sound them", () => {
  expect(spelling(line)).toBe(AS_WRITTEN);
  expect(spelling(respelled(line, [setting(NATURALS)], 200, {}))).toBe(AS_WRITTEN);
  expect(respelled(line, [], 200, {})).toBe(line);
});

it("takes the other string where the written one stands otherwise, from where it is set", () => {
  const marks = [setting({ ...NATURALS, C: -1 }), setting({ C: 0, B: -1 }, 3)];
  // C flat is the B: its own string sounds it until B flat is set; C itself has no string
  expect(spelling(respelled(line, marks, 60, {}))).toBe(AS_WRITTEN);
  const other = [setting({ ...NATURALS, B: -1, C: -1 })];
  expect(spelling(respelled(line, other, 60, {}))).toBe("C05 C05 C05 C05 E05 C-15 C-15");
});

it("goes by turns where a note comes again at once and both strings sound it", () => {
  const marks = [setting({ ...NATURALS, B: 1 })];
  const quick = respelled(line, marks, 120, {});
  expect(spelling(quick)).toMatch(/^C05 B14 C05 B14 E05/);
  // slowly the string has time
  expect(spelling(respelled(line, marks, 60, {}))).toMatch(/^C05 C05 C05 C05 E05/);
  // two strings are two fingers; one string is the same finger again or another on it
  const { notes } = propose(quick, { instrument: "harp", hand: "right", from: 0, to: 0 });
  const fingers = notes.map(({ finger }) => Number(finger));
  expect(fingers[1]! > fingers[0]!).toBe(true);
  expect(fingers.slice(2, 4)).toEqual(fingers.slice(0, 2));
});
