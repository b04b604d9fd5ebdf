import type { Page } from "puppeteer-core";
import { chooseBars, press } from "./browser.ts";
import { studio } from "./studio.ts";

// Each instrument has a sound of its own, at the pitch that is written. Heard at the loudspeaker.
const here = studio();
let page: Page;
beforeAll(async () => {
  page = here.page();
  await page.evaluateOnNewDocument(() => {
    // one for each context: the sound library opens some only to find out what the browser can do
    const heard = new Map<BaseAudioContext, AnalyserNode>();
    Object.assign(window, { heard });
    const connect = Reflect.get(AudioNode.prototype, "connect") as (...to: unknown[]) => unknown;
    AudioNode.prototype.connect = function (this: AudioNode, ...to: unknown[]) {
      if (to[0] instanceof AudioDestinationNode && this.context instanceof AudioContext) {
        if (!heard.has(this.context)) {
          const analyser = this.context.createAnalyser();
          analyser.fftSize = 8192;
          analyser.smoothingTimeConstant = 0;
          heard.set(this.context, analyser);
        }
        Reflect.apply(connect, this, [heard.get(this.context)]);
      }
      return Reflect.apply(connect, this, to) as AudioNode;
    };
  });
});

/**
 * Strength of the first eight partials of a key in decibels, while it is loud; a bar is counted in
 * first.
 */
const partialsOf = (midi: number) =>
  page.evaluate(async (key) => {
    const { heard } = window as unknown as { heard: Map<BaseAudioContext, AnalyserNode> };
    const first = 440 * 2 ** ((key - 69) / 12);
    const level = (frequency: number) =>
      Math.max(
        ...[...heard.values()].map((analyser) => {
          const bins = new Float32Array(analyser.frequencyBinCount);
          analyser.getFloatFrequencyData(bins);
          const at = Math.round((frequency * analyser.fftSize) / analyser.context.sampleRate);
          return Math.max(-120, ...bins.slice(at - 2, at + 3));
        }),
      );
    let best: number[] = [];
    let loudest = -Infinity;
    for (let i = 0; i < 160; i++) {
      await new Promise((resolve) => setTimeout(resolve, 50));
      const now = Array.from({ length: 8 }, (_, n) => level((n + 1) * first));
      loudest = Math.max(loudest, now[0]!);
      // the last one that is nearly as loud: the noise of the attack has passed
      if (now[0]! > loudest - 3) best = now;
      else if (loudest > -60 && now[0]! < loudest - 20) break;
    }
    return best;
  }, midi);

const file = (staves: number) => {
  const note = (staff: number, step: string, octave: number) =>
    `<note><pitch><step>${step}</step><octave>${octave}</octave></pitch>` +
    `<duration>4</duration><voice>${staff}</voice><type>whole</type><staff>${staff}</staff>` +
    "</note>";
  const rest = (staff: number) =>
    `<note><rest measure="yes"/><duration>4</duration><voice>${staff}</voice><staff>${staff}</staff></note>`;
  const measure = (n: number) =>
    `<measure number="${n}">` +
    (n === 1
      ? "<attributes><divisions>1</divisions><time><beats>4</beats>" +
        `<beat-type>4</beat-type></time><staves>${staves}</staves></attributes>`
      : "") +
    Array.from({ length: staves }, (_, i) => (i ? rest(i + 1) : note(1, "A", 4))).join(
      "<backup><duration>4</duration></backup>",
    ) +
    "</measure>";
  return (
    `<score-partwise version="4.0"><work><work-title>One ` +
    "tone</work-title></work><part-list><score-part " +
    `id="P1"><part-name>x</part-name></score-part></part-list><part id="P1">${[1, 2].map(measure).join("")}</part>` +
    "</score-partwise>"
  );
};

async function hear(instrument: string, staves: number, key = 69): Promise<number[]> {
  const id = await here.bring(file(staves), instrument);
  await here.open(page, id);
  await press(page, "Shape");
  await chooseBars(page, 0, 1, 2);
  await press(page, "Hear it");
  return partialsOf(key);
}

it("sounds at pitch on every instrument, and differently on each", async () => {
  const heard = new Map<string, number[]>();
  for (const [instrument, staves] of [
    ["piano", 2],
    ["organ", 3],
    ["harp", 2],
    ["accordion", 2],
  ] as const)
    heard.set(instrument, await hear(instrument, staves));
  for (const [instrument, [first]] of heard)
    expect([instrument, first! > -60]).toEqual([instrument, true]);
  const profile = (instrument: string) =>
    heard.get(instrument)!.map((one) => one - heard.get(instrument)![0]!);
  const apart = (a: string, b: string) =>
    profile(a).reduce((sum, one, i) => sum + Math.abs(one - profile(b)[i]!), 0) / 8;
  const names = [...heard.keys()];
  for (const [i, a] of names.entries())
    for (const b of names.slice(i + 1)) expect([a, b, apart(a, b) > 2]).toEqual([a, b, true]);
});

// a string plucked at a fifth of its length has no fifth partial (Helmholtz, chapter V)
it("has the guitar’s string plucked where its fifth partial has a node", async () => {
  // it is written an octave above its sound
  const [first, second, third, fourth, fifth] = await hear("guitar", 1, 57);
  expect(first).toBeGreaterThan(-60);
  for (const one of [second, third, fourth]) expect(fifth!).toBeLessThan(one! - 15);
});

/** Milliseconds for which a key is within 40 decibels of its loudest. */
const heardFor = (midi: number) =>
  page.evaluate(async (key) => {
    const { heard } = window as unknown as { heard: Map<BaseAudioContext, AnalyserNode> };
    const frequency = 440 * 2 ** ((key - 69) / 12);
    const levels: { at: number; level: number }[] = [];
    for (let i = 0; i < 220; i++) {
      await new Promise((resolve) => setTimeout(resolve, 30));
      const level = [...heard.values()].map((analyser) => {
        const bins = new Float32Array(analyser.frequencyBinCount);
        analyser.getFloatFrequencyData(bins);
        const at = Math.round((frequency * analyser.fftSize) / analyser.context.sampleRate);
        return Math.max(-120, ...bins.slice(at - 1, at + 2));
      });
      levels.push({ at: performance.now(), level: Math.max(...level) });
    }
    const most = Math.max(...levels.map(({ level }) => level));
    const loud = levels.filter(({ level }) => level > most - 40);
    return most < -60 ? 0 : loud.at(-1)!.at - loud[0]!.at;
  }, midi);

// an open string outlasts its value until somebody stops it: common practice, no source
it("lets a guitar's open string ring where it is written to be one", async () => {
  const open =
    "<notations><technical><string>1</string><fingering>0</fingering></technical></notations>";
  const tune = (notations: string) =>
    file(1)
      .replace(/<measure number="2">[^]*?<\/measure>/, "")
      .replace(
        /<note>[^]*?<\/note>/,
        `<note><pitch><step>E</step><octave>5</octave></pitch><duration>1</duration>${notations}</note>` +
          "<note><pitch><step>C</step><octave>5</octave></pitch><duration>3</duration></note>",
      );
  const seconds = async (notations: string) => {
    await here.open(page, await here.bring(tune(notations), "guitar"));
    await press(page, "Hear it");
    return (await heardFor(64)) / 1000;
  };
  const [bare, ringing] = [await seconds(""), await seconds(open)];
  expect(bare).toBeGreaterThan(0.3);
  expect(ringing).toBeGreaterThan(bare + 0.3);
});
