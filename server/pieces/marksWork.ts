import { say } from "@yarrow-ridge/core/words";
import {
  compare,
  TEACHER,
  tempoOf,
  type Mark,
  type MarkData,
  type MarkDoubt,
  type MarkTask,
  type Score,
  type StratumWork,
} from "@yarrow-ridge/core/score";
import { changesMade, registrationText } from "@yarrow-ridge/core/instruments/organ";
import { ProblemError } from "../http/problems.ts";
import type { Handlers } from "../http/serve.ts";
import { check } from "../http/validate.ts";
import type { Studio } from "../studio.ts";
import { underName } from "../work.ts";
import { answerPlace, knownPiece, offsetIn, pieceRow, shapeOf } from "./store.ts";
import { inForce, knownStratum, noteRows } from "./written.ts";

type Made = Pick<
  Handlers,
  "proposeMarks" | "checkMarks" | "markWindow" | "moveMark" | "proposeBellows" | "checkRegistration"
>;

/** What a kind of marks is asked for some bars of a piece. */
export async function taskFor(
  studio: Studio,
  id: string,
  stratum: string,
  wanted: "propose" | "check",
  asked: {
    from?: number | undefined;
    to?: number | undefined;
    tempo?: number | undefined;
    options?: MarkData | undefined;
  },
): Promise<{ kind: string; task: MarkTask }> {
  const { score } = await knownPiece(studio, id);
  const { instrument: kind, setup } = await pieceRow(studio.db, id);
  const { name, work, reads = [], looksAt = [] } = knownStratum(kind, stratum);
  const found: StratumWork | undefined = await work?.();
  if (!found?.[wanted])
    throw new ProblemError(
      400,
      wanted === "propose"
        ? say`No ${name} are proposed; they are written by hand.`
        : say`Nobody looks through ${name} yet.`,
    );
  const { from = 0, to = score.bars.length - 1, options = {} } = asked;
  if (to < from || to >= score.bars.length)
    throw new ProblemError(
      400,
      say`The bars must lie from 0 to ${score.bars.length - 1}, the first not after the last.`,
      "to",
    );
  check(found.options, options, "options");
  const shape = await shapeOf(studio, id);
  const others = new Map<string, readonly Mark[]>();
  for (const one of looksAt) others.set(one, (await inForce(studio, id, one))?.marks ?? []);
  return {
    kind,
    task: {
      ...(others.size ? { others } : {}),
      ...{ score, from, to, options, setup: setup ?? {} },
      tempo: asked.tempo ?? tempoOf(score),
      written: (await inForce(studio, id, stratum))?.marks ?? [],
      ...(shape ? { shape } : {}),
      ...(reads.length ? { said: await saidIn(studio.db, id, score, reads) } : {}),
    },
  };
}

type Asked = Parameters<typeof taskFor> extends [Studio, ...infer Rest] ? Rest : never;

