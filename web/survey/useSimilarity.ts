import type { Similarity } from '@yarrow-ridge/core/form';
import type { Score } from '@yarrow-ridge/core/score';
import { wrap } from 'comlink';
import { useEffect, useState } from 'react';
import type { Former } from './form.worker.ts';

/** The picture of a piece against itself, worked out beside the page; undefined until it is there. */
export function useSimilarity(score: Score | undefined, hand: string | undefined): Similarity | undefined {
  const [found, setFound] = useState<{ hand: string; score: Score; picture: Similarity }>();
  useEffect(() => {
    if (!score || hand === undefined) return;
    const worker = new Worker(new URL('./form.worker.ts', import.meta.url), { type: 'module' });
    let wanted = true;
    void wrap<Former>(worker).similarity(score, hand).then((picture) => { if (wanted) setFound({ hand, score, picture }); });
    return () => { wanted = false; worker.terminate(); };
  }, [score, hand]);
  return found && found.hand === hand && found.score === score ? found.picture : undefined;
}
