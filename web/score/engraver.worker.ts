import { say } from "@yarrow-ridge/core/words";
import { expose } from "comlink";
import createVerovioModule from "verovio/wasm";
import { VerovioToolkit } from "verovio/esm";
import { inlined } from "./inline.ts";

/**
 * How a score is laid out. Lengths in the engraver's units, a hundredth of the staff's scale in
 * pixels.
 */
export interface Layout {
  readonly pageWidth: number;
  readonly pageHeight: number;
  readonly scale: number;
  /** Kept free under each system, in half staff spaces. */
  readonly room: number;
  /** Bars to engrave, 0-based inclusive; all when absent. */
  readonly range?: readonly [number, number];
}

export interface Engraved {
  readonly pages: number;
  /** Page (from 1) on which each bar stands, by bar id. */
  readonly pageOf: Readonly<Record<string, number>>;
}

const ready = createVerovioModule().then((module) => new VerovioToolkit(module));
let current = "";

/** Half a staff space in the units of a page's height and margins. */
const HALF_SPACE = 9;

const engraver = {
  /**
   * Lays a score out; afterwards its pages can be drawn. @throws Error when the engraver can make
   * nothing of it
   */
  async load(xml: string, barIds: readonly string[], layout: Layout): Promise<Engraved> {
    const toolkit = await ready;
    toolkit.setOptions({
      pageWidth: layout.pageWidth,
      pageHeight: layout.pageHeight + layout.room * HALF_SPACE,
      scale: layout.scale,
      adjustPageHeight: true,
      breaks: "auto",
      header: "none",
      footer: "none",
      pageMarginTop: 150,
      pageMarginBottom: 70 + layout.room * HALF_SPACE,
      pageMarginLeft: 40,
      pageMarginRight: 40,
      spacingSystem: 14 + layout.room,
      spacingStaff: 12,
      svgViewBox: true,
      smuflTextFont: "embedded",
      mnumInterval: 0,
      justifyVertically: false,
      minLastJustification: 0.3,
    });
    if (layout.range)
      toolkit.select({ measureRange: `${layout.range[0] + 1}-${layout.range[1] + 1}` });
    if (!toolkit.loadData(xml.replace(/^\uFEFF/, "")))
      throw new Error(say`The score cannot be drawn.`);
    current = `${xml.length}`;
    const wanted = layout.range ? barIds.slice(layout.range[0], layout.range[1] + 1) : barIds;
    return {
      pages: toolkit.getPageCount(),
      pageOf: Object.fromEntries(wanted.map((id) => [id, toolkit.getPageWithElement(id)])),
    };
  },

  /** One page as SVG; pages count from 1. */
  async page(number: number): Promise<string> {
    if (!current) throw new Error(say`No score is laid out.`);
    return inlined((await ready).renderToSVG(number));
  },
};

export type Engraver = typeof engraver;

expose(engraver);
