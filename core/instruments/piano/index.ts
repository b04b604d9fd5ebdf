import type { Instrument } from '../instrument.ts';
import { hand } from './hand.ts';

const fingers = ['1', '2', '3', '4', '5'];

export const piano: Instrument = {
  id: 'piano',
  name: 'Piano',
  limbs: [
    { id: 'right', name: 'right hand', compass: [21, 108], fingers, model: hand('right') },
    { id: 'left', name: 'left hand', compass: [21, 108], fingers, model: hand('left') },
  ],
  damper: true,
  caution: 'No long stints of loud octaves or fast repeated notes without a rest; never force a stretch.',
};
