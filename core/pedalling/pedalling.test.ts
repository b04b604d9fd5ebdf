import { scoreOf } from '../testing.ts';
import { chordRoughness, clarityOf, curve, proposePedal, roughness, type PedalStyle } from './index.ts';

describe('dissonance', () => {
  // Sethares 1993: the maximum of exp(−3.5 x) − exp(−5.75 x) is at ln(5.75 / 3.5) / 2.25
  it('is greatest where the published closed form has its maximum', () => {
    const top = Math.log(5.75 / 3.5) / 2.25;
    expect(top).toBeCloseTo(0.2206, 4);
    for (let x = 0; x <= 3; x += 0.001) expect(curve(x)).toBeLessThanOrEqual(curve(top) + 1e-12);
    expect(curve(0)).toBe(0);
  });
  it('scales with the critical band: the same curve at any frequency', () => {
    for (const low of [65, 130, 440, 1760]) {
      const apart = (x: number) => (x * (0.021 * low + 19)) / 0.24;
      for (const x of [0.1, 0.22, 0.5, 1]) expect(roughness(low, low + apart(x))).toBeCloseTo(curve(x), 12);
    }
  });
  it('of a chord grows octave by octave downwards', () => {
    for (const chord of [[60, 64, 67], [60, 63, 67], [60, 67], [60, 64]]) {
      const down = [24, 12, 0, -12, -24].map((by) => chordRoughness(chord.map((key) => key + by)));
      expect([...down].sort((a, b) => a - b)).toEqual(down);
    }
  });
});

type Bars = readonly (readonly [string, string])[];
const said = (bars: Bars, metre: [number, number] = [4, 4], tempo = 90, style: PedalStyle = 'harmony') => {
  const score = scoreOf(bars, metre);
  return proposePedal(score, { style, from: 0, to: score.bars.length - 1, tempo }).map(({ bar, offset, kind }) => `${bar + 1}.${offset.num / offset.den} ${kind}`);
};
const why = (bars: Bars, metre: [number, number] = [4, 4], tempo = 90) => {
  const score = scoreOf(bars, metre);
  return proposePedal(score, { style: 'harmony', from: 0, to: score.bars.length - 1, tempo }).map((mark) => mark.why);
};

