import { partSequence } from "./parts.ts";
import { playingOrder, readFile, roadText, ScoreError } from "../index.ts";

const read = (text: string, tune?: number) =>
  readFile(new TextEncoder().encode(text), tune === undefined ? {} : { tune }).score;
const head = "X:1\nT:Weir Reel\nC:Anon\nM:3/4\nL:1/8\nQ:1/4=120\n";

describe("an ABC tune", () => {
  // meanings of the notation as the ABC standard 2.1 defines them
  const score = read(
    `${head}K:D\nA2 |: "Em"A2 (3Bcd e2 | f>g a4 |1 d'6- :|2 d'6 || ` +
      `{g}!fermata!z2 [DFA]4 | ^c2 =c2 c2 | !trill!_e6 |]\n`,
  );

  it("brings title, composer, key, metre and tempo", () => {
    expect(score).toMatchObject({ title: "Weir Reel", composer: "Anon" });
    expect(score.bars[0]).toMatchObject({
      number: "0",
      key: { fifths: 2, mode: "major" },
      metre: { beats: 3, beatType: 4 },
      tempo: 120,
    });
  });
  it("brings pick-up, repeats and endings", () =>
    expect(roadText(score.bars, playingOrder(score.bars))).toBe("0–3, 1–2, 4–7"));
  it(
    "brings pitches with signature and accidentals, triplets, broken rhythm, " +
      "ties, chords and grace notes exactly",
    () => {
      const text = (bar: number) =>
        score.notes
          .filter((note) => note.bar === bar)
          .map(
            (note) =>
              `${note.grace ? "~" : ""}${note.pitch.step}${note.pitch.alter || ""}` +
              `${note.pitch.octave}:${note.duration.num}/${note.duration.den}`,
          )
          .join(" ");
      expect(text(1)).toBe("A4:1/1 B4:1/3 C15:1/3 D5:1/3 E5:1/1");
      expect(text(2)).toBe("F15:3/4 G5:1/4 A5:2/1");
      expect(text(5)).toBe("~G5:0/1 D4:2/1 F14:2/1 A4:2/1");
      // an accidental holds to the end of its bar
      expect(text(6)).toBe("C15:1/1 C5:1/1 C5:1/1");
      expect(text(7)).toBe("E-15:3/1");
      expect(score.notes.find((note) => note.bar === 7)!.ornaments).toEqual(["trill"]);
    },
  );
  it("is one of several: which one has to be said", () => {
    const book = `${head}K:C\nC6|]\n\nX:2\nT:Ford\nM:4/4\nK:G\nG8|]\n`;
    const refused = (() => {
      try {
        return read(book);
      } catch (error) {
        return error as ScoreError;
      }
    })();
    expect(refused).toBeInstanceOf(ScoreError);
    expect((refused as ScoreError).choices).toEqual([
      { index: 0, title: "Weir Reel" },
      { index: 1, title: "Ford" },
    ]);
    expect(read(book, 1)).toMatchObject({ title: "Ford", notes: [{ midi: 67 }] });
  });
  it.each([
    ["X:1\nT:Empty\nK:C\n", /no notes/],
    [`${head}K:C\nz6|]\n`, /no notes/],
  ])("without notes is refused: %j", (text, sentence) =>
    expect(() => read(text)).toThrow(sentence),
  );
  it("is written out in the order of its parts, with key and metre where they change", () => {
    const score = read(
      `${head.replace("Q:", "P:AB2A\nQ:")}K:C\nP:A\nC6|D6|\nP:B\nM:2/4\nK:G\nF4|]\n`,
    );
    expect(score.notes.map((note) => note.midi)).toEqual([60, 62, 66, 66, 60, 62]);
    expect(score.bars.map((bar) => `${bar.number} ${bar.metre.beats} ${bar.key.fifths}`)).toEqual([
      "1 3 0",
      "2 3 0",
      "3 2 1",
      "4 2 1",
      "5 3 0",
      "6 3 0",
    ]);
    expect(score.warnings[0]!.message).toContain("in the order AB2A");
  });
  // the ABC standard 2.1, section 3.1.9
  it.each([
    ["AABB", "AABB"],
    ["A2(BC)2D", "AABCBCD"],
    ["(A.B)3", "ABABAB"],
    ["((AB)2C)2", "ABABCABABC"],
  ])("reads the order %s", (text, order) => expect(partSequence(text)?.join("")).toBe(order));
  it.each(["", "2A", "A)", "(A", "A-B", "A999"])("does not read the order %j", (text) =>
    expect(partSequence(text)).toBeUndefined(),
  );
});
