export { createApp } from "./app.ts";
export { openDatabase } from "./db/open.ts";
export { HeavyPool } from "./heavy/pool.ts";
