import { listed, plain } from "./index.ts";

it("names the first few of a list, and says how many more there are", () => {
  const all = ["I", "II", "V", "VII", "IX", "X", "XII"];
  expect(plain(listed(all.slice(0, 6)))).toBe("I, II, V, VII, IX, X");
  expect(plain(listed(all))).toBe("I, II, V, VII, IX, X and 1 more");
  expect(plain(listed(all, { most: 2, between: "; " }))).toBe("I; II and 5 more");
});
