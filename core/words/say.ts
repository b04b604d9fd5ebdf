/* ASCII's separators, made to tell the parts of a text from each other; nobody can type them. */
const SAYING = "\u001e";
const VALUE = "\u001f";
const END_OF_VALUE = "\u001d";
const END = "\u001c";
const CAPITAL = "\u001b";
const SMALL = "\u001a";

/** How a saying is put into words: by its sentence with `{{0}}`, `{{1}}` … for its values. */
export type Voice = (sentence: string, values: readonly string[]) => string;

/**
 * A sentence for people that still knows which of it is sentence and which is value, so that it can
 * be put into other words where it is read. Lines may be broken within it.
 *
 * @returns a string; may stand in other sentences and other strings
 *   plain(say`bar ${4} returns`) is "bar 4 returns"
 */
export function say(sentence: TemplateStringsArray, ...values: (string | number)[]): string {
  const parts = sentence.map((part, i) => {
    const words = part.replace(/\s*\n\s*/g, " ");
    return i < values.length ? `${words}${VALUE}${values[i]!}${END_OF_VALUE}` : words;
  });
  return `${SAYING}${parts.join("")}${END}`;
}

/** A text that begins a sentence: its first letter is a capital, once it is put into words. */
export const capital = (text: string): string => `${CAPITAL}${text}`;

/** A name within a sentence: its first letter is small, once it is put into words. */
export const small = (text: string): string => `${SMALL}${text}`;

/** Whether something in a text is to be put into words. */
export const hasSaying = (text: string): boolean => /[\u001a\u001b\u001e]/.test(text);

/** A text with each of its sayings put into words, those in values first. */
export function inWords(text: string, voice: Voice): string {
  if (!hasSaying(text)) return text;
  let at = 0;
  /** Up to one of the marks; what was cut off in the middle ends with the text. */
  const until = (end: string): string => {
    let words = "";
    for (; at < text.length && text[at] !== end; at++)
      words += text[at] === SAYING ? saying() : text[at]!;
    return words;
  };
  const saying = (): string => {
    const values: string[] = [];
    let sentence = "";
    for (at++; at < text.length && text[at] !== END; at++)
      if (text[at] === VALUE) {
        at++;
        sentence += `{{${values.length}}}`;
        values.push(until(END_OF_VALUE));
      } else sentence += text[at]!;
    return voice(sentence, values);
  };
  return until("").replace(/([\u001a\u001b])+([^\u001a\u001b]?)/gu, (_, mark, first: string) =>
    mark === CAPITAL ? first.toUpperCase() : first.toLowerCase(),
  );
}

/** A sentence with its values in it. */
export const filled: Voice = (sentence, values) =>
  sentence.replace(/\{\{(\d+)\}\}/g, (_, i: string) => values[Number(i)] ?? "");

/** A text in the words it was said in. */
export const plain = (text: string): string => inWords(text, filled);
