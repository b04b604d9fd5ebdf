export { listed } from "./listed.ts";
export { capital, filled, hasSaying, inWords, plain, say, small, type Voice } from "./say.ts";
