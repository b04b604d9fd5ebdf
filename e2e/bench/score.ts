import type { Played } from "@yarrow-ridge/core/fingering";
import type { HarpNote } from "@yarrow-ridge/core/instruments/harp";
import type { Pitch } from "@yarrow-ridge/core/score";

/**
 * A plain two-hand piano score of so many bars, in 4/4 with eighths in both hands, never twice the
 * same bar in a row.
 */
export function pianoScore(bars: number): string {
  const steps = ["C", "D", "E", "F", "G", "A", "B"];
  const note = (degree: number, octave: number, staff: number) =>
    `<note><pitch><step>${steps[degree % 7]}</step><octave>${octave + (Math.floor(degree / 7) % 2)}</octave>` +
    `</pitch><duration>1</duration><voice>${staff}</voice><type>eighth</type>` +
    `<staff>${staff}</staff></note>`;
  const measures = Array.from({ length: bars }, (_, bar) => {
    const walk = (staff: number, octave: number) =>
      Array.from({ length: 8 }, (_, i) =>
        note(
          bar * 5 + [0, 2, 4, 3, 5, 4, 2, 1][(i + staff) % 8]! + (bar % 11) * (i % 3),
          octave,
          staff,
        ),
      ).join("\n");
    const head = bar
      ? ""
      : "<attributes><divisions>2</divisions><key><fifths>0</fifths></key><time><beats>4</beats><beat-type>4</beat-type></time><staves>2</staves><clef " +
        'number="1"><sign>G</sign><line>2</line></clef><clef number="2">' +
        "<sign>F</sign><line>4</line></clef></attributes>";
    return (
      `<measure number="${bar + 1}">${head}\n${walk(1, 4)}\n<backup>` +
      `<duration>8</duration></backup>\n${walk(2, 2)}\n</measure>`
    );
  });
  return (
    `<?xml version="1.0" encoding="UTF-8"?>\n<score-partwise ` +
    `version="4.0"><part-list><score-part ` +
    `id="P1"><part-name>Piano</part-name></score-part></part-list><part ` +
    `id="P1">\n${measures.join("\n")}\n</part></score-partwise>`
  );
}

const PHRASE = 64;

/** Degrees of the scale from C on, as a signature sharpens them one after the other. */
const SHARPENED = [3, 0, 4, 1, 5, 2, 6];
const SEMITONES = [0, 2, 4, 5, 7, 9, 11];

/** A chord of three and four notes in every bar, each four bars in a key of their own. */
export function chordPage(bars: number): { notes: HarpNote[]; xml: string } {
  const random = numbers();
  const notes: HarpNote[] = [];
  let fifths = 0;
  const measures = Array.from({ length: bars }, (_, bar) => {
    if (bar % 4 === 0)
      fifths = Math.max(-5, Math.min(5, fifths + Math.round((random() - 0.5) * 6)));
    const put = (degree: number, onset: number, length: number, isBeside: boolean): string => {
      const place = SHARPENED.indexOf(degree % 7);
      const alter = fifths > place ? 1 : -fifths > 6 - place ? -1 : 0;
      const octave = Math.floor(degree / 7);
      const pitch = { step: [..."CDEFGAB"][degree % 7] as Pitch["step"], alter, octave };
      const midi = 12 * (octave + 1) + SEMITONES[degree % 7]! + alter;
      notes.push({ id: String(notes.length), midi, onset: bar * 4 + onset, length, pitch });
      return (
        `<note>${isBeside ? "<chord/>" : ""}<pitch><step>${pitch.step}</step>` +
        `<alter>${alter}</alter><octave>${octave}</octave></pitch>` +
        `<duration>${length * 2}</duration><type>${length > 1 ? "half" : "eighth"}</type></note>`
      );
    };
    const root = 28 + Math.floor(random() * 7);
    const chord = [0, 2, 4].map((more) => put(root + more, 0, 2, more > 0));
    const tune = [0, 1, 2, 3].map((at) =>
      put(root + 7 + Math.floor(random() * 7), 2 + at / 2, 0.5, false),
    );
    const head = bar
      ? ""
      : "<divisions>2</divisions><time><beats>4</beats><beat-type>4</beat-type></time>" +
        "<clef><sign>G</sign><line>2</line></clef>";
    const key = `<key><fifths>${fifths}</fifths></key>`;
    return (
      `<measure number="${bar + 1}"><attributes>${head.slice(0, 24)}${key}${head.slice(24)}` +
      `</attributes>${chord.join("")}${tune.join("")}</measure>`
    );
  });
  return { notes, xml: partOf(measures) };
}

