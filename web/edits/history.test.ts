import { useHistory, type Edit } from "./history.ts";

const history = () => useHistory.getState();
let text: string[];
const add = (word: string): Edit => ({
  label: word,
  redo: [
    async () => {
      text.push(word);
    },
  ],
  undo: [
    async () => {
      text.splice(text.lastIndexOf(word), 1);
    },
  ],
});
beforeEach(() => {
  text = [];
  useHistory.setState({ done: [], undone: [], problem: undefined });
});

it("undoes and redoes in order; a new edit ends what could be redone", async () => {
  for (const word of ["a", "b", "c"]) await history().perform(add(word));
  await history().undo();
  await history().undo();
  expect([
    text,
    history().done.map((edit) => edit.label),
    history().undone.map((edit) => edit.label),
  ]).toEqual([["a"], ["a"], ["c", "b"]]);
  await history().redo();
  expect(text).toEqual(["a", "b"]);
  await history().perform(add("d"));
  expect([text, history().undone]).toEqual([["a", "b", "d"], []]);
});

it("says what went wrong, remembers nothing of it, and goes on", async () => {
  const refused = await history().perform({
    label: "x",
    redo: [() => Promise.reject(new Error("Changed elsewhere."))],
    undo: [],
  });
  expect([refused, history().problem, history().done]).toEqual([false, "Changed elsewhere.", []]);
  expect(await history().perform(add("a"))).toBe(true);
  history().record({
    label: "undoable only once",
    redo: [],
    undo: [() => Promise.reject(new Error("Gone."))],
  });
  expect(await history().undo()).toBe(false);
  expect([history().done.map((edit) => edit.label), history().problem]).toEqual([
    ["a", "undoable only once"],
    "Gone.",
  ]);
});

it("is quiet when there is nothing to undo", async () => {
  expect([await history().undo(), await history().redo(), text]).toEqual([true, true, []]);
});
