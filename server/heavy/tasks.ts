import { analyse, compareEditions, formName, segment, survey, type Editions, type Form, type FormName, type Grain, type Segment, type Survey } from '@yarrow-ridge/core/form';
import { propose, type Proposal, type ProposeOptions } from '@yarrow-ridge/core/fingering';
import { annotate, engravable, readFile, readScore, sectionsIn, type Annotations, type ReadOptions, type Score, type Section } from '@yarrow-ridge/core/score';

export interface Known {
  readonly score: Score;
  readonly form: Form;
  /** Suggested sections at each grain. */
  readonly segments: Readonly<Record<Grain, Segment[]>>;
  readonly formName: FormName | undefined;
}

export interface Brought extends Known {
  readonly xml: string;
  /** Sections that an exported score brings back. */
  readonly sections: Omit<Section, 'id'>[];
}

function know(score: Score): Known {
  const form = analyse(score);
  const segments = { coarse: segment(score, form, 'coarse'), medium: segment(score, form), fine: segment(score, form, 'fine') };
  return { score, form, segments, formName: formName(score, segments.medium) };
}

/** The work that may take long: done beside the server's own thread. Arguments and results are plain data. */
export const tasks = {
  bring: (file: Uint8Array, options: ReadOptions): Brought => {
    const { score, xml } = readFile(file, options);
    return { ...know(score), xml, sections: sectionsIn(xml, score.bars.length) };
  },
  know: (xml: string, limbs: readonly string[]): Known => know(readScore(xml, { limbs }).score),
  propose: (score: Score, options: ProposeOptions): Proposal => propose(score, options),
  survey: (score: Score, options: Parameters<typeof survey>[1]): Survey => survey(score, options),
  compareEditions: (a: Score, b: Score): Editions => compareEditions(a, b),
  annotate: (xml: string, annotations: Annotations): string => annotate(xml, annotations),
  engravable: (xml: string): string => engravable(xml),
};

export type Tasks = typeof tasks;
