import { median, report } from "./measure.ts";

const CLIENTS = 50;
const ROUNDS = 6;
const WARM = 20;

const ask = async (url: string, init?: RequestInit): Promise<number> => {
  const start = performance.now();
  const answer = await fetch(url, init);
  await answer.arrayBuffer();
  if (!answer.ok) throw new Error(`${answer.status} ${url}`);
  return performance.now() - start;
};
const json = async <T>(url: string): Promise<T> => (await fetch(url)).json() as Promise<T>;
const send = (url: string, body: unknown, method = "POST") =>
  ask(url, {
    method,
    headers: { "content-type": "application/json" },
    body: JSON.stringify(body),
  });

const share = (times: number[], part: number) =>
  times.sort((a, b) => a - b)[Math.floor((times.length - 1) * part)]!;

const NO_TUNE: readonly string[] = ["left", "feet"];

/** Fifty people at once: they look at the studio and at pieces, try, and write fingers. */
export async function measureLoad(server: string): Promise<void> {
  const { items } = await json<{ items: { id: string }[] }>(`${server}/api/pieces`);
  const { due } = await json<{ due: { id: string }[] }>(`${server}/api/studio`);
  const pieces = items.map(({ id }) => id);
  const notes = await Promise.all(
    pieces.map((id) =>
      json<{ notes: { id: string; hand: string }[] }>(`${server}/api/pieces/${id}/score`),
    ),
  );
  const errors: string[] = [];
  const mixed: number[] = [];
  const bare: number[] = [];
  const client = async (who: number) => {
    const piece = pieces[who % pieces.length]!;
    // fingers that every hand has that plays a tune
    const tune = notes[who % pieces.length]!.notes.filter(({ hand }) => !NO_TUNE.includes(hand));
    const note = tune[who]?.id;
    const steps = [
      () => ask(`${server}/api/studio`),
      () => ask(`${server}/api/students?sort=lesson`),
      () => ask(`${server}/api/pieces/${piece}/annotations`),
      () => ask(`${server}/api/pieces/${piece}/score`),
      () => ask(`${server}/api/cards/${due[who % due.length]!.id}`),
      () =>
        note
          ? send(
              `${server}/api/pieces/${piece}/notes/finger`,
              { values: [{ note, value: String(1 + (who % 4)) }] },
              "PUT",
            )
          : ask(`${server}/api/pieces/${piece}`),
      () => send(`${server}/api/attempts`, { cardId: due[who % due.length]!.id, result: "clean" }),
    ];
    for (let round = 0; round < ROUNDS; round++)
      for (const step of steps) {
        // the bare route in the same moment of the same machine
        bare.push(await ask(`${server}/api/health`));
        await step().then(
          (ms) => mixed.push(ms),
          (error: unknown) => errors.push(String(error)),
        );
      }
  };
  for (let i = 0; i < WARM; i++) await ask(`${server}/api/studio`);
  await Promise.all(Array.from({ length: CLIENTS }, (_, who) => client(who)));
  report(
    "fifty clients at once: the slowest twentieth against a bare route in the same run",
    {
      requests: mixed.length + bare.length,
      errors: errors.length,
      p95Ms: share(mixed, 0.95),
      bareP95Ms: share(bare, 0.95),
    },
    share(mixed, 0.95) / share(bare, 0.95),
    "<= 5, no error",
  );
  if (errors.length) process.stdout.write(`${[...new Set(errors)].slice(0, 5).join("\n")}\n`);
}

/** What each screen asks for first, by its name. */
async function screens(server: string): Promise<Record<string, string[]>> {
  const [assignments, studio, students, pieces] = await Promise.all([
    json<{ items: { id: string; pieceId: string }[] }>(`${server}/api/assignments`),
    json<{ due: { id: string }[] }>(`${server}/api/studio`),
    json<{ items: { id: string }[] }>(`${server}/api/students`),
    json<{ items: { id: string }[] }>(`${server}/api/pieces`),
  ]);
  const [given] = assignments.items;
  const student = students.items[0]!.id;
  return {
    studio: [
      "/api/studio",
      "/api/students?sort=lesson",
      "/api/pieces?sort=newest",
      "/api/assignments",
    ],
    search: ["/api/students?q=a", "/api/pieces?q=a"],
    student: [
      `/api/students/${student}`,
      `/api/assignments?studentId=${student}`,
      `/api/cards?studentId=${student}`,
      `/api/students/${student}/portfolio`,
    ],
    desk: [
      `/api/pieces/${given?.pieceId ?? pieces.items[0]!.id}/annotations`,
      `/api/assignments?pieceId=${given?.pieceId ?? pieces.items[0]!.id}`,
    ],
    plan: given
      ? [
          `/api/assignments/${given.id}`,
          `/api/assignments/${given.id}/ridge`,
          `/api/assignments/${given.id}/log`,
        ]
      : [],
    room: studio.due[0] ? [`/api/cards/${studio.due[0].id}`] : [],
  };
}

/** Each screen's requests in a large studio against those of the demo's, in turn. */
export async function measureLarge(large: string, small: string): Promise<void> {
  const [a, b] = [await screens(large), await screens(small)];
  for (const name of Object.keys(a)) {
    const time = async (server: string, paths: readonly string[]) => {
      const start = performance.now();
      await Promise.all(paths.map((path) => ask(server + path)));
      return performance.now() - start;
    };
    await time(large, a[name]!);
    await time(small, b[name]!);
    const runs: { a: number; b: number }[] = [];
    for (let i = 0; i < 15; i++)
      runs.push({ a: await time(large, a[name]!), b: await time(small, b[name]!) });
    report(
      `requests of the ${name} in a studio of 2000 students, 500 pieces, 50000 tries against the demo`,
      { largeMs: median(runs.map((run) => run.a)), demoMs: median(runs.map((run) => run.b)) },
      median(runs.map((run) => run.a / run.b)),
      "<= 3",
    );
  }
}
