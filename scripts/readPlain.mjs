import { hasSaying, plain } from "../core/words/say.ts";

/*
 * Tests read sentences as people do: in plain English, without the marks by which a sentence can be
 * put into other words.
 */
const strict = globalThis.expect;

const isText = (value) => typeof value === "string";
strict.addEqualityTesters([
  (a, b) => (isText(a) && isText(b) && a !== b ? plain(a) === plain(b) : undefined),
]);

const mended = (error) => {
  if (error instanceof Error && hasSaying(error.message)) error.message = plain(error.message);
  throw error;
};

/** What is looked at: a text, texts in a row, or what throws one. */
function read(value) {
  if (isText(value)) return plain(value);
  if (Array.isArray(value) && value.some((one) => isText(one) && hasSaying(one)))
    return value.map(read);
  if (value instanceof Promise) return value.catch(mended).then(read);
  if (typeof value !== "function" || value._isMockFunction) return value;
  return (...given) => {
    try {
      return value(...given);
    } catch (error) {
      return mended(error);
    }
  };
}

globalThis.expect = Object.assign((value, ...more) => strict(read(value), ...more), strict);
