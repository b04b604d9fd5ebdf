import { perform, startOf, type Score } from '@yarrow-ridge/core/score';
import { writeMidi, type MidiEvent } from 'midi-file';

const TICKS = 480;

/** Bars (inclusive) as a Standard MIDI File: a tempo track and one track for each hand. Tempo in quarters a minute. */
export function midiFile(score: Score, from: number, to: number, tempo: number): Uint8Array {
  const { notes } = perform(score, startOf(from), startOf(to + 1));
  const metre = score.bars[from]!.metre;
  const head: MidiEvent[] = [
    { deltaTime: 0, meta: true, type: 'setTempo', microsecondsPerBeat: Math.round(60_000_000 / tempo) },
    { deltaTime: 0, meta: true, type: 'timeSignature', numerator: metre.beats, denominator: metre.beatType, metronome: 24, thirtyseconds: 8 },
    { deltaTime: 0, meta: true, type: 'endOfTrack' },
  ];
  const hands = [...new Set(notes.map((note) => note.hand))];
  const tracks = hands.map((hand, channel) => track(notes.filter((note) => note.hand === hand), hand, channel));
  return Uint8Array.from(writeMidi({ header: { format: 1, numTracks: tracks.length + 1, ticksPerBeat: TICKS }, tracks: [head, ...tracks] }));
}

function track(notes: ReturnType<typeof perform>['notes'], hand: string, channel: number): MidiEvent[] {
  const moments = notes.flatMap(({ midi, onset, length, loudness }) => [
    { at: Math.round(onset * TICKS), on: true, midi, velocity: Math.round(loudness * 127) },
    { at: Math.round((onset + length) * TICKS), on: false, midi, velocity: 0 },
  ]).filter(({ midi }) => midi >= 0 && midi <= 127).sort((a, b) => a.at - b.at || Number(a.on) - Number(b.on));
  let before = 0;
  const events = moments.map(({ at, on, midi, velocity }): MidiEvent => {
    const deltaTime = at - before;
    before = at;
    return { deltaTime, type: on ? 'noteOn' : 'noteOff', channel, noteNumber: midi, velocity };
  });
  return [{ deltaTime: 0, meta: true, type: 'trackName', text: hand }, ...events, { deltaTime: 0, meta: true, type: 'endOfTrack' }];
}
