import { plain } from "@yarrow-ridge/core/words";
import { lengthText, typedUnit, usualIn } from "../words/spoken.ts";
import { dayAndMonth, timeText, weekdayOf, weekFrom, withWeekday } from "./spokenDates.ts";

// What is usual where: Unicode CLDR, as the browser's own Intl has it.
it("takes over what is usual where the browser is", () => {
  expect(usualIn("en-GB")).toMatchObject({ dates: "day first", clock: "24", lengths: "metric" });
  expect(usualIn("en-US")).toMatchObject({ dates: "month first", clock: "12", lengths: "inches" });
  expect(usualIn("en-US@posix")).toEqual(usualIn("en-US"));
  expect(usualIn("")).toEqual(usualIn("en-GB"));
  expect(usualIn("de")).toMatchObject({ dates: "day first", lengths: "metric" });
});

it("says dates as they are written, in every time zone", () => {
  const spoken = { dates: "day first" } as const;
  expect(plain(dayAndMonth("2026-03-01", spoken))).toBe("1 March");
  expect(plain(dayAndMonth("2026-03-01", { dates: "month first" }, true))).toBe("Mar 1");
  // 28 November 2026 is a Saturday (ISO 8601 week 48)
  expect(weekdayOf("2026-11-28")).toBe(5);
  expect(plain(withWeekday("2026-11-28", spoken))).toBe("Saturday, 28 November");
  expect(plain(withWeekday("2026-11-28T23:30", spoken, true))).toBe("Sat 28 Nov");
});

it("says times by either clock", () => {
  const noon = ["00:05", "11:59", "12:00", "16:30"].map((time) =>
    plain(timeText(time, { clock: "12" })),
  );
  expect(noon).toEqual(["12:05 am", "11:59 am", "12:00 pm", "4:30 pm"]);
  expect(plain(timeText("16:30", { clock: "24" }))).toBe("16:30");
});

it("begins the week where it is wanted, and measures either way", () => {
  expect(weekFrom({ weekStart: 7 })).toEqual([6, 0, 1, 2, 3, 4, 5]);
  // an inch is 25.4 mm (international yard and pound agreement, 1959)
  expect(plain(lengthText(189, { lengths: "inches" }))).toBe("7.4 in");
  expect(plain(lengthText(189, { lengths: "metric" }, "cm"))).toBe("18.9 cm");
  const { unit, times } = typedUnit("mm", { lengths: "inches" });
  for (const mm of [142, 165, 189, 212])
    expect([unit, Math.round((Math.round((mm / times) * 100) / 100) * times)]).toEqual(["in", mm]);
});

// Where English is spoken with crotchets or quarter notes: common practice, no source.
it("names bars and notes as is usual there", () => {
  const named = (language: string) => {
    const { bars, noteValues } = usualIn(language);
    return [bars, noteValues];
  };
  expect(named("en-US")).toEqual(["measure", "quarter note"]);
  expect(named("en-GB")).toEqual(["bar", "crotchet"]);
  expect(named("de-AT")).toEqual(["bar", "quarter note"]);
});
