/** A plain two-hand piano score of so many bars, in 4/4 with eighths in both hands, never twice the same bar in a row. */
export function pianoScore(bars: number): string {
  const steps = ['C', 'D', 'E', 'F', 'G', 'A', 'B'];
  const note = (degree: number, octave: number, staff: number) =>
    `<note><pitch><step>${steps[degree % 7]}</step><octave>${octave + (Math.floor(degree / 7) % 2)}</octave></pitch><duration>1</duration><voice>${staff}</voice><type>eighth</type><staff>${staff}</staff></note>`;
  const measures = Array.from({ length: bars }, (_, bar) => {
    const walk = (staff: number, octave: number) => Array.from({ length: 8 }, (_, i) => note(bar * 5 + [0, 2, 4, 3, 5, 4, 2, 1][(i + staff) % 8]! + (bar % 11) * (i % 3), octave, staff)).join('\n');
    const head = bar ? '' : '<attributes><divisions>2</divisions><key><fifths>0</fifths></key><time><beats>4</beats><beat-type>4</beat-type></time><staves>2</staves><clef number="1"><sign>G</sign><line>2</line></clef><clef number="2"><sign>F</sign><line>4</line></clef></attributes>';
    return `<measure number="${bar + 1}">${head}\n${walk(1, 4)}\n<backup><duration>8</duration></backup>\n${walk(2, 2)}\n</measure>`;
  });
  return `<?xml version="1.0" encoding="UTF-8"?>\n<score-partwise version="4.0"><part-list><score-part id="P1"><part-name>Piano</part-name></score-part></part-list><part id="P1">\n${measures.join('\n')}\n</part></score-partwise>`;
}
