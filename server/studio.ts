import type { Database } from "./db/open.ts";
import type { Clock } from "./clock.ts";
import type { Workshop } from "./heavy/pool.ts";
import type { Known } from "./heavy/tasks.ts";

/** What every handler works with. */
export interface Studio {
  readonly name: string;
  readonly demo: boolean;
  readonly db: Database;
  readonly clock: Clock;
  readonly heavy: Workshop;
  /** Folder of the daily copies; none where nothing is copied by itself. */
  readonly copies?: string;
  /** Scores read lately, by piece id. */
  readonly known: Map<string, Promise<Known>>;
}

export const newId = (): string => crypto.randomUUID();

export const PAGE_SIZE = 30;

/** `%` and `_` in what a person searches for are plain characters. */
export const like = (text: string): string => `%${text.trim().replace(/[\\%_]/g, "\\$&")}%`;
