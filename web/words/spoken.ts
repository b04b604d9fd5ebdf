import { say } from "@yarrow-ridge/core/words";
/** How dates, times and lengths are said. */
export interface Spoken {
  /** 28 November, or November 28. */
  readonly dates: "day first" | "month first";
  readonly clock: "24" | "12";
  /** ISO weekday, 1 is Monday, 7 is Sunday. */
  readonly weekStart: 1 | 6 | 7;
  readonly lengths: "metric" | "inches";
  /** What the space between two barlines is called. */
  readonly bars: "bar" | "measure";
  readonly noteValues: "crotchet" | "quarter note";
  /** One of the languages there are, as its file in `public/texts` is called. */
  readonly language: string;
}

/** Regions that measure in inches (CLDR, measurementSystem US). */
const INCHES = ["US", "LR", "MM"];

/** A language is a file of its own in `public/texts` and a line here; English needs none. */
export const LANGUAGES: readonly (readonly [language: string, name: string])[] = [
  ["en", "English"],
];

/** Where English is spoken and a bar is a measure. */
const MEASURES = ["US", "CA", "PH", "LR"];
/** Where English is spoken and a quarter note is a crotchet. */
const CROTCHETS = ["GB", "IE", "AU", "NZ", "ZA", "IN", "SG", "HK", "MT", "JM"];

/** Some systems name a language that is none, such as `en-US@posix`. */
function localeOf(language: string): Intl.Locale {
  try {
    return new Intl.Locale(language.replace(/[@.].*$/, ""));
  } catch {
    return new Intl.Locale("en-GB");
  }
}

const languageOf = (language: string): string =>
  LANGUAGES.find(([one]) => one === localeOf(language).language)?.[0] ?? "en";

/** What is usual where the browser says it is. */
export function usualIn(language: string): Spoken {
  const locale = localeOf(language).maximize();
  const region = locale.region ?? "GB";
  const english = `en-${region}`;
  const parts = new Intl.DateTimeFormat(english, { day: "numeric", month: "long" }).formatToParts(
    new Date(2026, 10, 28),
  );
  const { hour12 } = new Intl.DateTimeFormat(english, { hour: "numeric" }).resolvedOptions();
  const told = locale as unknown as {
    weekInfo?: { firstDay: number };
    getWeekInfo?: () => { firstDay: number };
  };
  const first = (told.getWeekInfo?.() ?? told.weekInfo)?.firstDay ?? 1;
  return {
    dates: parts[0]?.type === "month" ? "month first" : "day first",
    clock: hour12 ? "12" : "24",
    weekStart: first === 7 || first === 6 ? first : 1,
    lengths: INCHES.includes(region) ? "inches" : "metric",
    bars: MEASURES.includes(region) ? "measure" : "bar",
    language: languageOf(language),
    noteValues: CROTCHETS.includes(region) ? "crotchet" : "quarter note",
  };
}

const MM_IN_INCH = 25.4;

/** A length with its unit: `189 mm`, `19 cm`, `7.4 in`. */
export const lengthText = (
  mm: number,
  { lengths }: Pick<Spoken, "lengths">,
  metric: "mm" | "cm" = "mm",
): string =>
  lengths === "inches"
    ? say`${Math.round((mm / MM_IN_INCH) * 10) / 10} in`
    : metric === "cm"
      ? say`${Math.round(mm) / 10} cm`
      : say`${Math.round(mm)} mm`;

/** The unit a length is typed in, and how many of its own unit one of that is. */
export function typedUnit(
  unit: string | undefined,
  { lengths }: Pick<Spoken, "lengths">,
): { unit: string | undefined; times: number } {
  if (lengths === "inches" && unit === "mm") return { unit: "in", times: MM_IN_INCH };
  if (lengths === "inches" && unit === "cm") return { unit: "in", times: MM_IN_INCH / 10 };
  return { unit, times: 1 };
}