// Textbook situations and what a teacher expects; common practice, no source
describe('pedal by harmony', () => {
  it.each<[string, string, Bars, [number, number], number, string[]]>([
    ['a bar of one harmony', 'one pedal holds it', [['C5:4', 'C3 G3 E4 G3']], [4, 4], 90, ['1.0 down', '1.4 up']],
    ['two bars of one harmony', 'a harmony can last', [['C5:4', 'C3 G3 E4 G3'], ['C5:4', 'C3 G3 E4 G3']], [4, 4], 90, ['1.0 down', '2.4 up']],
    ['a new harmony with the bar', 'the foot changes with it', [['C5:4', 'C3 G3 E4 G3'], ['D5:4', 'G2 D3 B3 D3']], [4, 4], 90, ['1.0 down', '2.0 change', '2.4 up']],
    ['a new bass under the same tune', 'the foot changes with the bass', [['E5:4', 'C3 G3 E4 G3'], ['E5:4', 'A2 E3 C4 E3']], [4, 4], 90, ['1.0 down', '2.0 change', '2.4 up']],
    ['a waltz', 'the bass rings under its chords, bar by bar', [['E5:3', 'C3 E4+G4 E4+G4'], ['D5:3', 'G2 D4+F4 D4+F4'], ['C5:3', 'C3 E4+G4 E4+G4']], [3, 4], 120, ['1.0 down', '2.0 change', '3.0 change', '3.3 up']],
    ['a chorale', 'chords the hands cannot join are joined by the foot, each changed; the last they hold', [['C5+E5:1 B4+D5:1 A4+C5:1 G4+C5:1', 'C3+G3:1 D3+G3:1 F3+C4:1 E3+C4:1']], [4, 4], 60, ['1.0 down', '1.1 change', '1.2 change', '1.3 up']],
    ['a broken accompaniment that changes in the half bar', 'so does the foot', [['E5:2 D5:2', 'C4:0.5 G4:0.5 E4:0.5 G4:0.5 B3:0.5 G4:0.5 D4:0.5 G4:0.5']], [4, 4], 120, ['1.0 down', '1.2 change', '1.4 up']],
    ['a low bass far under its chord', 'the hand must leave it: the foot keeps it', [['C5+E5+G5:2 F5+A5+C6:2', 'C2:1 C3+G3:1 F2:1 C3+F3:1']], [4, 4], 90, ['1.0 down', '1.2 change', '1.4 up']],
    ['a scale low down', 'it blurs at once: none', [['r:4', 'C2:0.5 D2:0.5 E2:0.5 F2:0.5 G2:0.5 A2:0.5 B2:0.5 C3:0.5']], [4, 4], 90, []],
    ['a slow chromatic bass', 'none', [['r:4', 'E2:1 F2:1 F#2:1 G2:1']], [4, 4], 60, []],
    ['two voices in counterpoint', 'the hands join them: none', [['C5:0.5 D5:0.5 E5:0.5 F5:0.5 G5 E5', 'C4 B3 A3 C4']], [4, 4], 90, []],
    ['chords between rests', 'rests are to be heard: none', [['C5+E5+G5:1 r:1 C5+E5+G5:1 r:1', 'C3:1 r:1 C3:1 r:1']], [4, 4], 80, []],
    ['a single line the hand joins', 'none', [['C5 D5 E5 F5', 'r:4'], ['G5 F5 E5 D5', 'r:4']], [4, 4], 90, []],
  ])('%s: %s', (_, __, bars, metre, tempo, marks) => expect(said(bars, metre, tempo)).toEqual(marks));

  it('says why each mark stands there', () => {
    expect(why([['C5:4', 'C3 G3 E4 G3'], ['D5:4', 'G2 D3 B3 D3']])).toEqual(['the tones of C ring together', 'new harmony: G after C', 'the end']);
  });
  it('is up before a rest of all hands', () => {
    const marks = said([['G5:2 r:2', 'C3:1 E4+G4:1 r:2'], ['G5:4', 'C3 G3 E4 G3']], [4, 4], 80);
    expect(marks.slice(0, 3)).toEqual(['1.0 down', '1.2 up', '2.0 down']);
  });
  it('leaves more dry in the dry style, never less', () => {
    for (const bars of [[['C5+E5:1 B4+D5:1 A4+C5:1 G4+C5:1', 'C3+G3:1 D3+G3:1 F3+C4:1 E3+C4:1']], [['C5:4', 'C3 G3 E4 G3'], ['D5:4', 'C3 F3 A3 F3']]] as Bars[]) {
      expect(said(bars, [4, 4], 100, 'dry').length).toBeLessThanOrEqual(said(bars, [4, 4], 100).length);
    }
  });
  it('stays within the bars that were asked for', () => {
    const score = scoreOf([['C5:4', 'C3 G3 E4 G3'], ['D5:4', 'G2 D3 B3 D3'], ['C5:4', 'C3 G3 E4 G3']]);
    for (const [from, to] of [[0, 0], [1, 1], [0, 1], [1, 2]] as const) {
      const marks = proposePedal(score, { style: 'harmony', from, to, tempo: 90 });
      expect(marks.every((mark) => mark.bar >= from && mark.bar <= to)).toBe(true);
      expect(marks.map((mark) => mark.kind).at(-1)).toBe('up');
    }
  });
  it('has nothing to say of silence', () => expect(proposePedal(scoreOf([['r:4', 'r:4'], ['C5:4', 'C3:4']]), { style: 'harmony', from: 0, to: 0, tempo: 90 })).toEqual([]));
});

describe('clarity', () => {
  const whole = (bar: number) => ({ bar, offset: { num: 0, den: 1 }, kind: 'down' as const });
  const clear = (bars: Bars, pedal = true) => {
    const score = scoreOf(bars);
    return Math.min(...clarityOf(score, pedal ? [whole(0)] : [], 0, bars.length - 1, 90).map((one) => one.value));
  };
  it('is whole without pedal, whatever is played', () => expect(clear([['C5:4', 'C2:0.5 D2:0.5 E2:0.5 F2:0.5 G2:0.5 A2:0.5 B2:0.5 C3:0.5']], false)).toBe(1));
  it('of the same broken chord sinks octave by octave', () => {
    const at = (octave: number) => clear([['r:4', `C${octave} E${octave} G${octave} C${octave + 1}`]]);
    const values = [6, 5, 4, 3, 2].map(at);
    expect([...values].sort((a, b) => b - a)).toEqual(values);
    expect(values[0]).toBeGreaterThan(values.at(-1)! + 0.05);
  });
  it('names the two tones that rub most, and is restored by a change', () => {
    const score = scoreOf([['r:4', 'C2:2 C#2:2'], ['r:4', 'G2:4']]);
    const held = clarityOf(score, [whole(0)], 0, 1, 90);
    expect(held[1]).toMatchObject({ bar: 0, worst: [36, 37] });
    expect(held[1]!.value).toBeLessThan(0.8);
    const changed = clarityOf(score, [whole(0), { bar: 0, offset: { num: 2, den: 1 }, kind: 'change' }], 0, 1, 90);
    expect(changed[1]!.value).toBe(1);
  });
});
