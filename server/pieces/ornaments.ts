import { say } from "@yarrow-ridge/core/words";
import { instrument } from "@yarrow-ridge/core/instruments";
import { LAYER_NAMES } from "@yarrow-ridge/core/instruments/ornaments";
import { TEACHER } from "@yarrow-ridge/core/score";
import { ProblemError } from "../http/problems.ts";
import type { Handlers } from "../http/serve.ts";
import type { Studio } from "../studio.ts";
import { taskFor } from "./marksWork.ts";
import { noteRows } from "./written.ts";

/** Ornaments in layers, with fingers that go with those of the bare tune. */
export const ornamentHandlers = (studio: Studio): Pick<Handlers, "proposeOrnaments"> => ({
  proposeOrnaments: async ({ param, body }) => {
    const { player, from, to, ...options } = body;
    const id = param("id");
    const { kind, task } = await taskFor(studio, id, "ornaments", "propose", { from, to, options });
    const hand = instrument(kind).limbs[0]!.id;
    if (!task.score.notes.some((note) => note.hand === hand))
      throw new ProblemError(400, say`There is no tune in this piece to be adorned.`);
    const rows = await noteRows(studio.db, id, { layer: TEACHER, aspect: "finger" });
    const locks = new Map(
      rows.filter(({ value }) => value !== "").map(({ noteId, value }) => [noteId, value]),
    );
    const { layer, ornaments } = await studio.heavy.run("ornaments", task, {
      ...{ instrument: kind, hand, locks, tempo: task.tempo, setup: task.setup ?? {} },
      ...(player ? { player } : {}),
    });
    return {
      layer,
      name: LAYER_NAMES[layer - 1]!,
      ornaments: ornaments.map(({ note, data, finger, why }) => ({
        ...{ id: note.id, bar: note.bar, kind: data.kind, from: data.side ?? null, by: data.by },
        ...{ how: data.how ?? null, finger: finger ?? null, why },
      })),
    };
  },
});
