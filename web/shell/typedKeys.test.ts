import { typedKeys, type Typed } from "./typedKeys.ts";

const press = (
  key: string,
  code: string,
  ...held: ("shift" | "ctrl" | "alt" | "graph")[]
): Typed => ({
  key,
  code,
  shiftKey: held.includes("shift"),
  ctrlKey: held.includes("ctrl"),
  altKey: held.includes("alt"),
  metaKey: false,
  getModifierState: (name) => name === "AltGraph" && held.includes("graph"),
});

// the layouts of keyboards as ISO/IEC 9995 keyboards of these countries have them; from memory
it.each([
  ["undo on a German keyboard", press("z", "KeyY", "ctrl"), "mod+z"],
  ["undo on an American one", press("z", "KeyZ", "ctrl"), "mod+z"],
  ["redo", press("Z", "KeyZ", "ctrl", "shift"), "mod+shift+z"],
  ["a finger on a French keyboard", press("3", "Digit3", "shift"), "3"],
  ["a finger on the number pad", press("3", "Numpad3"), "3"],
  ["a finger on an American keyboard", press("3", "Digit3"), "3"],
  ["? on a German keyboard", press("?", "Minus", "shift"), "?"],
  ["? on a French keyboard", press("?", "KeyM", "shift"), "?"],
  ["+ on a German keyboard", press("+", "BracketRight"), "+"],
  ["+ on an American keyboard", press("+", "Equal", "shift"), "+"],
  ["a on a French keyboard", press("a", "KeyQ"), "a"],
  ["a with Caps Lock", press("A", "KeyA"), "a"],
  ["the arrow with Shift", press("ArrowRight", "ArrowRight", "shift"), "shift+right"],
  ["Enter on the number pad", press("Enter", "NumpadEnter"), "enter"],
])("%s", (_, event, key) => expect(typedKeys(event)).toEqual([key]));

it("the other level of a digit's key is the digit with Shift, on either kind of keyboard", () => {
  expect(typedKeys(press("!", "Digit1", "shift"))).toContain("shift+1");
  expect(typedKeys(press("&", "Digit1"))).toContain("shift+1");
});

it("a character typed with the third level is no command with Ctrl and Alt", () =>
  expect(typedKeys(press("@", "KeyQ", "ctrl", "alt", "graph"))).toEqual(["@"]));
