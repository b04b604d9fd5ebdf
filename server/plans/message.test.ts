import { message } from "./store.ts";

const plan = { readyBy: "2030-03-20", feasible: false, workMinutes: 200, missingMinutes: 40 };

it("says whether minutes are missing, or days", () => {
  expect(message({ ...plan, availableMinutes: 170 }, false, "2030-03-01")).toMatch(
    /^Too little time: about 3 h 20 min of work, 2 h 50 min until 20 March; 40 min missing\. Add minutes/,
  );
  expect(message({ ...plan, availableMinutes: 300 }, true, "2030-03-01")).toMatch(
    /^Too few days: about 3 h 20 min of work, 5 h left by other pieces until 20 March would be enough, but .+; 40 min are left over\. Choose a later day/,
  );
});
