// Every sentence that is said to people, by itself: what a second language has to put into words.
// `npm run texts` writes them to web/texts/en.json.
import { readdirSync, readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import ts from "typescript";
import { root } from "./tools.mjs";

const HOUSES = ["core", "server", "web"];
const FILE = join(root, "web", "texts", "en.json");

const sources = (folder) =>
  readdirSync(folder, { withFileTypes: true }).flatMap((one) => {
    const path = join(folder, one.name);
    if (one.isDirectory())
      return /^(node_modules|dist|public)$/.test(one.name) ? [] : sources(path);
    return /\.tsx?$/.test(one.name) && !one.name.includes(".test.") ? [path] : [];
  });

/** A sentence as it is looked up: broken lines are one, values are counted. */
const sentenceOf = (template) => {
  const parts = ts.isNoSubstitutionTemplateLiteral(template)
    ? [template.text]
    : [template.head.text, ...template.templateSpans.map((span) => span.literal.text)];
  return parts
    .map((part) => part.replace(/\s*\n\s*/g, " "))
    .reduce((text, part, i) => `${text}{{${i - 1}}}${part}`);
};

/** All sentences of the program, in the order of the alphabet. */
export function allTexts() {
  const found = new Set();
  for (const path of HOUSES.flatMap((house) => sources(join(root, house)))) {
    const visit = (node) => {
      if (ts.isTaggedTemplateExpression(node) && node.tag.getText() === "say")
        found.add(sentenceOf(node.template));
      ts.forEachChild(node, visit);
    };
    visit(ts.createSourceFile(path, readFileSync(path, "utf8"), ts.ScriptTarget.Latest, true));
  }
  return [...found].sort();
}

export const writtenTexts = () => Object.keys(JSON.parse(readFileSync(FILE, "utf8")));

/** Each by itself: a language is this file with the right sides put into its words. */
export const writeTexts = () =>
  writeFileSync(
    FILE,
    `${JSON.stringify(Object.fromEntries(allTexts().map((text) => [text, text])), null, 2)}\n`,
  );
