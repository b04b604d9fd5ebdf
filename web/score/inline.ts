/** A sign as the engraver defines it once a page: its outline, with how that is turned. */
const DEFINED = /<g id="([^"]+)">\s*<path transform="([^"]*)" d="([^"]*)"\s*\/>\s*<\/g>/g;
const USED = /<use xlink:href="#([^"]+)" transform="([^"]*)"\s*\/>/g;

/**
 * A page in which each sign is drawn where it stands, rather than by reference to a definition. Of
 * references the browser looks up all anew, over all pages, whenever one comes or goes: a score of
 * 300 bars froze for minutes.
 */
export function inlined(svg: string): string {
  const defs = /<defs>[\s\S]*?<\/defs>/.exec(svg)?.[0] ?? "";
  const signs = new Map(
    [...defs.matchAll(DEFINED)].map(([, id, turn, outline]) => [id!, { turn, outline }]),
  );
  return svg.replace(USED, (use, id: string, transform: string) => {
    const sign = signs.get(id);
    return sign ? `<path transform="${transform} ${sign.turn}" d="${sign.outline}"/>` : use;
  });
}
