import { say } from "@yarrow-ridge/core/words";
import { instrument } from "@yarrow-ridge/core/instruments";
import { ProblemError } from "../http/problems.ts";
import type { Handlers } from "../http/serve.ts";
import type { Studio } from "../studio.ts";
import { checkBars } from "./fingers.ts";
import { knownPiece, pieceRow } from "./store.ts";

/** The voices of a piece shared out as its texture asks for. */
export const textureHandlers = (studio: Studio): Pick<Handlers, "proposeTexture"> => ({
  proposeTexture: async ({ param, body }) => {
    const { score } = await knownPiece(studio, param("id"));
    const { instrument: kind, setup } = await pieceRow(studio.db, param("id"));
    const { name, textures = [] } = instrument(kind);
    const texture = textures.find(({ id }) => id === body.texture);
    if (!texture)
      throw new ProblemError(
        400,
        say`${name}: its voices are not shared out as a ${body.texture}.`,
        "texture",
      );
    const bars = { from: body.from ?? 0, to: body.to ?? score.bars.length - 1 };
    checkBars(score, bars);
    const { given, reasons, problems } = await studio.heavy.run("shareOut", score, {
      ...{ instrument: kind, texture: body.texture, ...bars },
      ...(body.player ? { player: body.player } : {}),
      ...(setup ? { setup } : {}),
    });
    return {
      hands: given.map(({ note, hand, why }) => ({
        ...{ id: note.id, bar: note.bar, hand, why, changes: note.hand !== hand },
        moved: (note.writtenFor ?? note.hand) === hand ? null : hand,
      })),
      manuals: setup?.["manuals"] === 1 ? null : (texture.manuals ?? null),
      reasons: [...reasons],
      problems: problems.map((one) => ({ ...one, notes: [...one.notes], ways: [...one.ways] })),
    };
  },
});
