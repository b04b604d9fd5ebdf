import type { PedalMark } from '@yarrow-ridge/core/score';
import { create } from 'zustand';
import { persist } from 'zustand/middleware';

export interface FootPencil {
  readonly from: number;
  readonly to: number;
  readonly marks: readonly (PedalMark & { readonly why: string })[];
  /** Clarity under them, by bar: the least of each. */
  readonly clarity: ReadonlyMap<number, number>;
  readonly muddiest: readonly { readonly bar: number; readonly text: string }[];
}

export type Stratum = 'form' | 'hands' | 'pedal';

interface Desk {
  readonly stratum: Stratum;
  readonly zoom: number;
  /** How the score is looked at; a piece on paper is seen on its pages unless this says otherwise. */
  readonly face: 'page' | 'engraved' | undefined;
  /** Chosen bars, 0-based inclusive. */
  readonly chosen: { from: number; to: number } | undefined;
  /** The note that typing goes to. */
  readonly note: string | undefined;
  /** The place the pedal cursor is at: bar and quarters as exact text. */
  readonly place: { bar: number; offset: string } | undefined;
  /** Pencilled fingers by note id, not stored until inked. */
  readonly pencil: ReadonlyMap<string, string>;
  readonly reasons: readonly string[];
  /** Pedal marks in pencil for some bars, not stored until inked. */
  readonly footPencil: FootPencil | undefined;
  readonly set: (change: Partial<Omit<Desk, 'set'>>) => void;
}

/** What lives only on screen at the desk. The stratum and the zoom are kept from visit to visit. */
export const useDesk = create<Desk>()(persist(
  (set) => ({
    stratum: 'form', zoom: 1, face: undefined, chosen: undefined, note: undefined, place: undefined, pencil: new Map(), reasons: [], footPencil: undefined,
    set: (change) => set(change),
  }),
  { name: 'yarrow-ridge-desk', partialize: ({ stratum, zoom, face }) => ({ stratum, zoom, face }) },
));

export const nothingChosen = { chosen: undefined, note: undefined, place: undefined, pencil: new Map<string, string>(), reasons: [], footPencil: undefined };
