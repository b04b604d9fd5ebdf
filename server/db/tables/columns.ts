import { boolean, text, timestamp } from "drizzle-orm/pg-core";

export const id = () => text("id").primaryKey();
export const created = () =>
  timestamp("created_at", { withTimezone: true, mode: "date" }).notNull().defaultNow();
export const archived = () => boolean("archived").notNull().default(false);
