import { pgTable, text } from "drizzle-orm/pg-core";

export * from "./tables/pieces.ts";
export * from "./tables/practice.ts";

/** Small facts about the studio itself. */
export const settings = pgTable("settings", {
  key: text("key").primaryKey(),
  value: text("value").notNull(),
});
