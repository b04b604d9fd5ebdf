import { create } from "zustand";

/** Something the user did that can be taken back and done again. */
export interface Edit {
  /** What it was, as in "Undo: section B". */
  readonly label: string;
  readonly redo: () => Promise<unknown>;
  readonly undo: () => Promise<unknown>;
}

interface History {
  readonly done: readonly Edit[];
  readonly undone: readonly Edit[];
  /** What went wrong with the last edit, for the screen to say. */
  readonly problem: string | undefined;
  /** Carries an edit out and remembers it. Edits run one after another. */
  readonly perform: (edit: Edit) => Promise<boolean>;
  /** Remembers an edit that was carried out elsewhere. */
  readonly record: (edit: Edit) => void;
  readonly undo: () => Promise<boolean>;
  readonly redo: () => Promise<boolean>;
  readonly clearProblem: () => void;
}

const MOST = 200;
let queue: Promise<unknown> = Promise.resolve();

export const useHistory = create<History>()((set, get) => {
  /** Runs after everything before it, and says what went wrong. */
  const inTurn = (work: () => Promise<unknown>, then: () => void): Promise<boolean> => {
    const turn = queue.then(work).then(
      () => {
        then();
        return true;
      },
      (error: unknown) => {
        set({ problem: error instanceof Error ? error.message : String(error) });
        return false;
      },
    );
    queue = turn;
    return turn;
  };
  return {
    done: [],
    undone: [],
    problem: undefined,
    perform: (edit) =>
      inTurn(
        () => edit.redo(),
        () => get().record(edit),
      ),
    record: (edit) => set((state) => ({ done: [...state.done, edit].slice(-MOST), undone: [] })),
    undo: () =>
      inTurn(
        async () => get().done.at(-1)?.undo(),
        () =>
          set((state) => {
            const edit = state.done.at(-1);
            return edit
              ? { done: state.done.slice(0, -1), undone: [...state.undone, edit] }
              : state;
          }),
      ),
    redo: () =>
      inTurn(
        async () => get().undone.at(-1)?.redo(),
        () =>
          set((state) => {
            const edit = state.undone.at(-1);
            return edit
              ? { undone: state.undone.slice(0, -1), done: [...state.done, edit] }
              : state;
          }),
      ),
    clearProblem: () => set({ problem: undefined }),
  };
});
