import { expose } from 'comlink';
import { similarity, type Similarity } from '@yarrow-ridge/core/form';
import type { Score } from '@yarrow-ridge/core/score';

const former = { similarity: (score: Score, hand: string): Similarity => similarity(score, hand) };

export type Former = typeof former;

expose(former);
