import type { Timbre } from "@yarrow-ridge/core/instruments";
import type * as Tone from "tone";

/** One for each string of a harp and some; what comes on top of that is not heard. */
const VOICES = 64;
/** Several tones together stay below the loudest the speaker takes. */
const LEVEL = -14;

/** What plays the tones of an instrument. */
export interface Voices {
  readonly play: (midi: number, time: number, seconds: number, loudness: number) => void;
  readonly silence: () => void;
}

/** Tones made of their partials. */
export function synthesized(tone: typeof Tone, timbre: Timbre): Voices {
  const { attack, decay, sustain, release, spread, partials } = timbre;
  const synth = new tone.PolySynth({
    maxPolyphony: VOICES,
    voice: tone.Synth,
    options: {
      oscillator: spread
        ? { type: "fatcustom", partials: [...partials], count: 2, spread }
        : { type: "custom", partials: [...partials] },
      envelope: { attack, decay, sustain, release, decayCurve: "exponential" },
    },
  });
  synth.volume.value = LEVEL;
  synth.toDestination();
  const { play, silence } = voicesOf(tone, synth);
  // a string that has died away needs no voice
  const most = sustain === 0 ? attack + decay : Infinity;
  return {
    silence,
    play: (midi, time, seconds, loudness) => play(midi, time, Math.min(seconds, most), loudness),
  };
}

/** The voices of a sampler or a synthesizer. */
export const voicesOf = (tone: typeof Tone, player: Tone.Sampler | Tone.PolySynth): Voices => ({
  play: (midi, time, seconds, loudness) => {
    const frequency = tone.Frequency(midi, "midi").toFrequency();
    player.triggerAttackRelease(frequency, seconds, time, loudness);
  },
  silence: () => player.releaseAll(),
});
