/** Keys that are called the same on every keyboard. */
const NAMED: Readonly<Record<string, string>> = {
  Escape: "esc",
  Enter: "enter",
  Tab: "tab",
  " ": "space",
  Backspace: "backspace",
  Delete: "delete",
  ArrowLeft: "left",
  ArrowRight: "right",
  ArrowUp: "up",
  ArrowDown: "down",
  PageUp: "pageup",
  PageDown: "pagedown",
};

export type Typed = Pick<
  KeyboardEvent,
  "key" | "code" | "shiftKey" | "ctrlKey" | "metaKey" | "altKey"
> & { readonly getModifierState?: (name: string) => boolean };

/**
 * What a key press is called in the table of commands: by the character it types, not by its place
 * on one country's keyboard. A digit is a digit with or without Shift, as French keyboards have it;
 * the other level of a digit's key is that digit with Shift. May have two names.
 *
 * @example typedKeys({ key: "z", code: "KeyY", ctrlKey: true, ... }) // => ["mod+z"]
 */
export function typedKeys(event: Typed, isMac = false): string[] {
  const { key, code, shiftKey, altKey } = event;
  const graph = event.getModifierState?.("AltGraph") ?? false;
  const [ctrl, meta] = graph ? [false, false] : [event.ctrlKey, event.metaKey];
  const mod = isMac ? meta : ctrl;
  const other = isMac ? ctrl : meta;
  const held = `${mod ? "mod+" : ""}${other ? "other+" : ""}${altKey && !graph ? "alt+" : ""}`;
  const shift = shiftKey ? "shift+" : "";
  const named = NAMED[key];
  if (named) return [`${held}${shift}${named}`];
  if ([...key].length !== 1) return [];
  if (/^\d$/.test(key)) return [held + key];
  const isLetter = key.toLowerCase() !== key.toUpperCase();
  const digit = /^Digit(\d)$/.exec(code)?.[1];
  const typed = isLetter ? `${held}${shift}${key.toLowerCase()}` : held + key;
  return digit === undefined ? [typed] : [typed, `${held}shift+${digit}`];
}
