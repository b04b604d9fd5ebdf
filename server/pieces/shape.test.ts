import { parseMidi } from 'midi-file';
import { demoFile, openTestStudio, type TestStudio } from '../testing.ts';

let studio: TestStudio;
let id: string;
const at = (path = '') => `/api/pieces/${id}${path}`;
const wheel = () => new TextDecoder().decode(demoFile('the-ferrymans-wheel'));
const raw = (path: string) => studio.app.request(`http://127.0.0.1${at(path)}`, { headers: { host: '127.0.0.1' } });
const empty = { timing: [], leads: [], touch: [], out: [], meetings: [], accents: [] };
const bars = (from: number, to: number) => ({ from: { bar: from, offset: '0' }, to: { bar: to, offset: '0' } });
const loud = [{ bar: 0, offset: '0', level: 3 }, { bar: 4, offset: '1/2', level: 6 }];
const annotations = async () => (await studio.ask('GET', at('/annotations'))).json as unknown as { revision: number; shape: typeof empty | null };
const put = (shape: unknown, revision?: number) => studio.ask('PUT', at('/shape'), { shape, ...(revision === undefined ? {} : { revision }) });

beforeAll(async () => { studio = await openTestStudio(); });
afterAll(async () => { await studio.close(); });
beforeEach(async () => { ({ id } = (await studio.bring(wheel())).json); });

describe('the shape of a piece', () => {
  it('is as printed until it is set, and again when it is taken away', async () => {
    const before = (await studio.ask('GET', at('/shape'))).json;
    expect(before).toMatchObject({ source: 'printed', accents: [], runs: [] });
    // mp, p, mp, a hairpin to mf, …: as the file has them
    expect((before.loudness as { level: number }[]).slice(0, 6).map(({ level }) => level)).toEqual([4, 4, 3, 3, 4, 4]);
    const shape = { ...empty, loudness: loud, timing: [{ id: 'x', kind: 'broaden', ...bars(4, 6), amount: 0.8 }], leads: [{ ...bars(0, 8), hand: 'left', line: 'top' }], touch: [{ ...bars(2, 3), hand: 'right', share: 0.5 }] };
    expect((await put(shape)).status).toBe(200);
    expect((await annotations()).shape).toEqual(shape);
    expect((await studio.ask('GET', at('/shape'))).json).toMatchObject({ source: 'teacher', loudness: [{ bar: 0, level: 3 }, { bar: 4, offset: 0.5, level: 6 }] });
    expect((await put(null)).status).toBe(200);
    expect((await annotations()).shape).toBeNull();
  });

  it('is refused in a sentence, and nothing of it is kept', async () => {
    const wrong: [unknown, RegExp][] = [
      [{ ...empty, timing: [{ id: 'a', kind: 'broaden', ...bars(4, 8), amount: 0.8 }, { id: 'b', kind: 'push', ...bars(6, 9), amount: 1.2 }] }, /Two marks pull bar 6 at once: broaden and push/],
      [{ ...empty, loudness: [{ bar: 200, offset: '0', level: 3 }] }, /after the last bar; the piece has 79/],
      [{ ...empty, out: ['nobody'] }, /a note that is not in the score/], [{ ...empty, touch: [{ ...bars(1, 2), hand: 'feet', share: 1 }] }, /"hand" must be one of right, left/],
      [{ ...empty, timing: [{ id: 'a', kind: 'wait', ...bars(1, 1), amount: 40 }] }, /from 0.1 to 4/], [{ ...empty, timing: [{ id: 'a', kind: 'hurry', ...bars(1, 2), amount: 1 }] }, /broaden, push, wait/],
    ];
    for (const [shape, sentence] of wrong) {
      const { status, json } = await put(shape);
      expect(status).toBeGreaterThanOrEqual(400);
      expect(status).toBeLessThan(500);
      expect(json.detail).toMatch(sentence);
    }
    expect((await annotations()).shape).toBeNull();
  });

  it('shows a conflict', async () => {
    const { revision } = await annotations();
    expect((await put({ ...empty, loudness: loud }, revision)).status).toBe(200);
    expect((await put(empty, revision)).status).toBe(409);
    expect((await annotations()).shape).toMatchObject({ loudness: loud });
  });

  it('goes out with the score and comes back with it', async () => {
    const shape = { ...empty, loudness: loud, timing: [{ id: 'x', kind: 'breathe', ...bars(10, 10), amount: 0.25 }] };
    await put(shape);
    const exported = await (await raw('/export.musicxml')).text();
    ({ id } = (await studio.bring(exported)).json);
    expect((await annotations()).shape).toEqual(shape);
    // a field that was tampered with is passed over
    ({ id } = (await studio.bring(exported.replace(/(name="yarrow-ridge:shape:1">)[^<]*/, '$1{"timing":[{"kind":"wait"}]}'))).json);
    expect((await annotations()).shape).toBeNull();
  });

  it('is heard in the MIDI file: levels in velocities, and the time when it is asked for', async () => {
    await put({ ...empty, loudness: [{ bar: 10, offset: '0', level: 2 }, { bar: 12, offset: '0', level: 7 }], timing: [{ id: 'x', kind: 'wait', ...bars(11, 11), amount: 1 }] });
    const keys = async (time: string) => {
      const { tracks } = parseMidi(new Uint8Array(await (await raw(`/section.mid?from=10&to=11&time=${time}`)).arrayBuffer()));
      let tick = 0;
      return tracks[1]!.flatMap((event) => {
        tick += event.deltaTime;
        return event.type === 'noteOn' && event.velocity > 0 ? [[tick, event.velocity] as const] : [];
      });
    };
    const [strict, free] = [await keys('strict'), await keys('shaped')];
    expect(strict[0]).toEqual([0, 45]);
    expect(strict.every(([, velocity], i) => i === 0 || velocity > strict[i - 1]![1])).toBe(true);
    // a beat of a quarter has 480 ticks
    expect(free.map(([tick], i) => tick - strict[i]![0])).toEqual(strict.map(([tick]) => (tick >= 2 * 480 ? 480 : 0)));
  });

  it('goes with its bars into a corrected file, and back', async () => {
    await put({ ...empty, loudness: [{ bar: 0, offset: '0', level: 3 }, { bar: 40, offset: '0', level: 6 }], touch: [{ ...bars(40, 44), hand: 'left', share: 0.5 }] });
    const extra = /<measure number="20"[\s\S]*?<\/measure>/.exec(wheel())![0];
    const form = new FormData();
    form.set('file', new File([wheel().replace(extra, `${extra}${extra.replace(/ id="[^"]*"/g, '').replace('number="20"', 'number="X1"')}`)], 'score.musicxml'));
    const answer = await studio.app.request(`http://127.0.0.1${at('/correction')}`, { method: 'POST', body: form, headers: { host: '127.0.0.1' } });
    expect(answer.status).toBe(200);
    expect((await annotations()).shape).toMatchObject({ loudness: [{ bar: 0 }, { bar: 41 }], touch: [{ from: { bar: 41 }, to: { bar: 45 } }] });
    expect((await studio.ask('DELETE', at('/correction'))).status).toBe(200);
    expect((await annotations()).shape).toMatchObject({ loudness: [{ bar: 0 }, { bar: 40 }], touch: [{ to: { bar: 44 } }] });
  });
});
