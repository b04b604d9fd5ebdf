export { adornedFile, adornedScore, graceId, ornamentsOn } from "./adorned.ts";
export { toFinger } from "./toFinger.ts";
export { adornments, LAYER_NAMES, type Adornment, type OrnamentOptions } from "./layers.ts";
export { graceKey, KINDS, ornamentText, tonesOf, type Ornament } from "./kinds.ts";
export { ornamentsOver } from "./ornaments.ts";
export { onKeys, type Slides } from "./slides.ts";
export { layerOf } from "./work.ts";
export { tuneOf, type TuneNote } from "./tune.ts";
