import createVerovioModule from "verovio/wasm";
import { VerovioToolkit } from "verovio/esm";
import { atPrintedTempo, perform, readScore, startOf } from "../index.ts";

const bar = (number: number, inside: string) =>
  `<measure number="${number}">${inside}${"CDEF"
    .split("")
    .map(
      (step) =>
        `<note><pitch><step>${step}</step><octave>4</octave></pitch>` +
        `<duration>1</duration><type>quarter</type></note>`,
    )
    .join("")}</measure>`;
const tempo = (beats: number) =>
  `<direction><direction-type><metronome><beat-unit>quarter</beat-unit><per-minute>${beats}` +
  `</per-minute></metronome></direction-type><sound tempo="${beats}"/></direction>`;
const xml =
  `<score-partwise version="4.0"><part-list><score-part id="P1"><part-name>x</part-name>` +
  `</score-part></part-list><part id="P1">` +
  bar(
    1,
    `<attributes><divisions>1</divisions><time><beats>4</beats><beat-type>4</beat-type></time>` +
      `</attributes>${tempo(80)}`,
  ) +
  [bar(2, ""), bar(3, tempo(120)), bar(4, ""), bar(5, tempo(60)), bar(6, "")].join("") +
  `</part></score-partwise>`;
const { score } = readScore(xml);
const all = () => perform(score, startOf(0), startOf(6));

// reference: the same file in time by verovio, which reads the same metronome marks
it("notes fall where a general engraver plays them, at the first tempo and at half of it", async () => {
  const toolkit = new VerovioToolkit(await createVerovioModule());
  toolkit.loadData(xml);
  const timemap = toolkit.renderToTimemap({}) as { tstamp: number; on?: string[] }[];
  const reference = timemap.filter(({ on }) => on?.length).map(({ tstamp }) => tstamp / 1000);
  const played = atPrintedTempo(score, all());
  expect(reference).toHaveLength(24);
  played.notes.forEach(({ onset }, i) => expect((onset * 60) / 80).toBeCloseTo(reference[i]!, 2));
  // the proportion stays, whatever the step
  played.notes.forEach(({ onset }, i) =>
    expect((onset * 60) / 40).toBeCloseTo(2 * reference[i]!, 2),
  );
});

it("beats and bars move along, and a stretch begins in its own tempo", () => {
  const played = atPrintedTempo(score, all());
  const onsets = played.notes.map(({ onset }) => onset);
  expect(played.beats.map(({ at }) => at)).toEqual(onsets);
  expect(played.passes.map(({ at }) => at)).toEqual(onsets.filter((_, i) => i % 4 === 0));
  expect(played.notes[8]!.length).toBeCloseTo(80 / 120);
  const trio = atPrintedTempo(score, perform(score, startOf(2), startOf(4)));
  expect(trio.notes.map(({ onset }) => onset)).toEqual([0, 1, 2, 3, 4, 5, 6, 7]);
  const strict = perform(score, startOf(0), startOf(2));
  expect(atPrintedTempo(score, strict)).toBe(strict);
});
