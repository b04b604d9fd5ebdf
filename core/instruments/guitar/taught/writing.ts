import type { Taught } from "./items.ts";

/** Something that is taught, with its accepted ways. */
export const item = (name: string, notes: string, ...places: string[]): Taught => ({
  ...{ name, notes },
  places: places.join(" | "),
});

export const inFirst = (name: string, notes: string, ...places: string[]): Taught => ({
  ...item(name, notes, ...places),
  position: "1",
});

export const movable = (position: number, name: string, notes: string, places: string): Taught => ({
  ...item(`${name} in ${position}`, notes, places),
  position: String(position),
  open: "avoid",
});

export const onStrings = (
  strings: string,
  name: string,
  notes: string,
  ...places: string[]
): Taught => ({
  ...item(`${name} on strings ${strings}`, notes, ...places),
  ...{ strings, open: "avoid" },
});
