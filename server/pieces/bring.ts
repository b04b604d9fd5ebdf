import type { SetupAsked } from "@yarrow-ridge/core/instruments";
import { say } from "@yarrow-ridge/core/words";
import {
  markRecord,
  shapeRecord,
  toText,
  type ReadOptions,
  TEACHER,
  type Warning,
} from "@yarrow-ridge/core/score";
import { pieces, sections } from "../db/schema.ts";
import { newId, type Studio } from "../studio.ts";
import { headOf, type PieceRow } from "./store.ts";
import { insertMarks, rowOf } from "./written.ts";

const saidOf = ({ text }: SetupAsked): Warning => ({
  kind: "strings",
  message: say`As the file has it, ${text}. It can be changed in the piece's menu.`,
});

/**
 * Reads a score file and stores it as a piece: all of it or, when anything is wrong, nothing.
 * Sections and shape that an exported score carries come back with it.
 *
 * @throws ScoreError
 */
export async function bringScore(
  { db, heavy }: Studio,
  file: Uint8Array,
  instrument: string,
  options: Pick<ReadOptions, "tune" | "name"> = {},
): Promise<PieceRow> {
  const read = await heavy.read(file, { instrument }, options);
  const {
    score,
    xml,
    form,
    key,
    sections: named,
    shape,
    setup,
    marks: printed,
  } = await heavy.run("bring", read, { instrument });
  const id = newId();
  return db.transaction(async (tx) => {
    const [row] = await tx
      .insert(pieces)
      .values({
        id,
        instrument,
        xml,
        ...(shape ? { shape: shapeRecord(shape) } : {}),
        ...(setup ? { setup: { ...setup.setup } } : {}),
        newBars: form.newBars,
        ...headOf(score, key),
        warnings: [...score.warnings, ...(setup ? [saidOf(setup)] : [])].map((warning) => ({
          kind: warning.kind,
          message: warning.message,
          ...(warning.bars ? { bars: [...warning.bars] } : {}),
        })),
      })
      .returning();
    const rows = printed.flatMap(({ stratum, marks: own }) =>
      own.map((one) => rowOf(id, stratum, markRecord({ ...one, id: newId(), layer: TEACHER }))),
    );
    await insertMarks(tx, rows);
    if (named.length) {
      await tx.insert(sections).values(
        named.map(({ name, words, about = {}, from, to }) => ({
          id: newId(),
          pieceId: id,
          name,
          words,
          about,
          fromBar: from.bar,
          fromOffset: toText(from.offset),
          toBar: to.bar,
          toOffset: toText(to.offset),
        })),
      );
    }
    return row!;
  });
}
