import { execFileSync } from "node:child_process";
import { fileURLToPath } from "node:url";
import ICAL from "ical.js";

// Dates are dates, in every time zone. Beirut and Cairo change their clocks at midnight
// in spring (IANA time zone database).
const ZONES = [
  ...["Pacific/Auckland", "Asia/Tokyo", "Asia/Kolkata", "Asia/Beirut", "Africa/Cairo"],
  ...["Europe/Berlin", "UTC", "America/Asuncion", "America/Los_Angeles", "Pacific/Pago_Pago"],
];

const program = `
import { calendar, planEntries } from "./calendar.ts";
import { addDays, daysBetween, weekday } from "../clock.ts";
import { instrument } from "@yarrow-ridge/core/instruments";
const days = Array.from({ length: 366 }, (_, i) => addDays("2026-01-01", i));
const plan = { assignmentId: "a", readyBy: days.at(-1), goalTempo: 80, days: days.map((date) => ({ date, cards: [] })) };
for (const zone of ${JSON.stringify(ZONES)}) {
  process.env.TZ = zone;
  const all = Array.from({ length: 366 }, (_, i) => addDays("2026-01-01", i));
  const text = calendar("Piece", planEntries(plan, "Piece", instrument("piano")), new Date());
  const between = all.map((date) => daysBetween("2026-01-01", date));
  const behindUtc = new Date(2026, 0, 1).getTimezoneOffset();
  console.log(JSON.stringify([zone, text, all, between, all.map(weekday), behindUtc]));
}`;

it("are the same wherever the program runs, also where clocks change at midnight", () => {
  const printed = execFileSync(
    process.execPath,
    ["--import", "tsx", "--input-type=module", "-e", program],
    { cwd: fileURLToPath(new URL(".", import.meta.url)), encoding: "utf8", maxBuffer: 1e9 },
  );
  const told = printed
    .trim()
    .split("\n")
    .map((line) => JSON.parse(line) as [string, string, string[], number[], number[], number]);
  expect(told.map(([zone]) => zone)).toEqual(ZONES);
  // each zone was really on: minutes behind UTC on New Year's Day (IANA time zone database)
  expect(told.map((one) => one[5])).toEqual([-780, -540, -330, -120, -120, -60, 0, 180, 480, 660]);
  // UTC has no clocks to change
  const iso = Array.from({ length: 366 }, (_, i) =>
    new Date(Date.UTC(2026, 0, 1 + i)).toISOString().slice(0, 10),
  );
  for (const [, text, all, between, weekdays] of told) {
    expect(all).toEqual(iso);
    expect(between).toEqual(iso.map((_, i) => i));
    expect(weekdays).toEqual(iso.map((_, i) => (i + 3) % 7)); // 2026-01-01 is a Thursday
    const events = new ICAL.Component(ICAL.parse(text) as string).getAllSubcomponents("vevent");
    const starts = events.map((one) => new ICAL.Event(one).startDate.toString());
    expect(starts).toEqual([...iso, iso.at(-1)]);
  }
});
