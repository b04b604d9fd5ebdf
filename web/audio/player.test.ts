import { due } from "./lookahead.ts";

// The audio clock does the timing; what is ours is that each event is handed over once, in order,
// before its time.
it("hands every event over exactly once and ahead of its time, however unevenly it is looked at", () => {
  const events = Array.from({ length: 200 }, (_, i) => ({ at: i * 0.137 }));
  const handed: number[] = [];
  let next = 0;
  let now = 0;
  for (let look = 0; next < events.length; look++) {
    const found = due(events, next, now + 0.2);
    for (const event of found.events) {
      expect(event.at).toBeGreaterThanOrEqual(now - 0.001);
      handed.push(event.at);
    }
    next = found.next;
    now += [0.025, 0.025, 0.15, 0.001][look % 4]!;
  }
  expect(handed).toEqual(events.map((event) => event.at));
});
