import { chromaticFigures, figures } from '../../core/fingering/taught/figures.ts';

// npm run figures: how far proposed fingers agree with what is taught, one JSON line each.
for (const { notes, ...one } of figures()) console.log(JSON.stringify({ ...one, notes: Math.round(notes * 10_000) / 10_000 }));
for (const one of chromaticFigures()) console.log(JSON.stringify({ what: `chromatic scale, ${one.scheme}, ${one.hand} hand`, exact: one.fingers === one.accepted, fingers: one.fingers }));
