export { createApp } from "./app.ts";
export { openDatabase } from "./db/open.ts";
export { Workshop } from "./heavy/pool.ts";
