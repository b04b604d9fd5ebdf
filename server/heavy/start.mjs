// A worker thread starts without the TypeScript loader of the main thread.
import { register } from "tsx/esm/api";

register();
await import("./worker.ts");
