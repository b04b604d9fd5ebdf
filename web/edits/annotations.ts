import type { Answer, AnnotationsAnswer } from '@yarrow-ridge/contract';
import { useQueryClient, type QueryClient } from '@tanstack/react-query';
import { useMemo } from 'react';
import { call, Refusal } from '../api/client.ts';
import { useHistory } from './history.ts';

export type Marks = AnnotationsAnswer;
export type PedalMarks = Marks['pedal']['marks'];
export interface SectionDraft {
  readonly name: string;
  readonly words: string;
  readonly from: { bar: number; offset: number | string };
  readonly to: { bar: number; offset: number | string };
}

const keyOf = (pieceId: string) => ['annotations', { id: pieceId }, null];

/** Writes to the piece's annotations: shown at once, sent in turn, taken back when refused. */
class Writer {
  private readonly client: QueryClient;
  private readonly pieceId: string;
  constructor(client: QueryClient, pieceId: string) {
    [this.client, this.pieceId] = [client, pieceId];
  }

  get now(): Marks | undefined {
    return this.client.getQueryData<Marks>(keyOf(this.pieceId));
  }

  async write(change: (marks: Marks) => Marks, request: (revision: number) => Promise<{ revision: number }>): Promise<void> {
    const key = keyOf(this.pieceId);
    await this.client.cancelQueries({ queryKey: key });
    const before = this.now;
    if (before) this.client.setQueryData<Marks>(key, change(before));
    try {
      const { revision } = await request(before?.revision ?? 0);
      this.client.setQueryData<Marks>(key, (marks) => marks && { ...marks, revision });
    } catch (error) {
      if (before) this.client.setQueryData(key, before);
      if (error instanceof Refusal && error.status === 409) await this.client.invalidateQueries({ queryKey: key });
      throw error;
    }
  }
}

const fingersAfter = (marks: Marks, wanted: readonly { id: string; finger: string | null }[]): Marks => {
  const map = new Map(marks.fingerings.map((one) => [one.id, one]));
  for (const { id, finger } of wanted) {
    if (finger === null) map.delete(id);
    else map.set(id, { id, finger, layer: 'teacher' });
  }
  return { ...marks, fingerings: [...map.values()] };
};

/** The edits of a piece's annotations, each of which can be undone. */
export function useAnnotationEdits(pieceId: string) {
  const client = useQueryClient();
  const perform = useHistory((state) => state.perform);
  return useMemo(() => {
    const writer = new Writer(client, pieceId);
    const params = { id: pieceId };

    const sendFingers = (wanted: readonly { id: string; finger: string | null }[]) =>
      writer.write((marks) => fingersAfter(marks, wanted), (revision) =>
        call('putFingerings', { params, body: { fingerings: [...wanted], revision } }));
    const sendPedal = (marks: PedalMarks | null) =>
      writer.write(
        (all) => ({ ...all, pedal: marks ? { source: 'teacher', marks } : all.pedal }),
        (revision) => call('putPedal', { params, body: { marks: marks?.map(({ bar, exact, kind }) => ({ bar, offset: exact, kind: kind as 'down' })) ?? null, revision } }),
      ).then(() => (marks === null ? client.invalidateQueries({ queryKey: keyOf(pieceId) }) : undefined));
    const refresh = () => client.invalidateQueries({ queryKey: keyOf(pieceId) });
    const sendSection = async (id: string, draft: SectionDraft): Promise<Answer<'addSection'>> => {
      const made = await call('addSection', { params, body: { id, ...draft, revision: writer.now?.revision ?? 0 } });
      await refresh();
      return made;
    };
    const changeSection = async (id: string, draft: SectionDraft) => {
      await call('editSection', { params: { ...params, section: id }, body: { ...draft, ...(writer.now ? { revision: writer.now.revision } : {}) } }).catch(async (error: unknown) => {
        await refresh();
        throw error;
      });
      await refresh();
    };
    const removeSection = async (id: string) => {
      await call('removeSection', { params: { ...params, section: id } });
      await refresh();
    };

    return {
      // what was there before is read when the edit's turn comes: quick typing queues several
      fingers: (wanted: readonly { id: string; finger: string | null }[], label: string) => {
        let back: { id: string; finger: string | null }[] = [];
        return perform({
          label,
          redo: () => {
            const before = new Map(writer.now?.fingerings.map((one) => [one.id, one.finger]));
            back = wanted.map(({ id }) => ({ id, finger: before.get(id) ?? null }));
            return sendFingers(wanted);
          },
          undo: () => sendFingers(back),
        });
      },
      /** Changes the pedal marks; null goes back to the printed ones. */
      pedal: (change: ((marks: PedalMarks) => PedalMarks) | null, label: string) => {
        let back: PedalMarks | null = null;
        return perform({
          label,
          redo: () => {
            const before = writer.now?.pedal;
            back = before?.source === 'teacher' ? before.marks : null;
            return sendPedal(change && change(before?.marks ?? []));
          },
          undo: () => sendPedal(back),
        });
      },
      addSections: (drafts: readonly SectionDraft[], label: string) => {
        const made = drafts.map((draft) => ({ id: crypto.randomUUID(), draft }));
        return perform({
          label,
          redo: async () => { for (const { id, draft } of made) await sendSection(id, draft); },
          undo: async () => { for (const { id } of made) await removeSection(id); },
        });
      },
      editSection: (id: string, before: SectionDraft, after: SectionDraft) =>
        perform({ label: `section ${after.name}`, redo: () => changeSection(id, after), undo: () => changeSection(id, before) }),
      removeSection: (id: string, before: SectionDraft) =>
        perform({ label: `removing section ${before.name}`, redo: () => removeSection(id), undo: () => sendSection(id, before) }),
    };
  }, [client, perform, pieceId]);
}
