import { today } from "../clock.ts";
import type { Handlers } from "../http/serve.ts";
import type { Studio } from "../studio.ts";
import { cardState } from "./card.ts";
import { openCard } from "./openCard.ts";
import { due } from "./due.ts";
import { editHouse } from "../plans/house.ts";
import { overview } from "./overview.ts";
import { addAttempt, removeAttempt } from "./tries.ts";

type Made = Pick<
  Handlers,
  "dueCards" | "card" | "addAttempt" | "removeAttempt" | "studio" | "editStudio"
>;

export const practiceHandlers = (studio: Studio): Made => ({
  dueCards: async ({ query }) => {
    const date = query.date ?? today(studio.clock);
    return { date, items: await due(studio, date, query.studentId) };
  },
  card: async ({ param }) => cardState(studio, await openCard(studio.db, param("id"))),
  addAttempt: ({ body }) => addAttempt(studio, body),
  removeAttempt: ({ param }) => removeAttempt(studio, param("id")),
  editStudio: ({ body }) => editHouse(studio.db, body),
  studio: () => overview(studio),
});
