import { capital, inWords, plain, say, type Voice } from "./say.ts";

const german: Voice = (sentence, values) =>
  (
    ({
      "bar {{0}} of {{1}}": "Takt {{0}} von {{1}}",
      "{{0}} returns": "{{0}} kehrt wieder",
      "the end": "der Schluss",
    }) as Record<string, string>
  )[sentence]!.replace(/\{\{(\d)\}\}/g, (_, i: string) => values[Number(i)]!);

it("is a sentence with its values in it", () => {
  expect(plain(say`bar ${3} of ${"the end"}`) === "bar 3 of the end").toBe(true);
  expect(plain("as it is") === "as it is").toBe(true);
});

it("is put into other words, values and all, but for what people named themselves", () => {
  const piece = "the end";
  const text = say`${say`bar ${3} of ${piece}`} returns`;
  expect(inWords(text, german)).toBe("Takt 3 von the end kehrt wieder");
  expect(inWords(say`bar ${3} of ${say`the end`}`, german)).toBe("Takt 3 von der Schluss");
});

it("stands in other texts, in rows, and at the beginning of a sentence", () => {
  const places = [say`bar ${1} of ${2}`, say`the end`].join(", ");
  expect(inWords(`“${places}”`, german)).toBe("“Takt 1 von 2, der Schluss”");
  expect(inWords(`${capital(say`the end`)}. ${say`the end`}`, german)).toBe(
    "Der Schluss. der Schluss",
  );
  expect(plain(capital("")) === "").toBe(true);
});

it("may be written over several lines", () => {
  expect(
    plain(say`bar ${1}
      of ${2}`) === "bar 1 of 2",
  ).toBe(true);
});

it("is read to its end also where something was cut off", () => {
  const whole = say`${say`bar ${3} of ${4}`} returns`;
  for (let length = 0; length < whole.length; length++)
    expect(/[\u001b-\u001f]/.test(plain(whole.slice(0, length)))).toBe(false);
});
