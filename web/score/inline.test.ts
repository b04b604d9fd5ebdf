import createVerovioModule from "verovio/wasm";
import { VerovioToolkit } from "verovio/esm";
import { readFileSync } from "node:fs";
import { inlined } from "./inline.ts";

// the engraver's own page, of a demo piece
it("draws every sign where it stands, and changes nothing else", async () => {
  const toolkit = new VerovioToolkit(await createVerovioModule());
  toolkit.setOptions({ svgViewBox: true });
  toolkit.loadData(
    readFileSync(
      new URL("../../demo/pieces/lanterns-on-the-ettle.musicxml", import.meta.url),
      "utf8",
    ),
  );
  const svg = toolkit.renderToSVG(1);
  const uses = svg.match(/<use /g)!.length;
  const page = inlined(svg);
  expect(uses).toBeGreaterThan(100);
  expect(page).not.toContain("<use ");
  const count = (text: string, what: RegExp) => text.match(what)?.length ?? 0;
  expect(count(page, /<path /g)).toBe(count(svg, /<path /g) + uses);
  for (const what of [/class="note"/g, /class="notehead"/g, /<text/g])
    expect(count(page, what)).toBe(count(svg, what));
});
