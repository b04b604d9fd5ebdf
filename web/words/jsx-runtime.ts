import * as react from "react/jsx-runtime";
import { spoken } from "./voice.ts";

/*
 * What is drawn is put into words here, in the one place all of it goes through: texts of the
 * server and of core come with their sayings in them, and nobody has to think of it.
 */

type Props = Record<string, unknown>;

const said = (value: unknown): unknown => {
  if (typeof value === "string") return spoken(value);
  if (!Array.isArray(value)) return value;
  const words: unknown[] = value.map(said);
  return words.some((one, i) => one !== value[i]) ? words : value;
};

/** Further properties of parts within a part of the component library. */
const NESTED = ["slotProps", "htmlInput", "input", "select", "textField", "menu", "tooltip"];

function spokenProps(props: Props): Props {
  let words = props;
  for (const name of Object.keys(props)) {
    const value = props[name];
    const put =
      NESTED.includes(name) && typeof value === "object" && value !== null
        ? spokenProps(value as Props)
        : said(value);
    if (put === value) continue;
    if (words === props) words = { ...props };
    words[name] = put;
  }
  return words;
}

type Jsx = (type: never, props: never, key?: string) => React.JSX.Element;
const speaking =
  (create: Jsx): Jsx =>
  (type, props, key) =>
    create(type, spokenProps(props) as never, key);

export const Fragment = react.Fragment;
export const jsx = speaking(react.jsx as Jsx);
export const jsxs = speaking(react.jsxs as Jsx);
export type { JSX } from "react";
