import { create } from "zustand";
import { remember, remembered } from "../outbox/device.ts";
import { send } from "../outbox/outbox.ts";
import type { Request } from "../outbox/request.ts";

/** A step of an edit: a request, or what only this window can do (a file it holds). */
export type Step = Request | (() => Promise<unknown>);

/** Something the user did that can be taken back and done again. */
export interface Edit {
  /** What it was, as in "Undo: section B". */
  readonly label: string;
  readonly redo: readonly Step[];
  readonly undo: readonly Step[];
}

interface History {
  readonly done: readonly Edit[];
  readonly undone: readonly Edit[];
  /** What went wrong with the last edit, for the screen to say. */
  readonly problem: string | undefined;
  /**
   * Carries an edit out and remembers it. It is true once the edit is stored, or kept on the device
   * until it can be; false when it was refused.
   */
  readonly perform: (edit: Edit) => Promise<boolean>;
  /** Remembers an edit that was carried out elsewhere. */
  readonly record: (edit: Edit) => void;
  readonly undo: () => Promise<boolean>;
  readonly redo: () => Promise<boolean>;
  readonly clearProblem: () => void;
}

const MOST = 200;
const KEY = "history";

/** @returns why it was refused; nothing when it is stored or kept */
async function carryOut(steps: readonly Step[], label: string): Promise<string | undefined> {
  // requests are put down at once, in order; what only this window can do waits for those before
  let failed: string | undefined;
  const outcomes = steps.map((step) =>
    typeof step === "function" ? undefined : send(step, label),
  );
  for (const [i, step] of steps.entries()) {
    if (failed !== undefined) break;
    try {
      if (typeof step === "function") await step();
      else {
        const outcome = await outcomes[i]!;
        if (outcome.kind === "refused") failed = outcome.error.message;
      }
    } catch (error) {
      failed = error instanceof Error ? error.message : String(error);
    }
  }
  return failed;
}

const isData = (edit: Edit) =>
  [...edit.redo, ...edit.undo].every((step) => typeof step !== "function");

/** The day as the user has it: what was done yesterday is not undone today. */
const today = () => new Date().toDateString();

interface Remembered {
  readonly day: string;
  readonly done: readonly Edit[];
  readonly undone: readonly Edit[];
}

export const useHistory = create<History>()((set, get) => {
  /** Moves an edit from one list to the other at once, and back when it is refused. */
  const move = async (from: "done" | "undone", to: "done" | "undone"): Promise<boolean> => {
    const edit = get()[from].at(-1);
    if (!edit) return true;
    set((state) => ({ ...state, [from]: state[from].slice(0, -1), [to]: [...state[to], edit] }));
    const problem = await carryOut(from === "done" ? edit.undo : edit.redo, edit.label);
    if (problem === undefined) return true;
    set((state) => ({
      ...state,
      problem,
      [to]: state[to].filter((one) => one !== edit),
      [from]: [...state[from], edit],
    }));
    return false;
  };
  return {
    done: [],
    undone: [],
    problem: undefined,
    perform: async (edit) => {
      const before = get().undone;
      get().record(edit);
      const problem = await carryOut(edit.redo, edit.label);
      if (problem === undefined) return true;
      set((state) => ({
        problem,
        done: state.done.filter((one) => one !== edit),
        undone: state.undone.length ? state.undone : before,
      }));
      return false;
    },
    record: (edit) => set((state) => ({ done: [...state.done, edit].slice(-MOST), undone: [] })),
    undo: () => move("done", "undone"),
    redo: () => move("undone", "done"),
    clearProblem: () => set({ problem: undefined }),
  };
});

/** What was done today before a reload can be undone after it. */
export async function openHistory(): Promise<void> {
  const before = await remembered<Remembered>(KEY);
  if (before?.day === today())
    useHistory.setState(({ done, undone }) => ({
      done: [...before.done, ...done].slice(-MOST),
      undone: done.length ? undone : [...before.undone, ...undone],
    }));
  useHistory.subscribe(({ done, undone }, was) => {
    if (done === was.done && undone === was.undone) return;
    const kept: Remembered = {
      day: today(),
      done: done.filter(isData),
      undone: undone.filter(isData),
    };
    void remember(KEY, kept);
  });
}
