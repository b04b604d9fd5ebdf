export { chordRoughness, curve, roughness, roughnessOf } from "./dissonance.ts";
export { clarityOf, type ClarityAt } from "./curve.ts";
export { proposePedal, type PedalOptions, type PedalStyle, type ProposedPedal } from "./propose.ts";
export { ROOMS, type Room } from "./room.ts";
export { checkPedal, MUDDY, type PedalDoubt } from "./check.ts";