/** Roots of a bass, in semitones from C2. */
const ROOTS = [0, 5, 7, 2, 9, 4];
const NAMES = ["C", "C#", "D", "D#", "E", "F", "F#", "G", "G#", "A", "A#", "B"];

/** A bass and a chord in turn, in major: so many notes at least; as notes and as a score. */
export function bassPage(count: number): { played: Played[]; xml: string } {
  const random = numbers();
  const played: Played[] = [];
  const quarter = (keys: readonly number[], bar: number, beat: number) =>
    keys
      .map((midi, i) => {
        played.push({
          ...{ id: String(played.length), bar, midi, grace: false, staccato: false },
          ...{ at: { num: 4 * bar + beat, den: 1 }, length: { num: 1, den: 1 } },
        });
        const [step, sharp] = NAMES[midi % 12]!;
        return (
          `<note>${i ? "<chord/>" : ""}<pitch><step>${step}</step><alter>${sharp ? 1 : 0}</alter>` +
          `<octave>${Math.floor(midi / 12) - 1}</octave></pitch><duration>1</duration>` +
          "<type>quarter</type></note>"
        );
      })
      .join("");
  const bars: string[] = [];
  while (played.length < count) {
    const bar = bars.length;
    const root = ROOTS[Math.floor(random() * ROOTS.length)]!;
    const chord = [0, 4, 7].map((above) => 60 + root + above);
    const beats = [[36 + root], chord, [36 + ((root + 7) % 12)], chord];
    const head = bar
      ? ""
      : "<attributes><divisions>1</divisions><time><beats>4</beats><beat-type>4</beat-type></time>" +
        "<clef><sign>F</sign><line>4</line></clef></attributes>";
    const notes = beats.map((keys, beat) => quarter(keys, bar, beat)).join("");
    bars.push(`<measure number="${bar + 1}">${head}${notes}</measure>`);
  }
  return { played, xml: partOf(bars) };
}

/** Numbers from 0 to 1 that look as if they came by chance, the same each time. */
function numbers(): () => number {
  let seed = 7;
  return () => (seed = (seed * 1_103_515_245 + 12_345) % 2 ** 31) / 2 ** 31;
}

const partOf = (measures: readonly string[]): string =>
  `<?xml version="1.0" encoding="UTF-8"?>\n<score-partwise version="4.0"><part-list>` +
  `<score-part id="P1"><part-name>Tune</part-name></score-part></part-list>` +
  `<part id="P1">${measures.join("")}</part></score-partwise>`;

/**
 * A melody of so many eighths, wandering by small steps, in which every third phrase has been heard
 * before; as notes and as a score.
 */
export function melody(count: number): { played: Played[]; xml: string } {
  const random = numbers();
  const steps = ["C", "D", "E", "F", "G", "A", "B"];
  const degrees: number[] = [];
  let degree = 32;
  for (let i = 0; i < count; i++) {
    const returns = Math.floor(i / PHRASE) % 3 === 2;
    if (!returns) {
      degree += Math.round((random() - 0.5) * 6);
      degree = degree < 25 ? degree + 5 : degree > 42 ? degree - 5 : degree;
    }
    degrees.push(returns ? degrees[i - 2 * PHRASE]! : degree);
  }
  const midi = (at: number) => 12 * (Math.floor(at / 7) + 1) + SEMITONES[at % 7]!;
  const note = (at: number) =>
    `<note><pitch><step>${steps[at % 7]}</step><octave>${Math.floor(at / 7)}</octave>` +
    "</pitch><duration>1</duration><voice>1</voice><type>eighth</type></note>";
  const bars = Array.from(
    { length: Math.ceil(count / 8) },
    (_, bar) =>
      `<measure number="${bar + 1}">${bar ? "" : "<attributes><divisions>2</divisions><time><beats>4</beats>" + "<beat-type>4</beat-type></time><clef><sign>G</sign><line>2</line></clef>" + "</attributes>"}${degrees
        .slice(bar * 8, bar * 8 + 8)
        .map(note)
        .join("")}</measure>`,
  );
  return {
    played: degrees.map((at, i) => ({
      id: String(i),
      bar: Math.floor(i / 8),
      midi: midi(at),
      at: { num: i, den: 2 },
      length: { num: 1, den: 2 },
      grace: false,
      staccato: false,
    })),
    xml: partOf(bars),
  };
}
