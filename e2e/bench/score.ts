import type { Played } from "@yarrow-ridge/core/fingering";

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

/**
 * A melody of so many eighths, wandering by small steps, in which every third phrase has been heard
 * before; as notes and as a score.
 */
export function melody(count: number): { played: Played[]; xml: string } {
  let seed = 7;
  const random = () => (seed = (seed * 1_103_515_245 + 12_345) % 2 ** 31) / 2 ** 31;
  const steps = ["C", "D", "E", "F", "G", "A", "B"];
  const semitones = [0, 2, 4, 5, 7, 9, 11];
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
  const midi = (at: number) => 12 * (Math.floor(at / 7) + 1) + semitones[at % 7]!;
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
    xml:
      `<?xml version="1.0" encoding="UTF-8"?>\n<score-partwise ` +
      `version="4.0"><part-list><score-part ` +
      `id="P1"><part-name>Tune</part-name></score-part></part-list><part ` +
      `id="P1">${bars.join("")}</part></score-partwise>`,
  };
}
