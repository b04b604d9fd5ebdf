import { hasSaying, inWords } from "@yarrow-ridge/core/words";
import { createInstance } from "i18next";
import { spokenNow, useChosen } from "./useSpoken.ts";
import { inTerms } from "./terms.ts";

/** A sentence is its own key, and stands for itself where a language lacks it. */
const languages = createInstance();
void languages.init({
  lng: "en",
  fallbackLng: false,
  resources: { en: { translation: {} } },
  keySeparator: false,
  nsSeparator: false,
  interpolation: { escapeValue: false },
  initAsync: false,
});

const ENGLISH = "en";
/** Texts that were put into words already: a screen says the same again and again. */
const known = new Map<string, string>();
const MOST_KNOWN = 5000;

/** A text in the language and terms of who reads it. */
export function spoken(text: string): string {
  if (!hasSaying(text)) return text;
  const before = known.get(text);
  if (before !== undefined) return before;
  const terms = spokenNow();
  const words = inWords(text, (sentence, values) => {
    const count = values.map(Number).find((value) => !Number.isNaN(value));
    return languages.t(sentence, {
      ...Object.fromEntries(values.entries()),
      ...(count === undefined ? {} : { count }),
      defaultValue: inTerms(sentence, terms),
    });
  });
  if (known.size >= MOST_KNOWN) known.clear();
  known.set(text, words);
  return words;
}

/** Fetches a language: a file of its sentences by the English ones. English itself has none. */
export async function speak(language: string): Promise<void> {
  if (language !== ENGLISH && !languages.hasResourceBundle(language, "translation")) {
    const answer = await fetch(`/texts/${encodeURIComponent(language)}.json`).catch(
      () => undefined,
    );
    const texts = answer?.ok ? ((await answer.json()) as Record<string, string>) : {};
    languages.addResourceBundle(language, "translation", texts);
  }
  await languages.changeLanguage(language);
  document.documentElement.lang = language;
  known.clear();
}

useChosen.subscribe(() => known.clear());
