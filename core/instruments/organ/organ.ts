/** Who changes the stops, for what works at them; screens that show it load it. */
export { actionsOf, manualName, registrationText } from "./registration/changes.ts";
export { limbsOf, nearestFree, whoIsFree } from "./registration/free.ts";
export { changesMade } from "./registration/registrationWork.ts";
export { understood } from "./registration/stops.ts";
