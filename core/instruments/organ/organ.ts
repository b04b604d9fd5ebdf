/** Who changes the stops, for what works at them; screens that show it load it. */
export { manualName, registrationText } from "./registration/changes.ts";
export { drawnAfter, jobsIn } from "./registration/drawn.ts";
export { limbsOf, nearestFree, whoIsFree } from "./registration/free.ts";
export { changesMade } from "./registration/registrationWork.ts";
export { understood } from "./registration/stops.ts";
