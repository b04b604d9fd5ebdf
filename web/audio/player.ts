import type { Timbre } from "@yarrow-ridge/core/instruments";
import type { Performance } from "@yarrow-ridge/core/score";
import { due, HORIZON, LOOK_EVERY } from "./lookahead.ts";
import { openSound, type Sound } from "./sound.ts";

export interface PlayOptions {
  readonly performance: Performance;
  /** Quarters a minute. */
  readonly tempo: number;
  /** How the tones of the instrument sound; the piano when not given. */
  readonly timbre?: Timbre | undefined;
  /** Whether the notes sound; the metronome always does. */
  readonly notes: boolean;
  /** Begin again with a new count-in until stopped. */
  readonly loop: boolean;
  readonly onBeat: (beat: { strong: boolean; countIn: boolean; at: number }) => void;
  readonly onEnd: () => void;
}

type Event = { at: number } & (
  | { beat: { strong: boolean; countIn: boolean; place: number } }
  | { note: { midi: number; seconds: number; loudness: number } }
);

/** Count-in, beats and notes of one round, in seconds from its start; and how long it lasts. */
export function roundOf({
  performance,
  tempo,
  notes,
}: Pick<PlayOptions, "performance" | "tempo" | "notes">): { events: Event[]; seconds: number } {
  const second = 60 / tempo;
  const lead = -Math.min(0, ...performance.countIn.map((beat) => beat.at));
  const events: Event[] = [
    ...performance.countIn.map((beat): Event => ({
      at: (beat.at + lead) * second,
      beat: { strong: beat.strong, countIn: true, place: beat.at },
    })),
    ...performance.beats.map((beat): Event => ({
      at: (beat.at + lead) * second,
      beat: { strong: beat.strong, countIn: false, place: beat.at },
    })),
    ...(notes
      ? performance.notes.map((note): Event => ({
          at: (note.onset + lead) * second,
          note: {
            midi: note.midi,
            seconds: Math.max(0.08, note.length * second * 0.97),
            loudness: note.loudness,
          },
        }))
      : []),
  ];
  return {
    events: events.sort((a, b) => a.at - b.at),
    seconds: (performance.length + lead) * second,
  };
}

/**
 * Plays on the audio clock: a timer looks a little ahead and hands each click and note its exact
 * time, so that a busy page cannot make the beat late. Returns a function that stops it.
 */
export async function play(options: PlayOptions): Promise<() => void> {
  const sound = await openSound(options.notes, options.timbre);
  const round = roundOf(options);
  let start = sound.now() + 0.1;
  let next = 0;
  let stopped = false;
  const screen = new Set<ReturnType<typeof setTimeout>>();
  const show = (time: number, then: () => void) => {
    const timer = setTimeout(
      () => {
        screen.delete(timer);
        then();
      },
      Math.max(0, (time - sound.now()) * 1000),
    );
    screen.add(timer);
  };
  const look = () => {
    const found = due(round.events, next, sound.now() + HORIZON - start);
    next = found.next;
    for (const event of found.events) handOver(sound, event, start, show, options);
    if (next < round.events.length || stopped) return;
    if (options.loop) [start, next] = [start + round.seconds, 0];
    else if (sound.now() >= start + round.seconds) stop(true);
  };
  const timer = setInterval(look, LOOK_EVERY);
  const stop = (ended: boolean) => {
    if (stopped) return;
    stopped = true;
    clearInterval(timer);
    screen.forEach(clearTimeout);
    if (!ended) sound.silence();
    options.onEnd();
  };
  look();
  return () => stop(false);
}

function handOver(
  sound: Sound,
  event: Event,
  start: number,
  show: (time: number, then: () => void) => void,
  { onBeat, notes }: PlayOptions,
): void {
  const time = start + event.at;
  if ("beat" in event) {
    const { strong, countIn, place } = event.beat;
    sound.click(time, strong, notes && !countIn ? 0.35 : 1);
    show(time, () => onBeat({ strong, countIn, at: place }));
  } else sound.note(event.note.midi, time, event.note.seconds, event.note.loudness);
}