/** What is suggested for a kind of marks, and what is doubted of those that stand. */
export const marksWorkHandlers = (studio: Studio): Made => {
  const taskOf = (...asked: Asked) => taskFor(studio, ...asked);
  return {
    proposeMarks: async ({ param, body, c }) => {
      const stratum = param("stratum");
      const { kind, task } = await taskOf(param("id"), stratum, "propose", body);
      const { marks, curve, problems } = await underName(body.work, c.req.raw.signal, (watch) =>
        studio.heavy.watched(watch, "proposeMarks", kind, stratum, task),
      );
      return {
        marks: marks.map(({ line, from, to, data, why }) => ({
          ...(line === undefined ? {} : { line }),
          from: answerPlace(from),
          ...(to ? { to: answerPlace(to) } : {}),
          data: { ...data },
          why,
        })),
        problems: problems.map(answerDoubt),
        curve: curve.map(({ value, ...place }) => ({
          ...answerPlace(place),
          value: Math.round(value * 1000) / 1000,
        })),
      };
    },

    proposeBellows: async ({ param, body }) => {
      const { stroke, couplers, ...asked } = body;
      const options = { ...(stroke ? { stroke } : {}), ...(couplers ? { couplers } : {}) };
      const { kind, task } = await taskOf(param("id"), "bellows", "propose", { ...asked, options });
      const { marks, curve, problems } = await studio.heavy.run(
        ...(["proposeMarks", kind, "bellows", task] as const),
      );
      return {
        marks: marks.map(({ from, data, why }) => ({
          ...answerPlace(from),
          direction: data.direction === "close" ? ("close" as const) : ("open" as const),
          button: typeof data.button === "number" ? data.button : null,
          time: typeof data.time === "number" ? data.time : null,
          why,
        })),
        air: curve.map(({ value, ...place }) => ({ ...answerPlace(place), share: value })),
        problems: problems.map(answerDoubt),
      };
    },

    checkRegistration: async ({ param, body }) => {
      const { task } = await taskOf(param("id"), "registration", "check", body);
      return {
        changes: changesMade(task).map(({ mark, by, nearest, ...place }) => ({
          ...answerPlace(place),
          what: registrationText(mark.data),
          by: [...by],
          ...(nearest ? { nearest: { ...answerPlace(nearest), by: [...nearest.by] } } : {}),
        })),
      };
    },

    checkMarks: async ({ param, body }) => {
      const { kind, task } = await taskOf(param("id"), param("stratum"), "check", body);
      const doubts = await studio.heavy.run("checkMarks", kind, param("stratum"), task);
      return {
        doubts: doubts.map(answerDoubt),
        marks: task.written.filter(({ from }) => from.bar >= task.from && from.bar <= task.to)
          .length,
      };
    },

    markWindow: async ({ param, body }) => {
      const { mark: wanted, ...asked } = body;
      const { kind, task } = await taskOf(param("id"), param("stratum"), "check", asked);
      const mark = writtenMark(task, wanted);
      const places = await studio.heavy.run("markWindow", kind, param("stratum"), task, mark);
      return { places: places.map(answerPlace) };
    },

    moveMark: async ({ param, body }) => {
      const { mark: wanted, to, ...asked } = body;
      const { kind, task } = await taskOf(param("id"), param("stratum"), "check", asked);
      const place = { bar: to.bar, offset: offsetIn(to.offset) };
      const { bars } = task.score;
      if (to.bar >= bars.length || compare(place.offset, bars[to.bar]!.length) >= 0)
        throw new ProblemError(
          400,
          say`A mark can be moved to a place within the bars from 0 to ${bars.length - 1}.`,
          "to",
        );
      const move = [writtenMark(task, wanted), place] as const;
      const { put, add, remove } = await studio.heavy.run(
        ...(["moveMark", kind, param("stratum"), task, move] as const),
      );
      const answered = ({ from, data }: Pick<Mark, "from" | "data">) => ({
        ...{ from: answerPlace(from), data: { ...data } },
      });
      return {
        put: put.map((one) => ({ id: one.id, ...answered(one) })),
        add: add.map(answered),
        remove: [...remove],
      };
    },
  };
};

function writtenMark({ written }: MarkTask, wanted: string): Mark {
  const mark = written.find(({ id }) => id === wanted);
  if (mark) return mark;
  throw new ProblemError(
    404,
    say`That mark is not written here any more. Load the piece again.`,
    "mark",
  );
}

/** What is written on notes in some aspects, over what the file prints. */
async function saidIn(db: Studio["db"], id: string, score: Score, aspects: readonly string[]) {
  const said = new Map<string, Map<string, string>>();
  for (const aspect of aspects) {
    const values = new Map<string, string>();
    for (const { id: note, printed } of score.notes)
      if (printed?.[aspect]) values.set(note, printed[aspect]);
    for (const row of await noteRows(db, id, { layer: TEACHER, aspect }))
      values.set(row.noteId, row.value);
    said.set(aspect, values);
  }
  return said;
}

const answerDoubt = ({ kind, text, ...place }: MarkDoubt) => ({
  ...answerPlace(place),
  kind,
  text,
});
