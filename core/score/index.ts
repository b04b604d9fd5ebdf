export * from "./model.ts";
export * from "./fraction.ts";
export * from "./pitch.ts";
export * from "./places.ts";
export { MAX_XML_BYTES } from "./container.ts";
export { readFile, readScore, type Import, type ReadOptions } from "./read.ts";
export {
  cutOrder,
  hasPickup,
  playingOrder,
  repeatsOf,
  roadOrder,
  roadText,
  secondsOf,
  WHOLE_ROAD,
  type Repeated,
  type Repeats,
} from "./order.ts";
export { onePass } from "./repeats.ts";
export {
  fingering,
  FINGERING,
  type Aspect,
  type NoteMark,
  type NoteSymbol,
  type Said,
} from "./aspects.ts";
export {
  inOrder,
  markFrom,
  markMoved,
  markRecord,
  marksIn,
  overlapOf,
  SMALL_HAND,
  TEACHER,
  type Mark,
  type MarkData,
  type MarkRecord,
  type MarkSign,
  type Printed,
  type Stratum,
} from "./strata.ts";
export {
  bareTune,
  covers,
  limbLine,
  limbName,
  takenBy,
  TOGETHER,
  voiceLine,
  type Line,
} from "./lines.ts";
export type { Layout, StaffFacts } from "./layouts.ts";
export { firstFinger, lastFinger, parseWritten, writtenText, type Written } from "./written.ts";
export { annotate, type Annotations } from "./write.ts";
export { sectionsIn } from "./sectionFile.ts";
export {
  shapeFrom,
  shapeIn,
  shapeKept,
  shapeMoved,
  shapeRecord,
  type ShapeRecord,
} from "./shapeFile.ts";
export { beatLength, lead } from "./beats.ts";
export {
  BASS,
  FLUTTER,
  grazed,
  pedalled,
  unfluttered,
  perform,
  performRoad,
  type Beat,
  type FootMove,
  type Performance,
  type Sounding,
  type Stretch,
} from "./playback.ts";
export { engravable } from "./engrave.ts";
export { adopt, withAdopted, type AdoptedMeasure } from "./adopt.ts";
export { paperXml, type Paper, type PaperRepeat } from "./paper.ts";
export { renameNotes } from "./rename.ts";
export {
  AMOUNTS,
  lasts,
  levelName,
  LEVELS,
  NO_SHAPE,
  velocityOf,
  type Lead,
  type LoudnessPoint,
  type Shape,
  type TimingKind,
  type TimingMark,
  type Touch,
} from "./shape.ts";
