import { readScore, type Mark, type Score } from "../../score/index.ts";
import { instrument, readingOf } from "../index.ts";

/**
 * Bars of four quarters for the right hand, the left hand and the feet, parted by bar lines: a
 * note, `-` for one that goes on, `.` for silence.
 */
export function scoreOf(bars: readonly string[]): Score {
  const line = (text: string, staff: number) => {
    const tokens = text.trim().split(/\s+/);
    let xml = "";
    for (let i = 0; i < tokens.length;) {
      let length = 1;
      while (tokens[i + length] === "-") length++;
      const [, step, octave] = /^([A-G])(\d)$/.exec(tokens[i]!) ?? [];
      const pitch = step
        ? `<pitch><step>${step}</step><octave>${octave}</octave></pitch>`
        : "<rest/>";
      xml += `<note>${pitch}<duration>${length}</duration><voice>${staff}</voice><staff>${staff}</staff></note>`;
      i += length;
    }
    return xml;
  };
  const measures = bars.map((bar, i) => {
    const staves = bar.split("|");
    return (
      `<measure number="${i + 1}">` +
      (i
        ? ""
        : "<attributes><divisions>1</divisions><time><beats>4</beats><beat-type>4</beat-type></time>" +
          "<staves>3</staves></attributes>") +
      staves
        .map((text, staff) => line(text, staff + 1))
        .join("<backup><duration>4</duration></backup>") +
      "</measure>"
    );
  });
  const xml =
    `<score-partwise version="4.0"><part-list><score-part id="P1"><part-name>x</part-name>` +
    `</score-part></part-list><part id="P1">${measures.join("")}</part></score-partwise>`;
  const how = { parts: null, layout: null, onPaper: false };
  return readScore(xml, readingOf(instrument("organ"), how)).score;
}

export const BUSY = "C5 D5 E5 F5 | C4 D4 E4 F4 | C3 D3 E3 F3";
export const at = (bar: number, quarters: number, data: Mark["data"]): Mark => ({
  ...{ id: `${bar}.${quarters}`, layer: "teacher", data },
  from: { bar, offset: { num: quarters, den: 1 } },
});
