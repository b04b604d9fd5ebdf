export { chordRoughness, curve, roughness, roughnessOf } from "./dissonance.ts";
export { clarityOf, type ClarityAt } from "./curve.ts";
export { proposePedal } from "./propose.ts";
export type { PedalOptions, PedalStyle, ProposedPedal } from "./model.ts";
export { ROOMS, type Room } from "./room.ts";
export { pedalled } from "./sound.ts";
export { checkPedal, MUDDY, type PedalDoubt } from "./check.ts";
