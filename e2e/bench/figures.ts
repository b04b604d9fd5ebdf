import { chromaticFigures, figures } from '../../core/fingering/taught/figures.ts';

// npm run figures: how far proposed fingers agree with what is taught, one JSON line each.
const say = (figure: object) => process.stdout.write(`${JSON.stringify(figure)}\n`);
for (const { notes, ...one } of figures()) say({ ...one, notes: Math.round(notes * 10_000) / 10_000 });
for (const one of chromaticFigures()) say({ what: `chromatic scale, ${one.scheme}, ${one.hand} hand, ${one.where}`, exact: one.fingers === one.accepted, fingers: one.fingers });
