export { findBars, type Box, type FoundSystem, type GreyPage } from "./detect.ts";
export { crops, readingOrder, type Crop, type Marked } from "./marks.ts";
