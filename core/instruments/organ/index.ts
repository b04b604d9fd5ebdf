import type { Instrument } from '../instrument.ts';

const fingers = ['1', '2', '3', '4', '5'];

export const organ: Instrument = {
  id: 'organ',
  name: 'Organ',
  limbs: [
    { id: 'right', name: 'right hand', compass: [36, 96], fingers },
    { id: 'left', name: 'left hand', compass: [36, 96], fingers },
    { id: 'feet', name: 'feet', compass: [24, 67], fingers: ['t', 'h'] },
  ],
  damper: false,
  notProposed: 'Fingers and feet are not proposed for the organ yet. What you write is kept; t is toe, h is heel.',
  caution: 'Bench height and reach to the pedals are for the teacher to check before long practice.',
};
