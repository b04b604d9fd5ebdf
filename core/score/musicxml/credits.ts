import { children, childText, type Element } from "../xml/xml.ts";

/** Words on the first page. */
interface Words {
  readonly text: string;
  readonly type: string | undefined;
  readonly size: number;
  readonly align: string;
  readonly height: number;
}

function wordsOf(root: Element): Words[] {
  return children(root, "credit")
    .filter((credit) => ["", "1"].includes(credit.getAttribute("page") ?? ""))
    .flatMap((credit) =>
      children(credit, "credit-words")
        .slice(0, 1)
        .map((words): Words => ({
          text: children(credit, "credit-words")
            .map((one) => one.textContent?.trim() ?? "")
            .filter(Boolean)
            .join(" "),
          type: childText(credit, "credit-type"),
          size: parseFloat(words.getAttribute("font-size") ?? "") || 0,
          align: words.getAttribute("halign") ?? words.getAttribute("justify") ?? "",
          height: parseFloat(words.getAttribute("default-y") ?? "") || 0,
        })),
    )
    .filter((words) => words.text !== "");
}

/** Numbers of pages, rights and addresses are neither. */
const isName = ({ text }: Words): boolean =>
  /\p{L}{2}/u.test(text) && !/©|copyright|www\.|^p(age|\.)?\s*\d/i.test(text);

/**
 * Title and composer as they stand on the first page: by what the file calls them, else the largest
 * words and those at the right.
 */
export function creditsOf(root: Element): { title: string; composer: string } {
  const words = wordsOf(root);
  const plain = words.filter((one) => !one.type && isName(one));
  const largest = [...plain]
    .filter((one) => one.align !== "right")
    .sort((a, b) => b.size - a.size || b.height - a.height)[0];
  const title = words.find((one) => one.type === "title") ?? largest;
  const composer =
    words.find((one) => one.type === "composer") ??
    plain
      .filter((one) => one !== title && one.align === "right")
      .sort((a, b) => b.height - a.height)[0];
  return { title: title?.text ?? "", composer: composer?.text.replace(/\s+/g, " ") ?? "" };
}
