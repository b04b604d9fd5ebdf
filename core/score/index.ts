export * from "./model/model.ts";
export * from "./model/fraction.ts";
export * from "./model/tempo.ts";
export * from "./model/fractionText.ts";
export * from "./model/pitch.ts";
export * from "./model/nesting.ts";
export * from "./model/onsets.ts";
export * from "./model/places.ts";
export { placesIn } from "./model/placesIn.ts";
export { windowOf } from "./marks/window.ts";
export { MAX_XML_BYTES } from "./musicxml/zip.ts";
export { readFile, readScore, type Import, type ReadOptions } from "./read.ts";
export {
  cutOrder,
  hasPickup,
  onePass,
  playingOrder,
  repeatsOf,
  roadOrder,
  roadText,
  secondsOf,
  WHOLE_ROAD,
  type Repeated,
  type Repeats,
} from "./order/order.ts";
export {
  drawnAs,
  fingering,
  FINGERING,
  valuesIn,
  type Aspect,
  type NoteMark,
  type NoteSymbol,
} from "./marks/aspects.ts";
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
  type Apart,
  type MarkChoice,
} from "./marks/strata.ts";
export {
  covers,
  isAdorned,
  limbLine,
  limbName,
  takenBy,
  TOGETHER,
  voiceLine,
  type Line,
} from "./model/lines.ts";
export { placeText, type PlaceText } from "./model/spans.ts";
export type { Layout, StaffFacts } from "./musicxml/layouts.ts";
export {
  firstFinger,
  lastFinger,
  parseWritten,
  writtenText,
  type Written,
} from "./marks/written.ts";
export type {
  CurvePoint,
  Healed,
  MarkDoubt,
  MarkTask,
  ProposedMark,
  StratumWork,
} from "./marks/work.ts";
export { annotate, type Annotations } from "./musicxml/write.ts";
export type { AdornedAt } from "./musicxml/adornFile.ts";
export type { SaidAt } from "./musicxml/saidFile.ts";
export { excerpt } from "./musicxml/excerpt.ts";
export { sectionsIn } from "./musicxml/sectionFile.ts";
export {
  shapeFrom,
  shapeIn,
  shapeKept,
  shapeMoved,
  shapeRecord,
  type ShapeRecord,
} from "./musicxml/shapeFile.ts";
export { BEATS, beatLength, beatSign, lead } from "./model/beats.ts";
export type {
  Beat,
  ControllerSet,
  MarkedAt,
  Performance,
  Sounding,
  BarPass,
} from "./model/performance.ts";
export {
  playedBars,
  playedTogether,
  timeIn,
  timesOf,
  timeText,
  type PlayedBar,
} from "./order/played.ts";
export { alongRoad, isStraight, playedId, unrolled } from "./order/unrolled.ts";
export { perform, performOrder, performRoad } from "./order/playback.ts";
export { rolledOut } from "./order/rolls.ts";
export { atPrintedTempo } from "./order/printedTempo.ts";
export { engravable } from "./musicxml/engrave.ts";
export { adopt, withAdopted, type AdoptedMeasure } from "./musicxml/adopt.ts";
export { paperXml, type Paper, type PaperRepeat } from "./files/paper.ts";
export { isAdded, withLowerStaff, type LowerBar } from "./files/lowerStaff.ts";
export { renameNotes } from "./musicxml/rename.ts";
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
} from "./model/shape.ts";
